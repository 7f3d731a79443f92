import { atHand, leafBracket, nextLeaf } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';
import type { Nanometres } from '../units/index.js';
import { gapAt } from './gapItems.js';
import type { GapTarget } from './gapTarget.js';
import { gapWarmth, warmthMargin } from './gapWarmth.js';
import { ringHistory } from './ringLog.js';

/** Every leaf that hangs in the shop, nm. */
export const leavesAtHand = ({ instruments }: Pick<JobFile, 'instruments'>): readonly Nanometres[] => [
  ...new Set(instruments.flatMap((i) => (i.type === 'leaf' && atHand(i) ? i.leaves : []))),
];

/**
 * The thicker leaf that is still to be tried to show that a ring keeps its maximum.
 * @param set      leaves to choose from, nm
 * @param expected where to begin when nothing was tried at that depth, nm
 * @returns null where that is shown, no maximum is on file, or no leaf of the set lies between
 */
export function leafForMost(
  file: JobFile,
  { cylinder, ring, depths, high }: GapTarget,
  set: readonly Nanometres[],
  expected: number,
): readonly Nanometres[] | null {
  if (high === null) return null;
  const margin = warmthMargin(file, gapWarmth(file, file.engine.bore));
  const most = gapAt(file, cylinder, ring, depths.most);
  if (most?.high != null && most.high + margin <= high) return null;
  const bracket =
    depths.least === depths.most
      ? leafBracket(ringHistory(file, cylinder, ring, depths.least).states.at(-1)!.tries)
      : (most?.bracket ?? leafBracket([]));
  return nextLeaf(
    set.filter((t) => t <= high - margin),
    bracket,
    expected,
  );
}
