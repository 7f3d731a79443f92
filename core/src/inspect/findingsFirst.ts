import type { JobFile } from '../job/index.js';
import { stripPlan } from '../strip/index.js';
import { inspectBegun, notLookedAt } from './inspected.js';

/**
 * Why nothing is ported, honed or painted yet; null where it may be. Strip and findings come first: what is found later
 * ends a wall that was just worked on, and grit of that work hides what was there.
 */
export function findingsFirst(file: JobFile): string | null {
  const { chosen, now } = stripPlan(file);
  if (!chosen && !inspectBegun(file)) return null;
  if (chosen?.purpose === 'look') return null;
  const left = notLookedAt(file).length;
  if (chosen && now)
    return 'It is not all apart yet: strip and findings come before porting, honing or painting.';
  return left > 0
    ? `${left} ${left === 1 ? 'part is' : 'parts are'} not looked at yet: findings come before porting, honing or painting.`
    : null;
}
