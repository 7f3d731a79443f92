import { FIGURE, lineLength, printedLength, unreadLine, type PartLine } from '../specs/index.js';
import { nm, type LengthUnit } from '../units/index.js';
import type { BearingRow, Row } from './sheets.js';

interface Rows {
  readonly rows: readonly BearingRow[];
}

const UNIT = String.raw`(mm\b|in\b|inch\b)?`;
const CODED = new RegExp(
  String.raw`^(main|big[- ]end|rod)(?: bearing)?\s+(journal|crankpin|housing)s?(?:\s+(\d{1,2}))?\s*:?\s+(${FIGURE})\s*(?:-|–|—|to)\s*(${FIGURE})\s*${UNIT}\s*,?\s+code\s+([A-Za-z0-9]{1,6})$`,
  'iu',
);
const SHELL = new RegExp(
  String.raw`^(main|big[- ]end|rod)(?: bearing)?\s+shells?\s*:?\s+([a-z]+)\s+(${FIGURE})\s*(?:±|\+\/-)\s*(${FIGURE})\s*${UNIT}$`,
  'iu',
);

const rowOf = (word: string): Row => (/^main$/iu.test(word) ? 'main' : 'rod');
const ROW_SAID: Readonly<Record<Row, string>> = { main: 'main', rod: 'big end' };
const blank = (of: Row, source: BearingRow['source']): BearingRow => ({
  of,
  ...{ places: [], housings: [], journals: [], shells: [], source },
});

/** A row of bearings with a change in it, the others as they are. */
const withRow = (
  before: Rows | null,
  of: Row,
  source: BearingRow['source'],
  change: (row: BearingRow) => BearingRow,
): Rows => {
  const rows = before?.rows ?? [];
  const was = rows.find((r) => r.of === of) ?? blank(of, source);
  return { rows: [...rows.filter((r) => r.of !== of), { ...change(was), source }] };
};

const ends = (low: string, high: string, printed: string | undefined, unit: LengthUnit) =>
  [lineLength(low, printed, unit), lineLength(high, printed, unit)] as const;

/**
 * Sizes of plain bearings by their codes, and shells by colour, a line each:
 * `main journal 3 31.960-31.976, code B` · `main housing 36.000-36.008, code 1` · `main shell brown 1.487 ±.0015`
 */
export const bearingsLine: PartLine<Rows> = {
  like: 'main journal 31.960-31.976, code B',
  adds: true,
  read(line, { unit }) {
    const shell = SHELL.exec(line);
    if (shell) {
      const of = rowOf(shell[1]!);
      const [thickness, tolerance] = ends(shell[3]!, shell[4]!, shell[5], unit);
      if (thickness === null || tolerance === null || thickness > 10_000_000 || tolerance > thickness / 10)
        return unreadLine(`“${line}”: that is no shell of a bearing. Is it the other unit?`);
      const colour = shell[2]!.toLowerCase();
      return {
        ok: true,
        says: `${ROW_SAID[of]} shell ${colour} ${printedLength(thickness, unit).replace(/ \w+$/u, '')} ±${printedLength(tolerance, unit)}`,
        ...{ notes: [], questions: [] },
        into: (before, source) =>
          withRow(before, of, source, (row) => ({
            ...row,
            shells: [...row.shells.filter((s) => s.colour !== colour), { colour, thickness, tolerance }],
          })),
      };
    }
    const coded = CODED.exec(line);
    if (!coded) return null;
    const of = rowOf(coded[1]!);
    const which = /housing/iu.test(coded[2]!) ? 'housings' : 'journals';
    const [low, high] = ends(coded[4]!, coded[5]!, coded[6], unit);
    if (low === null || high === null || low >= high || low < 8_000_000 || high > 150_000_000)
      return unreadLine(`“${line}”: from the least to the most, as journals are. Is it the other unit?`);
    const code = coded[7]!.toUpperCase();
    const place = coded[3];
    return {
      ok: true,
      says: `${ROW_SAID[of]} ${which === 'housings' ? 'housing' : 'journal'}${place ? ` ${place}` : ''} ${printedLength(low, unit).replace(/ \w+$/u, '')}-${printedLength(high, unit)}, code ${code}`,
      notes:
        place && of === 'main' ? [`Journal ${place} is a place of its own; the code holds for all.`] : [],
      questions:
        high - low > 40_000
          ? [{ code: 'wide', sentence: 'A code hardly ever spans so much: is a digit wrong?' }]
          : [],
      into: (before, source) =>
        withRow(before, of, source, (row) => ({
          ...row,
          places:
            place && of === 'main' && !row.places.some((p) => p.key === place)
              ? [...row.places, { key: place, name: `main ${place}` }].sort(
                  (a, b) => Number(a.key) - Number(b.key),
                )
              : row.places,
          [which]: [
            ...row[which].filter((c) => c.code !== code),
            { code, low: nm(low), high: nm(high) },
          ].sort((a, b) => (a.code < b.code ? -1 : 1)),
        })),
    };
  },
};
