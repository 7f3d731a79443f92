import {
  ENGINE_LIKES,
  KIT_LIKE,
  readEngineLine,
  readKitLine,
  readSheetLine,
  type EngineLine,
  type KitLine,
  type PageContext,
  type PartLineRead,
  type SheetLimit,
  type SheetLine,
  type SheetPart,
  type Source,
} from '../specs/index.js';
import { HOUSE, sheetsOf } from './house.js';

/** What one line of a page says: limits, a piston, the engine itself, or something of a part of the sheet; or why it is not understood. */
export type PageLine =
  | { readonly of: 'limits'; readonly read: SheetLine }
  | { readonly of: 'engine'; readonly read: EngineLine }
  | { readonly of: 'kit'; readonly read: KitLine }
  | { readonly of: 'part'; readonly part: SheetPart; readonly read: PartLineRead };

const PARTS = sheetsOf(HOUSE);

/** Lines a page may hold besides limits, as one prints them. */
export const PAGE_LINES: readonly string[] = [
  ...PARTS.flatMap((p) => (p.lines ?? []).map((l) => l.like)),
  KIT_LIKE,
  ...ENGINE_LIKES,
];

const SOURCE_TO_BE: Source = {
  type: 'engine-maker',
  ...{ party: '', document: '', page: '', revision: '', enteredBy: '', checkedBy: null },
};
/** How many things a part holds. */
const countOf = (part: unknown): number =>
  Object.values((part ?? {}) as object).reduce<number>(
    (sum, of) => sum + (Array.isArray(of) ? of.length : 0),
    0,
  );

/** Whatever takes the place of something that is on file is asked about first. */
function askedAgain(read: PartLineRead, part: SheetPart, { engine }: PageContext): PartLineRead {
  const before = engine.parts?.[part.name];
  if (!read.ok || before === undefined) return read;
  const isNew = countOf(read.into(before, SOURCE_TO_BE)) > countOf(before);
  return isNew
    ? read
    : {
        ...read,
        questions: [
          ...read.questions,
          { code: 'again', sentence: 'This is on file already: it takes the place of what stands there.' },
        ],
      };
}

/**
 * One line of a manual or a leaflet, wherever on the sheet it belongs.
 * @param others limits on file, and those of the lines above
 */
export function readPageLine(text: string, page: PageContext, others: readonly SheetLimit[]): PageLine {
  const line = text.replace(/[‐‑]/gu, '-').replace(/\s+/gu, ' ').trim();
  for (const part of PARTS)
    for (const kind of part.lines ?? []) {
      const read = kind.read(line, page);
      if (read) return { of: 'part', part, read: kind.adds ? read : askedAgain(read, part, page) };
    }
  const itself = readEngineLine(line, page);
  if (itself) return { of: 'engine', read: itself };
  const kit = readKitLine(line, page);
  if (kit) return { of: 'kit', read: kit };
  return {
    of: 'limits',
    read: readSheetLine(line, { unit: page.unit, bore: page.engine.bore, others }),
  };
}
