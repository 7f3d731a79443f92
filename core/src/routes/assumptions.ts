import { USUAL_ENOUGH, type JobFile } from '../job/index.js';
import type { Money } from '../money/index.js';
import { HONE_ALLOWANCE } from './cleanup.js';

/** What nobody measured and somebody may set; it moves under the hand. */
export interface Assumptions {
  /** What the hone still takes after the bar, on diameter, nm. */
  readonly honeAllowance: number;
  /** Largest share of the wear that one side may hold, ½ … 1. */
  readonly shareMost: number;
  /** Probability from which a way is recommended. */
  readonly enough: number;
  /** Of one hour; null where the shop has set none. */
  readonly hourlyRate: Money | null;
  /** Wear of the interval to come, as a share of the wear so far: a wall used again has to bear it. */
  readonly nextWear: number;
}

export const USUAL_NEXT_WEAR = 0.5;

/** What is assumed where nobody moves anything. */
export const assumed = ({ shop }: Pick<JobFile, 'shop'>): Assumptions => ({
  honeAllowance: HONE_ALLOWANCE,
  shareMost: 1,
  enough: shop.costs?.enough ?? USUAL_ENOUGH,
  hourlyRate: shop.costs?.hourlyRate ?? null,
  nextWear: USUAL_NEXT_WEAR,
});

/** Whether two say the same of what a kit does. */
export const sameAssumptions = (a: Assumptions, b: Assumptions): boolean =>
  a.honeAllowance === b.honeAllowance && a.shareMost === b.shareMost;
