import { instrumentOf, scatterOf } from '../gauges/index.js';
import { fact, type JobFile } from '../job/index.js';
import type { ReadingEntry } from '../cylinder/index.js';
import { halfTurn } from '../specs/index.js';
import { depthText, type LengthUnit } from '../units/index.js';
import { allAsked } from './asked.js';
import { outliers, type Cell } from './outliers.js';
import { standingByPlace } from './stand.js';

/** Scatter of one reading, its resolution in it, nm. */
const singleScatter = (file: JobFile, e: ReadingEntry): number => {
  const instrument = instrumentOf(file, e.instrumentId);
  return Math.hypot(scatterOf(instrument, file, e.by).s, instrument.resolution / Math.sqrt(12));
};

/** The first reading that is not held of every place of a bore. */
const cellsOf = fact(
  'cells',
  (
    file,
    [unit, cylinder]: readonly [LengthUnit, number],
  ): { readonly cells: readonly Cell[]; readonly u: number } => {
    const { held } = allAsked(file, unit);
    const found = [...standingByPlace(file)].flatMap(([key, readings]) => {
      const first = readings.find((r) => !held.has(r.entry.id))?.entry;
      const s = first?.station;
      return first && s?.part === 'bore' && s.cylinder === cylinder
        ? [
            {
              cell: { key, depth: s.depth, angle: halfTurn(s.angle), value: first.value },
              u: Math.SQRT2 * singleScatter(file, first),
            },
          ]
        : [];
    });
    return { cells: found.map((f) => f.cell), u: Math.max(0, ...found.map((f) => f.u)) };
  },
);

/** Places whose first reading does not belong to its cylinder's map, with the question to ask. */
export const oddOf = fact(
  'odd',
  (file, [unit, cylinder]: readonly [LengthUnit, number]): ReadonlyMap<string, string> => {
    const flagged = new Map<string, string>();
    const { cells, u } = cellsOf(file, [unit, cylinder]);
    if (cells.length === 0) return flagged;
    const name = file.engine.cylinders[cylinder]!;
    for (const outlier of outliers(cells, u)) {
      for (const key of outlier.keys) {
        flagged.set(
          key,
          outlier.keys.length > 1
            ? `One of the two ${name} readings at ${depthText(cells.find((c) => c.key === key)!.depth, unit)} does not belong to its map. Take both twice more.`
            : `This ${name} reading does not belong to its map. Take it twice more; the median of three counts.`,
        );
      }
    }
    return flagged;
  },
);
