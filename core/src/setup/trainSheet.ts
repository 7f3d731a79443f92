import { integer, list, measured, number, object, orNull, type Of } from '../shape/index.js';
import { sheetPart, SOURCE } from '../specs/index.js';
import type { Nanometres } from '../units/index.js';

const length = measured('length', integer<Nanometres>(0, 500_000_000));

const TRAIN = object({
  /** Half of the stroke where the pin is not set off. */
  throw: length,
  rod: length,
  /** How far the pin's axis lies off the crank's; 0 where the sheet is silent. */
  offset: length,
  /** Head filled to its face, cm³; null where nobody measured it. */
  burette: orNull(number(0.1, 2_000)),
  /** Crown over a flat one, cm³. */
  dome: number(-200, 200),
  source: SOURCE,
});

/** Crank, rod and chamber of an engine: what timing and ratio are reckoned from. */
export const CRANK_TRAIN = sheetPart(
  'crank-train',
  { trains: list(TRAIN, 0, 1) },
  {
    title: 'Crank and chamber',
    words: {
      trains: 'crank, rod and chamber',
      throw: 'throw of the crank',
      rod: 'rod, eye to eye',
      offset: 'pin set off by',
      burette: 'head to its face, cm³',
      dome: 'crown, cm³',
    },
  },
);
export type CrankTrainSheet = Of<typeof TRAIN>;
