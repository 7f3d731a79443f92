import type { JobFile } from '../job/index.js';
import { aimOf, targetOf, type FeatureKey, type LimitState } from '../specs/index.js';
import { governingFor } from './judgeValue.js';

/** A range to build to, with what is aimed at in it, base units. */
export interface BuildRange {
  readonly low: number;
  readonly high: number;
  readonly target: number;
}

/**
 * Both ends that govern a feature of this engine as it is fitted, each from the sheet that governs it, and what is aimed
 * at between them.
 * @param states which states may speak, the first that holds a figure first
 * @returns null where an end is missing, asked for, or contradicted: nothing can be chosen then
 */
export function rangeFor(
  file: JobFile,
  feature: FeatureKey,
  states: readonly LimitState[],
  fittedPiston?: string | null,
): BuildRange | null {
  const [least, most] = (['min', 'max'] as const).map((side) => {
    const found = governingFor(file, feature, states, side, fittedPiston);
    return found.status === 'governed' ? found.limit : null;
  });
  if (!least || !most || least.low === null || most.high === null || least.low > most.high) return null;
  const ends = { low: least.low, high: most.high };
  return { ...ends, target: targetOf({ ...ends, ...aimOf(least, most) })! };
}
