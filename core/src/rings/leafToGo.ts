import { MOST_LEAVES } from '../gauges/index.js';
import type { Nanometres } from '../units/index.js';

/** The leaves that have to go through a gap for it to keep a minimum. */
export interface LeafToGo {
  readonly stack: readonly Nanometres[];
  /** Their sum, nm: never below the minimum. */
  readonly thickness: number;
}

/** One leaf stands for a stack where it is no more than this thicker, nm. */
const ONE_FOR_A_STACK = 10_000;

const sumOf = (stack: readonly number[]): number => stack.reduce((sum, t) => sum + t, 0);

/**
 * What must go for a minimum gap: the thinnest sum of different leaves of a set, at most three, that is not below
 * it, and of equal sums the one with fewest leaves; one leaf alone where it is hardly thicker. A minimum is never rounded
 * down: 0.3892 asks for the 0.40.
 *
 * @param set     leaves of the shop's own set, nm
 * @param minimum nm, as exact as its rule gives it, > 0
 * @returns null where the set cannot make it
 * @example leafToGo([0.38, 0.4, 0.45].map(mm), 389_160)?.thickness // 400_000
 */
export function leafToGo(set: readonly Nanometres[], minimum: number): LeafToGo | null {
  const leaves = [...new Set(set)].sort((a, b) => a - b);
  let best: LeafToGo | null = null;
  const better = (thickness: number, count: number): boolean =>
    best === null ||
    thickness < best.thickness ||
    (thickness === best.thickness && count < best.stack.length);
  const grow = (stack: Nanometres[], from: number): void => {
    for (let i = from; i < leaves.length; i += 1) {
      const next = [...stack, leaves[i]!];
      const thickness = sumOf(next);
      if (thickness >= minimum) {
        if (better(thickness, next.length)) best = { stack: next, thickness };
        // Thicker leaves in this place only make it thicker.
        break;
      }
      if (next.length < MOST_LEAVES) grow(next, i + 1);
    }
  };
  grow([], 0);
  const one = leaves.find((t) => t >= minimum);
  const made = best as LeafToGo | null;
  return one !== undefined && made !== null && one <= made.thickness + ONE_FOR_A_STACK
    ? { stack: [one], thickness: one }
    : made;
}
