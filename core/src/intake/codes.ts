import { list, object, text, type Of } from '../shape/index.js';
import { sheetPart, SOURCE } from '../specs/index.js';

const CODE = object({
  /** What is cast, stamped or painted: `letter A to C`, `engine number`. */
  what: text(80),
  where: text(200),
  /** What it says: which limits, which grade. */
  means: text(200),
  source: SOURCE,
});
export type Code = Of<typeof CODE>;

/** Codes and numbers of an engine: where they are found, and what hangs on them. */
export const CODES = sheetPart(
  'codes',
  { codes: list(CODE, 0, 20) },
  {
    title: 'Codes and numbers',
    words: {
      codes: 'each code by itself',
      what: 'what is cast or stamped',
      where: 'where it is found',
      means: 'what it says',
    },
  },
);
