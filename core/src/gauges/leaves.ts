import { OutOfRange } from '../errors.js';
import type { Nanometres } from '../units/index.js';

// Taken once: in the loops below looking them up each time is most of the time.
const { abs, max, min, sqrt } = Math;

/** What the hand says of a leaf. A drag is not a pass: it only narrows the interval from above. */
export type LeafAnswer = 'goes' | 'drags' | 'does-not';

export const LEAF_ANSWERS: Record<LeafAnswer, string> = {
  goes: 'goes',
  drags: 'drags',
  'does-not': 'does not go',
};

/** One try: the leaves laid together, nm, and the answer. */
export interface LeafTry {
  readonly stack: readonly Nanometres[];
  readonly answer: LeafAnswer;
}

/** What the tries leave between them. Shown as a bracket or a bound, never as one number. */
export interface LeafBracket {
  /** Thickest that goes, nm; null when none was found that goes. */
  readonly low: number | null;
  /** Thinnest that drags or does not go, nm; null when everything tried goes. */
  readonly high: number | null;
  /** Leaves in the stack behind each end. */
  readonly lowLeaves: number;
  readonly highLeaves: number;
  /** A thicker stack goes than one that does not: something was not square, or a leaf is mixed up. */
  readonly contradicts: boolean;
}

/** Most leaves laid together: each adds its tolerance, and a thick pack no longer bends to the wall. */
export const MOST_LEAVES = 3;

/** A leaf beside a piston bridges the curve and the piston cocks: the gap is up to this much more, nm. */
export const BESIDE_PISTON_BIAS = 25_000;

const thickness = (stack: readonly number[]): number => stack.reduce((sum, t) => sum + t, 0);

/** The bracket the tries make. */
export function leafBracket(tries: readonly LeafTry[]): LeafBracket {
  let low: LeafTry | null = null;
  let high: LeafTry | null = null;
  for (const t of tries) {
    const of = thickness(t.stack);
    if (t.answer === 'goes') {
      if (!low || of > thickness(low.stack)) low = t;
    } else if (!high || of < thickness(high.stack)) high = t;
  }
  const [a, b] = [low && thickness(low.stack), high && thickness(high.stack)];
  return {
    low: a,
    high: b,
    lowLeaves: low?.stack.length ?? 0,
    highLeaves: high?.stack.length ?? 0,
    contradicts: a !== null && b !== null && a >= b,
  };
}

/**
 * Distribution function of a sum of independent rectangular quantities, each from 0 to its width (Irwin–Hall
 * for unequal widths, by inclusion and exclusion over the corners).
 * @param widths at least one, each > 0
 */
export function sumOfRectangularCdf(widths: readonly number[], x: number): number {
  const n = widths.length;
  if (n === 0 || widths.some((w) => !(w > 0)))
    throw new OutOfRange('widths', widths.join(', '), 'at least one, each above 0');
  const total = thickness(widths);
  if (x <= 0) return 0;
  if (x >= total) return 1;
  // From the nearer end, where fewer corners take part and less is lost to cancellation.
  if (x > total / 2) return 1 - sumOfRectangularCdf(widths, total - x);
  let sum = 0;
  for (let corner = 0; corner < 1 << n; corner += 1) {
    let at = x;
    let sign = 1;
    for (let i = 0; i < n; i += 1) {
      if (corner & (1 << i)) {
        at -= widths[i]!;
        sign = -sign;
      }
    }
    if (at > 0) sum += sign * at ** n;
  }
  let volume = 1;
  widths.forEach((w, i) => (volume *= w * (i + 1)));
  return min(1, max(0, sum / volume));
}

export interface LeafModel {
  /** Tolerance of one leaf, ±nm. */
  readonly tolerance: number;
  /** One-sided reading bias, the gap is 0 to this much more than the leaf says, nm. */
  readonly bias: number;
}

/**
 * Probability that a gap keeps a limit, from a bracket of leaves: anywhere in the bracket alike, plus the
 * one-sided bias, plus every leaf's tolerance. With one end only it is a bound: 1 or 0 where the bound
 * settles it whatever the tolerances, otherwise null.
 */
export function leafConformance(
  bracket: LeafBracket,
  side: 'max' | 'min',
  limit: number,
  model: LeafModel,
): number | null {
  const { low, high } = bracket;
  if (bracket.contradicts) return null;
  const slackLow = bracket.lowLeaves * model.tolerance;
  const slackHigh = bracket.highLeaves * model.tolerance + model.bias;
  if (low === null || high === null) {
    if (low !== null && low - slackLow >= limit) return side === 'min' ? 1 : 0;
    if (high !== null && high + slackHigh <= limit) return side === 'max' ? 1 : 0;
    return null;
  }
  const leaves = max(bracket.lowLeaves, bracket.highLeaves);
  const widths = [
    high - low,
    ...(model.bias > 0 ? [model.bias] : []),
    ...Array.from({ length: leaves }, () => 2 * model.tolerance),
  ].filter((w) => w > 0);
  const below = sumOfRectangularCdf(widths, limit - (low - leaves * model.tolerance));
  return side === 'max' ? below : 1 - below;
}

/** Middle of what a bracket allows and its standard uncertainty, nm; null with one end only. */
export function leafMiddle(bracket: LeafBracket, model: LeafModel): { value: number; u: number } | null {
  const { low, high } = bracket;
  if (low === null || high === null || bracket.contradicts) return null;
  const leaves = max(bracket.lowLeaves, bracket.highLeaves);
  return {
    value: (low + high + model.bias) / 2,
    u: sqrt(((high - low) ** 2 + model.bias ** 2 + leaves * (2 * model.tolerance) ** 2) / 12),
  };
}

/**
 * A ring gap against its minimum: it passes when the nominal of a leaf that goes is at least the minimum.
 * Nothing is rounded: 0.38 going proves nothing about 0.3892.
 */
export const gapPasses = (bracket: LeafBracket, minimum: number): boolean =>
  !bracket.contradicts && bracket.low !== null && bracket.low >= minimum;

/** Every thickness the set can lay together with at most three leaves, single leaves first. */
function stacks(set: readonly Nanometres[]): Nanometres[][] {
  const found: Nanometres[][] = [];
  const grow = (stack: Nanometres[], from: number) => {
    for (let i = from; i < set.length; i += 1) {
      const next = [...stack, set[i]!];
      found.push(next);
      if (next.length < MOST_LEAVES) grow(next, i + 1);
    }
  };
  grow([], 0);
  return found;
}

/**
 * Next leaf to try, by bisection from the shop's own set; a stack only where no single leaf lies between.
 * @param expected where to begin when nothing was tried, nm
 * @returns null when the set holds nothing that would narrow the bracket
 */
export function nextLeaf(
  set: readonly Nanometres[],
  bracket: LeafBracket,
  expected: number,
): readonly Nanometres[] | null {
  if (set.length === 0 || bracket.contradicts) return null;
  const { low, high } = bracket;
  const singles = [...set].sort((a, b) => a - b);
  if (low === null && high === null) {
    const first = singles.reduce((a, b) => (abs(b - expected) < abs(a - expected) ? b : a));
    return [first];
  }
  if (high === null) {
    const above = singles.filter((t) => t > low!);
    const next = above[min(1, above.length - 1)];
    return next === undefined ? null : [next];
  }
  if (low === null) {
    const below = singles.filter((t) => t < high);
    const next = below[max(0, below.length - 2)];
    return next === undefined ? null : [next];
  }
  const middle = (low + high) / 2;
  const between = (t: number) => t > low && t < high;
  const single = singles.filter(between);
  if (single.length > 0) return [single.reduce((a, b) => (abs(b - middle) < abs(a - middle) ? b : a))];
  const pack = stacks(singles).filter((s) => s.length > 1 && between(thickness(s)));
  const score = (s: readonly number[]) => s.length * 1e9 + abs(thickness(s) - middle);
  return pack.length === 0 ? null : pack.reduce((a, b) => (score(b) < score(a) ? b : a));
}
