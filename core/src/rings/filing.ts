import { OutOfRange } from '../errors.js';
import type { FilingTool } from '../cylinder/index.js';

const { floor, max, min } = Math;

/** What one turn or stroke takes off a gap, as far as it is known. */
export interface Cut {
  /** nm a turn or stroke, > 0 */
  readonly perStroke: number;
  /** The truth lies within this factor either way, > 1. */
  readonly within: number;
}

/** Before anything is known of a tool, a ring and a hand. */
export const USUAL_CUT: Record<FilingTool, Cut> = {
  grinder: { perStroke: 5_000, within: 10 },
  file: { perStroke: 5_000, within: 10 },
};

/** A leaf said to go may lie this much above the gap, one said not to as much below: the feel of a hand, nm. */
export const FEEL = 10_000;
/** The first pass is never longer, whatever is left to take. */
export const MOST_AT_FIRST = 30;
/** Aimed at so much more than the target: the fastest cut there could be is hardly ever the one there is. */
const OVER = 1.04;
/** A gap may end so much over its target before it counts as filed past it. */
const PAST = 0.15;
/** With less room than so many feels of a hand up to there, it is aimed at the target itself. */
const ROOM = 4;
/** No tool is believed to cut so many times less than it is planned with. */
const SLOWEST = 50;
/** A pass may cut so much more than the ones before it did; with next to no room up to there, more care. */
const UNEVEN = { usual: 1.2, tight: 1.3 };
/** Room of so few feels of a hand is tight. */
const TIGHT = 3.5;

/** What the leaves said of one ring after so many turns or strokes altogether. */
export interface FilingTry {
  /** Turns or strokes so far, with the tool in hand. */
  readonly strokes: number;
  /** Thickest leaf that goes, nm; null when none did. */
  readonly goes: number | null;
  /** Thinnest that drags or does not go, nm; null when none was tried. */
  readonly doesNot: number | null;
}

export type FilingStep =
  /** The target leaf goes: no more is taken off. */
  | { readonly kind: 'stop' }
  | { readonly kind: 'file'; readonly strokes: number; readonly tryAfter: number }
  /** No leaf that goes is known yet: nothing can be planned from. */
  | { readonly kind: 'try'; readonly leaf: number };

/** The fastest cut that two tries with one tool leave possible, nm a stroke. */
function fastestCut(tries: readonly FilingTry[], { perStroke, within }: Cut, feel: number): number | null {
  let fastest: number | null = null;
  tries.forEach((late, j) =>
    tries.slice(0, j).forEach((early) => {
      const strokes = late.strokes - early.strokes;
      if (strokes <= 0 || late.doesNot === null || early.goes === null) return;
      const at = (late.doesNot + 2 * feel - early.goes) / strokes;
      if (fastest === null || at < fastest) fastest = at;
    }),
  );
  return fastest === null ? null : min(perStroke * within, max(perStroke / SLOWEST, fastest));
}

/**
 * How much to file a ring before it is tried again, so that it is not filed past its target. The first pass goes by
 * the fastest the tool may cut as far as it is known; after it, two tries of this very ring bound that: what they say
 * of the gap, each up to the feel of a hand off, over the strokes between them. Filing only ever opens.
 *
 * @param target thickness of the leaf that has to go, nm, > 0
 * @param tries  in order, strokes counted from the first with the tool in hand
 * @param cut    what a stroke takes off: the shop's own for tool, ring and person, or the usual
 * @param leaves in the stack the target is tried with, 1 to 3: each has its feel
 * @throws OutOfRange for a target or a cut that is not above nothing
 */
export function nextFiling(target: number, tries: readonly FilingTry[], cut: Cut, leaves = 1): FilingStep {
  if (!(target > 0)) throw new OutOfRange('target gap', target, 'above 0');
  if (!(cut.perStroke > 0)) throw new OutOfRange('cut of a stroke', cut.perStroke, 'above 0');
  if (!(cut.within > 1)) throw new OutOfRange('factor of a cut', cut.within, 'above 1');
  const last = tries.at(-1);
  if (last?.goes != null && last.goes >= target) return { kind: 'stop' };
  if (!last || last.goes === null) return { kind: 'try', leaf: target };
  const feel = Math.sqrt(leaves) * FEEL;
  const fastest = fastestCut(tries, cut, feel);
  const { goes } = last;
  const room = PAST * target;
  const over = room < ROOM * feel ? 1 : OVER;
  const uneven = room < TIGHT * feel ? UNEVEN.tight : UNEVEN.usual;
  const strokes =
    fastest === null
      ? min(MOST_AT_FIRST, floor((target - goes) / (cut.perStroke * cut.within)))
      : floor((over * target + feel - (goes + (last.doesNot ?? target)) / 2) / (uneven * fastest));
  return { kind: 'file', strokes: max(1, strokes), tryAfter: target };
}
