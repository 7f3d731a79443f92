import type { JobFile } from '../job/index.js';
import { GAPPED_RINGS, type FilingTool } from '../log/index.js';
import { USUAL_CUT, type Cut } from './filing.js';
import { gapDepths } from './boreAtGap.js';
import { packOf } from './pack.js';
import { ringHistory, type RingState } from './ringLog.js';

/** A bracket wider than this says too little of what a pass took off, nm. */
const WIDEST = 60_000;
/** So much has to be filed away before its rate is believed, and before it is believed closely, nm. */
const BELIEVED = 60_000;
const CLOSELY = 150_000;

const middle = ({ bracket: { low, high } }: RingState): number | null =>
  low !== null && high !== null && high > low && high - low <= WIDEST ? (low + high) / 2 : null;

/**
 * What a stroke of a tool takes off in one person's hand, from the rings of this job they filed with it; the usual
 * figure of the tool until enough was filed away.
 */
export function learnedCut(file: JobFile, tool: FilingTool, by: string): Cut {
  let opened = 0;
  let strokes = 0;
  file.engine.cylinders.forEach((_, cylinder) => {
    const depth = gapDepths(file, cylinder, packOf(file, cylinder)).least;
    for (const ring of GAPPED_RINGS) {
      const { states } = ringHistory(file, cylinder, ring, depth);
      states.slice(1).forEach((late, i) => {
        const early = states[i]!;
        const [a, b] = [middle(early), middle(late)];
        if (late.tool !== tool || late.by !== by || a === null || b === null || b <= a) return;
        opened += b - a;
        strokes += late.strokes - early.strokes;
      });
    }
  });
  return opened < BELIEVED
    ? USUAL_CUT[tool]
    : { perStroke: opened / strokes, within: opened < CLOSELY ? 3 : 1.5 };
}
