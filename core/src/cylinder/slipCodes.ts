/** Every slip that is asked about. */
export const SLIP_CODES = [
  'unit',
  'thimble-turn',
  'sign',
  'too-fine',
  'outlier',
  'wrong-place',
  'wrong-axis',
  'mistyped',
  'taken-twice',
] as const;
export type SlipCode = (typeof SLIP_CODES)[number];

/** Slips after which the reading cannot be what it says: one taken again at the same place stands in for it. */
export const SUPERSEDES: ReadonlySet<SlipCode> = new Set([
  'unit',
  'thimble-turn',
  'sign',
  'mistyped',
] as const);
