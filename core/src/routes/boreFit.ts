import {
  extremeConformance,
  extremeTail,
  fitKey,
  twoDirections,
  type BoreState,
  type MapSpread,
} from '../bore/index.js';
import { clearances } from '../fit/index.js';
import { conformance, decide, difference, uncertaintyOf, type Estimate } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';
import type { Range } from './finishedSize.js';

/** How a piston goes into the bore as it is. */
export interface BoreFit {
  readonly tightest: number;
  readonly loosest: number;
  /** That both ends of the clearance are kept at once, what two directions cannot see among it. */
  readonly p: number;
  /** Standard uncertainty of the clearance, the larger end’s, nm. */
  readonly u: number;
  readonly state: 'within' | 'undecided' | 'beyond';
  /** A quick figure, never higher than the true one, until the whole map is propagated. */
  readonly provisional: boolean;
}

/**
 * How surely a piston keeps both ends of its clearance in the bore as it is: the joint share of one
 * propagation, the same that the clearance verdicts stand on; until that is worked the least it can be.
 */
export function fitAsItIs(
  file: JobFile,
  bore: BoreState,
  piston: Estimate,
  range: Range,
  spread: MapSpread | null,
): BoreFit | null {
  const { survey } = bore;
  if (!survey) return null;
  const { tightest, loosest } = clearances(survey.smallest.of, survey.largest.of, piston);
  const found = spread?.fits[fitKey({ piston, ...range })];
  const all = survey.depths.flatMap((d) => d.readings.map((r) => difference(r.of, piston)));
  const quick = (side: 'max' | 'min') => {
    const [of, limit] = side === 'max' ? ([loosest, range.high] as const) : ([tightest, range.low] as const);
    const { u, dof } = uncertaintyOf(of);
    const extreme = side === 'max' ? survey.largest : survey.smallest;
    const beyond = side === 'max' ? of.value - limit : limit - of.value;
    return {
      p:
        twoDirections(survey).length > 0
          ? extremeConformance(survey, extreme, side, limit, u, bore.sigma, piston.value)
          : conformance(of.value, side, limit, u, dof),
      tail: extremeTail(beyond, of, all),
    };
  };
  const [tight, loose] = found ? [found.tight, found.loose] : [quick('min'), quick('max')];
  const states = [
    decide(tight.p, 'seizure', file.shop.rules, tight.tail),
    decide(loose.p, 'wear', file.shop.rules, loose.tail),
  ];
  return {
    tightest: tightest.value,
    loosest: loosest.value,
    p: found?.p ?? Math.max(0, tight.p + loose.p - 1),
    u: Math.max(uncertaintyOf(tightest).u, uncertaintyOf(loosest).u),
    state: states.includes('beyond') ? 'beyond' : states.includes('undecided') ? 'undecided' : 'within',
    provisional: !found,
  };
}
