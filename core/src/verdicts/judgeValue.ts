import {
  conformance,
  decide,
  uncertaintyOf,
  whichDecides,
  type Estimate,
  type Instrument,
  type VerdictState,
} from '../gauges/index.js';
import { benchOf, engineFacts, type JobFile } from '../job/index.js';
import {
  featureInfo,
  governing,
  trustOf,
  type FeatureKey,
  type Governing,
  type LimitState,
} from '../specs/index.js';
import {
  consequenceOf,
  limitFigure,
  subjectKey,
  type Because,
  type Caveat,
  type Figure,
  type Subject,
  type WorkingLine,
} from './figure.js';
import type { FigureSpread } from './figureSpread.js';

export interface ToJudge {
  readonly subject: Subject;
  readonly feature: FeatureKey;
  readonly side: 'max' | 'min';
  readonly title: string;
  readonly of: Estimate | null;
  /** Reported value when it differs from the estimate's (noise taken out of an ovality). */
  readonly value?: number;
  /** States of the limit to try, first that governs with a figure on this side. */
  readonly states: readonly LimitState[];
  /** Replaces the plain probability where two directions leave something unseen. */
  readonly unseenP?: (limit: number, u: number) => number;
  /** How often a part at the limit would read this far past it, nm; P itself for a single reading. */
  readonly tailOf?: (beyond: number, u: number) => number;
  readonly progress: { readonly read: number; readonly planned: number };
  readonly blockedBy: Because | null;
  readonly caveats: readonly Caveat[];
  readonly working: readonly WorkingLine[];
  readonly step: number;
  /** Gauges the figure rests on. */
  readonly instruments: readonly Instrument[];
  readonly depth: number | null;
  readonly at: string;
  readonly fittedPiston?: string | null;
  /** Limit to hold it against instead of the one on file: a machinist's ticket. */
  readonly given?: Governing;
  /** The figure comes from a whole map: its propagation, or null while that is not worked yet. */
  readonly spread?: FigureSpread | null;
  /** Found with leaves: the bracket and the probability it leaves; `value` is its middle. */
  readonly leaves?: {
    readonly low: number | null;
    readonly high: number | null;
    readonly p: (side: 'max' | 'min', limit: number) => number | null;
    /** They say nothing of where more room may be: a maximum can be shown to be passed, never to be kept. */
    readonly boundOnly?: true;
  };
  /** Its name among the figures of its subject, where a feature has several: two rails of one limit. */
  readonly named?: string;
  /** Its own room says what settles it; no other gauge, no repeat does. */
  readonly ownWay?: boolean;
  /** Asks what the shop's gauges could say about this one size. */
  readonly outlook?: Pick<Parameters<typeof whichDecides>[0], 'of' | 'part' | 'material'>;
}

/** Which limit governs one side of a feature in this job. */
export function governingFor(
  file: JobFile,
  feature: FeatureKey,
  states: readonly LimitState[],
  side: 'max' | 'min',
  fittedPiston = file.job.fitted.piston,
): Governing {
  const facts = engineFacts(file);
  let last: Governing | null = null;
  for (const state of states) {
    const found = governing(
      file.engine.limits,
      feature,
      state,
      facts,
      { ...file.job.fitted, piston: fittedPiston },
      file.job.overrides,
    );
    if (found.status === 'ask' || found.status === 'contradiction') return found;
    if (found.status === 'governed' && limitFigure(found.limit, side) !== null) return found;
    if (found.status === 'none') last ??= found;
  }
  return (
    last ?? { status: 'none', others: [], why: `No ${side === 'max' ? 'maximum' : 'minimum'} is on file.` }
  );
}

function outcome(
  input: ToJudge,
  p: number | null,
  plain: number | null,
  tail: number | null,
  limitAt: number | null,
  governed: Governing,
  file: JobFile,
): { state: VerdictState; because: Because | null } {
  const found = input.of !== null || input.leaves !== undefined;
  if (!found && input.blockedBy === 'three-point') return { state: 'undecided', because: 'three-point' };
  if (!found) return { state: governed.status === 'none' ? 'noLimit' : 'undecided', because: 'unread' };
  if (governed.status === 'ask') return { state: 'undecided', because: 'ask-limit' };
  if (governed.status === 'contradiction') return { state: 'undecided', because: 'contradiction' };
  if (input.blockedBy === 'needs-bore') return { state: 'undecided', because: 'needs-bore' };
  if (limitAt === null) return { state: 'noLimit', because: null };
  if (p === null)
    return { state: 'undecided', because: input.blockedBy ?? (input.leaves ? 'leaves' : 'gauge') };
  const consequence = consequenceOf(input.feature, input.side);
  const decided = decide(p, consequence, file.shop.rules, tail ?? p);
  // The leaf rests on one wall and bridges the curve: however it goes, more room may be elsewhere.
  const state =
    input.leaves?.boundOnly && input.side === 'max' && decided === 'within' ? 'undecided' : decided;
  // What is read can already be too much; what is not read yet can never make it enough.
  if (state === 'beyond' && !NEVER_BEYOND.has(input.blockedBy)) return { state, because: null };
  if (input.blockedBy) return { state: 'undecided', because: input.blockedBy };
  if (state !== 'undecided') return { state, because: null };
  if (input.leaves) return { state, because: 'leaves' };
  return {
    state,
    because:
      input.unseenP && plain !== null && decide(plain, consequence, file.shop.rules) === 'within'
        ? 'unseen'
        : 'gauge',
  };
}

/** What is wrong with the readings themselves: nothing can be said from them, not even that it is too much. */
const NEVER_BEYOND: ReadonlySet<Because | null> = new Set([
  'three-point',
  'conflict',
  'wrong-axis',
  'outlier',
  'warm',
] as const);

const weakestFirst = (instruments: readonly Instrument[]): Instrument[] =>
  [...new Set(instruments)].sort(
    (a, b) => Math.hypot(b.repeatability, b.maxError) - Math.hypot(a.repeatability, a.maxError),
  );

/**
 * Holds one figure against the limit that governs it and says how sure that is. Nothing on file is never a
 * pass; an incomplete plan is never a pass; what has been read may already be beyond.
 */
export function judgeValue(file: JobFile, input: ToJudge): Figure {
  const governed =
    input.given ?? governingFor(file, input.feature, input.states, input.side, input.fittedPiston);
  const limit = governed.status === 'governed' ? governed.limit : null;
  const limitAt = limit && limitFigure(limit, input.side);
  const consequence = consequenceOf(input.feature, input.side);
  const { leaves } = input;
  const of = leaves ? null : input.of;
  const spread = of && uncertaintyOf(of);
  const value = leaves ? (input.value ?? leaves.low ?? leaves.high) : of ? (input.value ?? of.value) : null;
  const judgeable = value !== null && spread !== null && spread.u > 0 && limitAt !== null;
  const plain = judgeable ? conformance(value, input.side, limitAt, spread.u, spread.dof) : null;
  const quick = judgeable && input.unseenP ? input.unseenP(limitAt, spread.u) : plain;
  const quickTail =
    judgeable && plain !== null
      ? input.tailOf
        ? input.tailOf(input.side === 'max' ? value - limitAt : limitAt - value, spread.u)
        : plain
      : null;
  const p = leaves
    ? limitAt === null
      ? null
      : leaves.p(input.side, limitAt)
    : judgeable
      ? (input.spread?.p ?? quick)
      : null;
  const tail = leaves ? p : judgeable ? (input.spread?.tail ?? quickTail) : null;
  const fresh = governingFor(file, input.feature, ['new'], input.side, input.fittedPiston);
  const { state, because } = outcome(input, p, plain, tail, limitAt, governed, file);

  const caveats = new Set(input.caveats);
  if (limit && trustOf(limit.source) === 'unchecked') caveats.add('unchecked');
  if (governed.status === 'governed' && governed.overridden) caveats.add('override');
  if (leaves) caveats.add('leaves');
  if (leaves?.boundOnly) caveats.add('bridged');
  // What a file brought in was read with gauges of the file.
  if (input.instruments.some((i) => i.importedBy !== null)) caveats.add('imported');
  const band = input.given && limit ? limit : fresh.status === 'governed' ? fresh.limit : null;

  return {
    key: `${subjectKey(input.subject)}:${input.named ?? input.feature}:${input.side}`,
    subject: input.subject,
    dimension: featureInfo(input.feature).dimension,
    feature: input.feature,
    side: input.side,
    title: input.title,
    value,
    u: spread?.u ?? null,
    p,
    tail,
    finding: null,
    interval: leaves || !input.spread ? null : { low: input.spread.low, high: input.spread.high },
    provisional: !leaves && input.spread === null && judgeable,
    bracket: leaves ? { low: leaves.low, high: leaves.high } : null,
    state,
    because,
    consequence,
    limitAt,
    limit,
    governing: governed,
    band: { low: band?.low ?? null, high: band?.high ?? null },
    caveats: [...caveats],
    outlook:
      input.outlook && judgeable
        ? whichDecides(
            { ...input.outlook, value, side: input.side, limit: limitAt, consequence, at: input.at },
            benchOf(file),
            file.shop.rules,
          )
        : [],
    working: input.working,
    budget: spread?.budget ?? [],
    step: input.step,
    progress: input.progress,
    gauges: weakestFirst(input.instruments).map((i) => i.name),
    depth: input.depth,
    ownWay: input.ownWay ?? false,
  };
}
