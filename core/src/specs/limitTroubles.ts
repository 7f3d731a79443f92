import { unitsOf } from '../units/index.js';
import { FEATURES } from './feature.js';
import type { Limit } from './limit.js';
import { aimsOutside, type LimitEnds } from './target.js';

/** Why a limit cannot be one at all, whichever way it came: typed, copied, in a file. */
export interface LimitTrouble {
  readonly code: 'no-figure' | 'reversed' | 'target-outside' | 'other-unit';
  /** As the rest of a sentence about it: `holds no figure`. */
  readonly sentence: string;
}

/**
 * What no limit can be: without a figure, the wrong way round, with a target that is not inside both of its ends, in a
 * unit that measures something else.
 * @param limit figures in base units
 * @example limitTroubles({ low: 2, high: 1 }).length // 1
 */
export function limitTroubles(
  limit: LimitEnds & Pick<Limit, 'rows'> & Partial<Pick<Limit, 'feature' | 'unit'>>,
): readonly LimitTrouble[] {
  const { low, high, rows, feature, unit } = limit;
  const troubles: LimitTrouble[] = [];
  if (low === null && high === null && !rows?.length)
    troubles.push({ code: 'no-figure', sentence: 'holds no figure' });
  if (low !== null && high !== null && low > high)
    troubles.push({ code: 'reversed', sentence: 'has its low figure above its high one' });
  else if (aimsOutside(limit))
    troubles.push({ code: 'target-outside', sentence: 'aims at something outside its own range' });
  if (feature && unit && !unitsOf(FEATURES[feature].dimension).includes(unit))
    troubles.push({ code: 'other-unit', sentence: `is in ${unit}, which measures something else` });
  return troubles;
}
