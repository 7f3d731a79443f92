import { leafConformance, nextLeaf, type LeafBracket } from '../gauges/index.js';
import { leafToGo } from '../rings/index.js';
import type { Nanometres } from '../units/index.js';

/** What a gap is held against, nm; null where there is no such end. */
export interface GapLimits {
  readonly low: number | null;
  readonly high: number | null;
}

const SURE = 0.95;

/** Whether leaves have settled a gap against its limits: nothing more has to be tried. */
export function gapSettled(bracket: LeafBracket, limits: GapLimits, tolerance: number): boolean {
  const sure = (side: 'max' | 'min', limit: number | null): boolean => {
    if (limit === null) return true;
    const p = leafConformance(bracket, side, limit, { tolerance, bias: 0 });
    return p !== null && (p >= SURE || p <= 1 - SURE);
  };
  if (limits.low === null && limits.high === null) return bracket.low !== null && bracket.high !== null;
  return sure('min', limits.low) && sure('max', limits.high);
}

/**
 * The leaf to try next in a gap with limits: first the one that proves a limit kept, then the one that proves it
 * passed, then whatever narrows the bracket.
 * @param set leaves of the shop's own set, nm
 * @returns null where nothing more has to be tried, or nothing in the set would tell
 */
export function leafToTry(
  set: readonly Nanometres[],
  bracket: LeafBracket,
  limits: GapLimits,
  tolerance: number,
  expected: number,
): readonly Nanometres[] | null {
  if (bracket.contradicts || gapSettled(bracket, limits, tolerance)) return null;
  const sorted = [...set].sort((a, b) => a - b);
  const { low, high } = bracket;
  const open = (t: number): boolean => (low === null || t > low) && (high === null || t < high);
  // Not going under a maximum by its own tolerance proves it kept; going over it proves it passed.
  const wanted = [
    ...(limits.high === null
      ? []
      : [
          sorted.findLast((t) => t + tolerance <= limits.high!),
          sorted.find((t) => t - tolerance >= limits.high!) ?? pack(set, limits.high + 3 * tolerance),
        ]),
    ...(limits.low === null
      ? []
      : [
          sorted.find((t) => t - tolerance >= limits.low!),
          sorted.findLast((t) => t + tolerance <= limits.low!),
        ]),
  ].find((t) => t !== undefined && open(sum(t)));
  if (wanted === undefined) return nextLeaf(set, bracket, expected);
  return typeof wanted === 'number' ? [wanted] : wanted;
}

const sum = (t: number | readonly number[]): number =>
  typeof t === 'number' ? t : t.reduce((total, l) => total + l, 0);

/** Leaves laid together that pass a size no single leaf of the set has; undefined where none do. */
const pack = (set: readonly Nanometres[], size: number): readonly Nanometres[] | undefined =>
  leafToGo(set, Math.ceil(size))?.stack;
