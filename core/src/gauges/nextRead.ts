import type { Consequence } from '../features/index.js';
import { expectNormal, normalCdf, normalQuantile } from '../statistics/index.js';
import { acceptance, type ShopRules } from './verdict.js';

// Taken once: in the loops below looking them up each time is most of the time.
const { abs, max, sqrt } = Math;

/** Something that could be done about an undecided figure. */
export interface ReadAction<Kind extends string = string> {
  readonly kind: Kind;
  /** Standard uncertainty the figure would have afterwards, nm. */
  readonly u: number;
  readonly minutes: number;
}

export interface RankedAction<A extends ReadAction = ReadAction> {
  readonly action: A;
  /** Probability that the figure is decided afterwards, one way or the other. */
  readonly pDecides: number;
  /** Expected cost of a wrong decision taken away, per minute of work. */
  readonly worth: number;
}

/** Relative cost of deciding wrongly. Only the order of actions rests on it. */
const COST: Record<Consequence, number> = { seizure: 10, wear: 3, cosmetic: 1 };

/** Below this no action is worth its time: the figure is at its limit. */
export const HOPELESS = 0.1;

/**
 * Probability that a figure y with standard uncertainty u is decided after an action that leaves u′: the new
 * figure will be spread about y by σ = √(u² − u′²), and it decides when it lies z·u′ inside or past the limit.
 * @example pDecides(77_097, 77_105, 6.4, 4.9, 'wear') // 0.50
 */
export function pDecides(
  value: number,
  limit: number,
  u: number,
  uAfter: number,
  consequence: Consequence,
  rules?: ShopRules,
): number {
  const z = normalQuantile(acceptance(consequence, rules));
  const away = abs(limit - value);
  const sigma = sqrt(max(0, u * u - uAfter * uAfter));
  if (sigma === 0) return away >= z * uAfter ? 1 : 0;
  return normalCdf((away - z * uAfter) / sigma) + normalCdf((-away - z * uAfter) / sigma);
}

/** Chance of deciding wrongly now, and what an action leaves of it on average. */
const risk = (away: number, u: number): number => normalCdf(-abs(away) / u);

/**
 * Actions ranked by the expected cost of a wrong decision they take away per minute of work.
 * @param side which way the limit faces does not matter here: only the distance counts
 */
export function rankActions<A extends ReadAction>(
  figure: {
    readonly value: number;
    readonly limit: number;
    readonly u: number;
    readonly consequence: Consequence;
  },
  actions: readonly A[],
  rules?: ShopRules,
): RankedAction<A>[] {
  const { value, limit, u, consequence } = figure;
  const away = limit - value;
  const now = risk(away, u);
  return actions
    .filter((a) => a.u > 0 && a.u < u)
    .map((action) => {
      const sigma = sqrt(u * u - action.u * action.u);
      const after = expectNormal(away, sigma, (x) => risk(x, action.u));
      return {
        action,
        pDecides: pDecides(value, limit, u, action.u, consequence, rules),
        worth: (COST[consequence] * (now - after)) / action.minutes,
      };
    })
    .sort((a, b) => b.worth - a.worth);
}
