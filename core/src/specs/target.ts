import type { Limit } from './limit.js';

/**
 * What is aimed at inside a range: what the sheet names, else its middle.
 * @param range base units; `low` and `high` as they govern, a target left out where the sheet names none
 * @returns null where an end is missing: there is nothing to aim at
 * @example targetOf({ low: 80, high: 120 }) // 100
 * @example targetOf({ low: 80, high: 120, target: 110 }) // 110
 */
export function targetOf({ low, high, target }: Pick<Limit, 'low' | 'high' | 'target'>): number | null {
  if (low === null || high === null) return null;
  // A shop's rule may have tightened the range past what the sheet aims at.
  return target !== undefined && target >= low && target <= high ? target : (low + high) / 2;
}
