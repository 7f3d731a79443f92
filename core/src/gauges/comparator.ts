import type { Nanometres, ParseContext, TypedUnit } from '../units/index.js';

/** Which way the needle turns when the bore is larger. Asked, never assumed: many gauges turn the other way. */
export type Needle = 'clockwise-larger' | 'clockwise-smaller';

export const NEEDLES: Record<Needle, string> = {
  'clockwise-larger': 'clockwise is larger',
  'clockwise-smaller': 'clockwise is smaller',
};

/** What a comparator was zeroed in for a map. */
export type ZeroIn =
  | { readonly kind: 'micrometer'; readonly instrumentId: string }
  /** A setting ring; `u` standard uncertainty of its certificate, nm. */
  | { readonly kind: 'ring'; readonly u: number };

/** A zero, and how it was found again when the map was done. */
export interface Zero {
  readonly id: string;
  readonly instrumentId: string;
  readonly in: ZeroIn;
  /** Size set, nm. */
  readonly value: number;
  readonly needle: Needle;
  /** How often the zero was set and found again before it was trusted. */
  readonly repeats: number;
  /** ISO time, by the clock of its device. */
  readonly at: string;
  /** ISO time a calibration is held against, where that clock is not believed. */
  readonly on?: string;
  /** Deviation found in the same setting afterwards, in the sense of the bore (larger is positive), nm. */
  readonly closing: { readonly q: number; readonly at: string } | null;
}

/**
 * Size behind a deviation shown on the dial.
 * @param deviation as read, clockwise positive, nm
 */
export const fromDeviation = (zero: Pick<Zero, 'value' | 'needle'>, deviation: number): Nanometres =>
  (zero.value + (zero.needle === 'clockwise-larger' ? deviation : -deviation)) as Nanometres;

/** Correction for a zero that wandered, linear in time between the two settings; 0 without a closing zero. */
export function driftAt(zero: Zero, at: string): number {
  if (!zero.closing) return 0;
  const [from, to] = [Date.parse(zero.at), Date.parse(zero.closing.at)];
  if (!(to > from)) return zero.closing.q;
  const share = Math.min(1, Math.max(0, (Date.parse(at) - from) / (to - from)));
  return zero.closing.q * share;
}

/**
 * How far a zero may wander and still be corrected: 3√2·√(r²/12 + s²). Beyond it the map is taken again.
 * @param gauge resolution r and repeatability s, nm
 */
export const driftAllowed = (gauge: {
  readonly resolution: number;
  readonly repeatability: number;
}): number => 3 * Math.SQRT2 * Math.hypot(gauge.resolution / Math.sqrt(12), gauge.repeatability);

/** Unit deviations are typed in at a comparator, by the unit of its dial. */
export const DEVIATION_UNIT: Record<'mm' | 'in', TypedUnit> = { mm: 'um', in: 'tenths' };

/** How an entry at a gauge is to be read: a size, or in comparator mode a signed deviation. */
export const readingContext = (
  instrument: { readonly unit: 'mm' | 'in' },
  comparator: boolean,
): ParseContext => ({
  unit: instrument.unit,
  ...(comparator ? { deviationUnit: DEVIATION_UNIT[instrument.unit] } : {}),
});
