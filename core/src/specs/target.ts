import type { Limit } from './limit.js';

/** Both ends of a limit, with what its sheet names to aim at inside them. */
export type LimitEnds = Pick<Limit, 'low' | 'high' | 'target'>;

/**
 * What is aimed at inside a range: what the sheet names, else its middle.
 * @param range base units; `low` and `high` as they govern, a target left out where the sheet names none
 * @returns null where an end is missing: there is nothing to aim at
 * @example targetOf({ low: 80, high: 120 }) // 100
 * @example targetOf({ low: 80, high: 120, target: 110 }) // 110
 */
export function targetOf({ low, high, target }: LimitEnds): number | null {
  if (low === null || high === null) return null;
  // A shop's rule may have tightened the range past what the sheet aims at.
  return target !== undefined && target >= low && target <= high ? target : (low + high) / 2;
}

/** What of several the first names to aim at, to be put into a limit; nothing where none of them does. */
export function aimOf(...limits: readonly Partial<LimitEnds>[]): Pick<Limit, 'target'> {
  const target = limits.find((l) => l.target !== undefined)?.target;
  return target === undefined ? {} : { target };
}

/** What a sheet itself names to aim at; null where it names nothing. */
export const namedAim = ({ target }: Pick<Limit, 'target'>): number | null => target ?? null;

/** Whether two say the same of what to aim at. */
export const sameAim = (a: Partial<LimitEnds>, b: Partial<LimitEnds>): boolean => a.target === b.target;

/** Whether it aims at something that does not lie between both of its ends. */
export const aimsOutside = ({ low, high, target }: LimitEnds): boolean =>
  target !== undefined && (low === null || high === null || target < low || target > high);
