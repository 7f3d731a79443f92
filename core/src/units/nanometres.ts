import { OutOfRange } from '../errors.js';

// Taken once: in the loops below looking them up each time is most of the time.
const { abs, round, sign } = Math;

declare const nanometres: unique symbol;

/** A length as an integer number of nanometres, so that sums and differences of readings are exact. */
export type Nanometres = number & { readonly [nanometres]: true };

export type LengthUnit = 'mm' | 'in';

/** Nanometres in one of each unit. Every factor is an integer (1 in = 25.4 mm by definition). */
export const NM_PER = {
  mm: 1_000_000,
  um: 1_000,
  in: 25_400_000,
  thou: 25_400,
  tenth: 2_540,
} as const;

/**
 * Rounds to an integer, halves away from zero: the one rounding of the core.
 * @param x any finite number
 */
export function roundHalfAway(x: number): number {
  // Not floor(|x| + ½): the sum of 0.49999999999999994 and ½ is 1.
  const rounded = sign(x) * round(abs(x));
  return rounded === 0 ? 0 : rounded;
}

/**
 * A length from a number of nanometres, rounded once.
 * @throws OutOfRange when not finite or beyond ±9 × 10¹⁵ nm
 */
export function nm(value: number): Nanometres {
  const rounded = roundHalfAway(value);
  if (!Number.isSafeInteger(rounded)) throw new OutOfRange('length', value, 'a finite number of nanometres');
  return rounded as Nanometres;
}

/** A length from millimetres. @example mm(77.094) // 77_094_000 */
export const mm = (value: number): Nanometres => nm(value * NM_PER.mm);

/** A length from micrometres. */
export const um = (value: number): Nanometres => nm(value * NM_PER.um);

/** A length from inches. @example inch(0.0023) // 58_420 */
export const inch = (value: number): Nanometres => nm(value * NM_PER.in);

/** Exact sum of lengths. */
export const add = (a: Nanometres, b: Nanometres): Nanometres => nm(a + b);

/**
 * Smallest length allowed by a rule "factor of a diameter". A derived minimum is rounded up,
 * so that rounding can never make it smaller than the rule says.
 * @param diameter nm, > 0
 * @param factor   the rule's factor × 10⁴, an integer (0.0046 → 46)
 */
export function factorMinimum(diameter: Nanometres, factor: number): Nanometres {
  if (!Number.isInteger(factor)) throw new OutOfRange('rule factor', factor, 'an integer over 10 000');
  return Number((BigInt(diameter) * BigInt(factor) + 9_999n) / 10_000n) as Nanometres;
}

/** Largest length allowed by a rule "factor of a diameter": rounded down, for the same reason. */
export function factorMaximum(diameter: Nanometres, factor: number): Nanometres {
  if (!Number.isInteger(factor)) throw new OutOfRange('rule factor', factor, 'an integer over 10 000');
  return Number((BigInt(diameter) * BigInt(factor)) / 10_000n) as Nanometres;
}
