import {
  conformance,
  decide,
  uncertaintyOf,
  whichDecides,
  type Estimate,
  type Instrument,
  type VerdictState,
} from '../gauges/index.js';
import { governing, wallMaterial, type FeatureKey, type Governing, type LimitState } from '../specs/index.js';
import type { JobFile } from './jobFile.js';
import { benchOf } from './standingReadings.js';
import {
  consequenceOf,
  limitFigure,
  type Because,
  type Caveat,
  type VerdictItem,
  type WorkingLine,
} from './verdictItem.js';

export interface ToJudge {
  readonly cylinder: number;
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
}

/** Which limit governs one side of a feature in this job. */
export function governingFor(
  file: JobFile,
  feature: FeatureKey,
  states: readonly LimitState[],
  side: 'max' | 'min',
  fittedPiston = file.job.fitted.piston,
): Governing {
  const facts = file.engine;
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
    if (found.status === 'ask') return found;
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
  limitAt: number | null,
  governed: Governing,
  file: JobFile,
): { state: VerdictState; because: Because | null } {
  if (input.of === null && input.blockedBy === 'three-point')
    return { state: 'undecided', because: 'three-point' };
  if (input.of === null)
    return { state: governed.status === 'none' ? 'noLimit' : 'undecided', because: 'unread' };
  if (governed.status === 'ask') return { state: 'undecided', because: 'ask-limit' };
  if (limitAt === null || p === null || plain === null) return { state: 'noLimit', because: null };
  const consequence = consequenceOf(input.feature, input.side);
  const state = decide(p, consequence, file.shop.rules);
  // What is read can already be too much; what is not read yet can never make it enough.
  if (state === 'beyond' && input.blockedBy !== 'three-point' && input.blockedBy !== 'conflict')
    return { state, because: null };
  if (input.blockedBy) return { state: 'undecided', because: input.blockedBy };
  if (state !== 'undecided') return { state, because: null };
  return {
    state,
    because: input.unseenP && decide(plain, consequence, file.shop.rules) === 'within' ? 'unseen' : 'gauge',
  };
}

const weakestFirst = (instruments: readonly Instrument[]): Instrument[] =>
  [...new Set(instruments)].sort(
    (a, b) => Math.hypot(b.repeatability, b.maxError) - Math.hypot(a.repeatability, a.maxError),
  );

/**
 * Holds one figure against the limit that governs it and says how sure that is. Nothing on file is never a
 * pass; an incomplete plan is never a pass; what has been read may already be beyond.
 */
export function judgeValue(file: JobFile, input: ToJudge): VerdictItem {
  const governed = governingFor(file, input.feature, input.states, input.side, input.fittedPiston);
  const limit = governed.status === 'governed' ? governed.limit : null;
  const limitAt = limit && limitFigure(limit, input.side);
  const consequence = consequenceOf(input.feature, input.side);
  const spread = input.of && uncertaintyOf(input.of);
  const value = input.of ? (input.value ?? input.of.value) : null;
  const judgeable = value !== null && spread !== null && spread.u > 0 && limitAt !== null;
  const plain = judgeable ? conformance(value, input.side, limitAt, spread.u, spread.dof) : null;
  const p = judgeable && input.unseenP ? input.unseenP(limitAt, spread.u) : plain;
  const fresh = governingFor(file, input.feature, ['new'], input.side, input.fittedPiston);
  const { state, because } = outcome(input, p, plain, limitAt, governed, file);

  const isBore = input.feature === 'bore';
  const caveats = new Set(input.caveats);
  if (limit?.source.checkedBy === null) caveats.add('unchecked');
  if (governed.status === 'governed' && governed.overridden) caveats.add('override');

  return {
    key: `${input.cylinder}:${input.feature}:${input.side}`,
    cylinder: input.cylinder,
    feature: input.feature,
    side: input.side,
    title: input.title,
    value,
    u: spread?.u ?? null,
    p,
    state,
    because,
    consequence,
    limitAt,
    limit,
    governing: governed,
    band:
      fresh.status === 'governed'
        ? { low: fresh.limit.low, high: fresh.limit.high }
        : { low: null, high: null },
    caveats: [...caveats],
    outlook:
      isBore && judgeable
        ? whichDecides(
            {
              value,
              side: input.side,
              limit: limitAt,
              consequence,
              of: 'bore',
              at: input.at,
              part: `bore:${input.cylinder}`,
              material: wallMaterial(file.engine.wall),
            },
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
  };
}
