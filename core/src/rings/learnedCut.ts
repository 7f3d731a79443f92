import { fact, type JobFile } from '../job/index.js';
import { GAPPED_RINGS, type FilingTool } from '../cylinder/index.js';
import { gapDepths } from './boreAtGap.js';
import { USUAL_CUT, type Cut } from './filing.js';
import { packOf } from './pack.js';
import { ringHistory, type RingState } from './ringLog.js';

/** What one person filed away with one tool, as leaves before and after tell. */
export interface Filings {
  readonly tool: FilingTool;
  readonly by: string;
  /** nm */
  readonly opened: number;
  readonly strokes: number;
}

/** A bracket wider than this says too little of what a pass took off, nm. */
const WIDEST = 60_000;
/** So much has to be filed away before its rate is believed, and before it is believed closely, nm. */
const BELIEVED = 60_000;
const CLOSELY = 150_000;
/** Several hands with one tool: their rates lie within this factor of what they cut together. */
const OF_THE_SHOP = 3;

const middle = ({ bracket: { low, high } }: RingState): number | null =>
  low !== null && high !== null && high > low && high - low <= WIDEST ? (low + high) / 2 : null;

/** What was filed away in a job, by tool and person, in this shop; passes without leaves on both sides say nothing. */
export const filingsOf = fact('filingsOf', (file): readonly Filings[] => {
  const found = new Map<string, { opened: number; strokes: number } & Pick<Filings, 'tool' | 'by'>>();
  file.engine.cylinders.forEach((_, cylinder) => {
    const depth = gapDepths(file, cylinder, packOf(file, cylinder)).least;
    for (const ring of GAPPED_RINGS) {
      const { states, filed } = ringHistory(file, cylinder, ring, depth);
      states.slice(1).forEach((late, i) => {
        const early = states[i]!;
        const [a, b] = [middle(early), middle(late)];
        const { tool, by } = late;
        // What a file brought in was filed by hands of another shop.
        if (!tool || by === null || filed[i]?.importedBy != null || a === null || b === null || b <= a)
          return;
        const key = `${tool}:${by}`;
        const sum = found.get(key) ?? { tool, by, opened: 0, strokes: 0 };
        sum.opened += b - a;
        sum.strokes += late.strokes - early.strokes;
        found.set(key, sum);
      });
    }
  });
  return [...found.values()];
});

const together = (filings: readonly Filings[]): { opened: number; strokes: number } =>
  filings.reduce((sum, f) => ({ opened: sum.opened + f.opened, strokes: sum.strokes + f.strokes }), {
    opened: 0,
    strokes: 0,
  });

/**
 * What a stroke of a tool takes off: by one's own hand where enough was filed with it, in this job and before; else by
 * the shop's hands together; else the usual figure of the tool.
 *
 * @param before what the shop filed in other jobs
 */
export function learnedCut(
  file: JobFile,
  tool: FilingTool,
  by: string,
  before: readonly Filings[] = [],
): Cut {
  const all = [...filingsOf(file), ...before].filter((f) => f.tool === tool && f.strokes > 0);
  const own = together(all.filter((f) => f.by === by));
  if (own.opened >= BELIEVED)
    return { perStroke: own.opened / own.strokes, within: own.opened < CLOSELY ? OF_THE_SHOP : 1.5 };
  const shop = together(all);
  return shop.opened >= CLOSELY
    ? { perStroke: shop.opened / shop.strokes, within: OF_THE_SHOP }
    : USUAL_CUT[tool];
}
