import { integer, list, measured, object, oneOf, text, type Of } from '../shape/index.js';
import { sheetPart, SOURCE } from '../specs/index.js';
import type { Nanometres } from '../units/index.js';
import { bearingsLine } from './bearingsLine.js';

const length = measured('length', integer<Nanometres>(0, 1_000_000_000));
const CODED = object({ code: text(12), low: length, high: length });
const SHELL = object({ colour: text(30), thickness: length, tolerance: length });
export type Shell = Of<typeof SHELL>;

/** Which row of bearings. */
export const ROWS = { main: 'main bearings', rod: 'big ends' } as const;
export type Row = keyof typeof ROWS;

const ROW = object({
  of: oneOf(...(Object.keys(ROWS) as Row[])),
  /** Each bearing by its place; none for one of each rod. */
  places: list(object({ key: text(40), name: text(80) }), 0, 16),
  housings: list(CODED, 0, 12),
  journals: list(CODED, 0, 12),
  shells: list(SHELL, 0, 12),
  source: SOURCE,
});
export type BearingRow = Of<typeof ROW>;

/** Plain bearings: places, codes of housing and journal, shells by colour. */
export const BEARINGS_SHEET = sheetPart(
  'bearings',
  { rows: list(ROW, 0, 4) },
  {
    title: 'Plain bearings',
    lines: [bearingsLine],
    words: {
      rows: 'rows of bearings',
      of: 'which row',
      main: 'main bearings',
      rod: 'big ends',
      places: 'places; none for one of each rod',
      'places.key': 'short name',
      housings: 'codes of the housing',
      journals: 'codes of the journal',
      shells: 'shells by colour',
      low: 'from',
      high: 'to',
      thickness: 'thickness at the middle',
      tolerance: 'of that, either way',
    },
  },
);
