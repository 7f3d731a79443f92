import { nextLeaf } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';
import type { BorePlace, FilingTool, GappedRing } from '../cylinder/index.js';
import type { Nanometres } from '../units/index.js';
import { nextFiling, type Cut, type FilingTry } from './filing.js';
import { gapAt, passes } from './gapItems.js';
import { gapTarget, type GapTarget } from './gapTarget.js';
import { gapWarmth, maybeWarm, warmthMargin } from './gapWarmth.js';
import { leafToGo, type LeafToGo } from './leafToGo.js';
import { learnedCut, type Filings } from './learnedCut.js';
import { leafForMost } from './mostLeaf.js';
import { ringHistory, type RingHistory, type RingState } from './ringLog.js';

/** The next thing to do with one ring. */
export type RingNext =
  | { readonly kind: 'read-bore'; readonly at: BorePlace | null }
  | { readonly kind: 'no-rule' }
  /** The shop's set has no leaves that make the minimum. */
  | { readonly kind: 'no-leaf' }
  | { readonly kind: 'wash' }
  | { readonly kind: 'square' }
  /** At a depth, nm. */
  | {
      readonly kind: 'try';
      readonly stack: readonly Nanometres[];
      readonly depth: Nanometres;
      /** It was tried so soon after the wash that the wall may have been warm: again, once it is cold. */
      readonly cold?: true;
    }
  | { readonly kind: 'file'; readonly strokes: number; readonly tool: FilingTool }
  /** The gap is proved: it goes into its bag, or straight onto its piston. */
  | { readonly kind: 'bag' }
  /** Open beyond its maximum: filing only opens. */
  | { readonly kind: 'another' }
  | { readonly kind: 'done' };

/** A ring as the station shows it: what it has to have, what was done, what is next. */
export interface RingWork {
  readonly target: GapTarget;
  readonly history: RingHistory;
  /** What has to go; null where the set cannot make it. */
  readonly leaf: LeafToGo | null;
  /** What of that leaf is for a temperature nobody read, nm; 0 where it was. */
  readonly forWarmth: number;
  /** The next thicker leaf, so that it can be said what a proved gap was; null where that is known. */
  readonly thicker: readonly Nanometres[] | null;
  readonly cut: Cut;
  readonly next: RingNext;
}

/** A bracket narrower than this is near enough to plan a pass from, nm. */
const NEAR_ENOUGH = 40_000;

/** What the planner knows of a ring: its states with the tool in hand, each with a bracket of its own. */
function filingTries(states: readonly RingState[], tool: FilingTool): FilingTry[] {
  const from = states.findLastIndex((s) => s.tool !== null && s.tool !== tool);
  const own = states.slice(from < 0 ? 0 : from);
  const base = own[0]?.strokes ?? 0;
  return own
    .filter((s) => s.tries.length > 0)
    .map((s) => ({ strokes: s.strokes - base, goes: s.bracket.low, doesNot: s.bracket.high }));
}

const LAST = { wash: 'washed', square: 'squared', bag: 'bagged' } as const;

/**
 * What to do next with a ring: read the bore its rule hangs on, square it, try the leaf that has to go, file so much,
 * wash, square, try again, until it goes; then one thicker leaf where a maximum is on file, and into its bag.
 *
 * @param set  leaves of the shop's own set, nm
 * @param tool in hand
 * @param by   who files: their own rate counts where enough is known of it
 * @param before what the shop filed in other jobs
 */
export function ringWork(
  file: JobFile,
  cylinder: number,
  ring: GappedRing,
  set: readonly Nanometres[],
  tool: FilingTool,
  by: string,
  before: readonly Filings[] = [],
): RingWork {
  const target = gapTarget(file, cylinder, ring);
  const history = ringHistory(file, cylinder, ring, target.depths.least);
  const warmth = gapWarmth(file, file.engine.bore);
  const margin = warmthMargin(file, warmth);
  // What the leaves are compared with lies at the wall's own warmth.
  const wanted = target.low === null ? null : target.low + warmth.shift;
  const leafFor = (w: number | null) => (w === null || !(w > 0) ? null : leafToGo(set, w));
  const own = leafFor(wanted);
  const sure = margin > 0 ? leafFor(wanted === null ? null : wanted + margin) : own;
  const tried = own !== null && isKnown(history.states.at(-1)!, own);
  // The sheet's own minimum is tried first; what a temperature nobody read adds comes after it, and is said.
  const leaf = tried ? sure : own;
  const cut = learnedCut(file, tool, by, before);
  const next = nextOf(file, target, history, leaf, sure, set, tool, cut, margin);
  const { low, high } = history.states.at(-1)!.bracket;
  const above =
    low === null || high !== null ? undefined : [...set].sort((a, b) => a - b).find((t) => t > low);
  return {
    target,
    history,
    leaf,
    forWarmth: leaf && own ? leaf.thickness - own.thickness : 0,
    thicker: above === undefined ? null : [above],
    cut,
    next,
  };
}

const sumOf = (stack: readonly number[]): number => stack.reduce((sum, l) => sum + l, 0);

/** Whether it is known of a leaf if it goes: it was tried, or a thinner one does not. */
const isKnown = ({ tries, bracket }: RingState, leaf: LeafToGo): boolean =>
  tries.some((t) => sumOf(t.stack) >= leaf.thickness) ||
  (bracket.high !== null && bracket.high <= leaf.thickness);

function nextOf(
  file: JobFile,
  target: GapTarget,
  { events, states }: RingHistory,
  leaf: LeafToGo | null,
  sure: LeafToGo | null,
  set: readonly Nanometres[],
  tool: FilingTool,
  cut: Cut,
  margin: number,
): RingNext {
  const { cylinder, ring, depths } = target;
  if (target.needsBore) return { kind: 'read-bore', at: target.bore.missing };
  if (target.low === null) return { kind: 'no-rule' };
  if (!leaf || !sure) return { kind: 'no-leaf' };
  const at = gapAt(file, cylinder, ring, depths.least);
  const since = <K extends keyof typeof LAST>(what: K, after: number): boolean =>
    events.slice(after + 1).some((e) => e.kind === 'ring-step' && e.what === LAST[what]);
  const filedAt = events.findLastIndex((e) => e.kind === 'filed');
  if (filedAt >= 0 && !since('wash', filedAt)) return { kind: 'wash' };
  const washedAt = events.findLastIndex((e) => e.kind === 'ring-step' && e.what === 'washed');
  if (!since('square', Math.max(filedAt, washedAt))) {
    // Proved already, by leaves tried before anybody kept steps: only its bag is missing.
    if (!(at?.tried && washedAt < 0 && filedAt < 0 && passes(at, target.low, margin)))
      return { kind: 'square' };
  }
  const now = states.at(-1)!;
  const most = gapAt(file, cylinder, ring, depths.most);
  if (target.high !== null && most?.low != null && most.low - margin > target.high)
    return { kind: 'another' };
  // Filed after its leaf had gone it is open further than anybody knows: it is tried again.
  if (at && at.tried && passes(at, target.low, margin)) {
    if (maybeWarm(file, cylinder, at.tries))
      return { kind: 'try', stack: leaf.stack, depth: depths.least, cold: true };
    const thicker = leafForMost(file, target, set, leaf.thickness);
    if (thicker) return { kind: 'try', stack: thicker, depth: depths.most };
    const provedAt = events.findLastIndex((e) => e.kind === 'leaf' || e.kind === 'filed');
    return since('bag', provedAt) ? { kind: 'done' } : { kind: 'bag' };
  }
  if (!isKnown(now, leaf)) return { kind: 'try', stack: leaf.stack, depth: depths.least };
  const { low, high } = now.bracket;
  const narrower =
    low === null || (high !== null && high - low > NEAR_ENOUGH)
      ? nextLeaf(set, now.bracket, leaf.thickness)
      : null;
  if (narrower) return { kind: 'try', stack: narrower, depth: depths.least };
  const step = nextFiling(sure.thickness, filingTries(states, tool), cut, sure.stack.length);
  return step.kind === 'file'
    ? { kind: 'file', strokes: step.strokes, tool }
    : { kind: 'try', stack: leaf.stack, depth: depths.least };
}
