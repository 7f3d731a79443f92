import { OutOfRange } from '../errors.js';
import type { Consequence } from '../features/index.js';
import { normalQuantile, studentCdf } from '../statistics/index.js';

/** What a reading proves against a limit. `noLimit` is never a pass. */
export type VerdictState = 'within' | 'undecided' | 'beyond' | 'noLimit';

/** How sure a shop wants to be. Seizure is not for a shop to lower. */
export interface ShopRules {
  /** Probability needed to accept against a wear limit, 0.80 to 0.999. */
  readonly wearThreshold: number;
}

export const USUAL_RULES: ShopRules = { wearThreshold: 0.95 };

const LOWEST_WEAR = 0.8;

/** Probability needed to say `within` for a limit of this consequence. */
export function acceptance(consequence: Consequence, rules: ShopRules = USUAL_RULES): number {
  if (consequence === 'seizure') return 0.95;
  if (consequence === 'cosmetic') return 0.5;
  return Math.max(rules.wearThreshold, LOWEST_WEAR);
}

/** Probability needed to say `beyond`. */
export const rejection = (consequence: Consequence): number => (consequence === 'cosmetic' ? 0.5 : 0.95);

/**
 * Probability that the true value keeps a limit, Φ((L − y)/u) for a maximum, mirrored for a minimum;
 * Student's t when the uncertainty rests on few repeats.
 * @param u standard uncertainty, nm, > 0
 * @throws OutOfRange when u is not positive
 */
export function conformance(
  value: number,
  side: 'max' | 'min',
  limit: number,
  u: number,
  dof = Infinity,
): number {
  if (!(u > 0)) throw new OutOfRange('standard uncertainty', u, 'above 0');
  const t = (side === 'max' ? limit - value : value - limit) / u;
  return studentCdf(t, dof);
}

/**
 * Three-way decision after JCGM 106 / ISO 14253-1: within when P that the limit is kept reaches the acceptance
 * of the consequence; beyond when a part exactly at its limit would read this far out so seldom that it is
 * past it; undecided in between.
 * @param tail how often a part at its limit reads as far out; for a single reading that is P itself
 */
export function decide(
  p: number,
  consequence: Consequence,
  rules: ShopRules = USUAL_RULES,
  tail = p,
): Exclude<VerdictState, 'noLimit'> {
  if (p >= acceptance(consequence, rules)) return 'within';
  return 1 - tail >= rejection(consequence) ? 'beyond' : 'undecided';
}

/** Of several verdicts together: one that was asked for and not given yet is known too. */
export type Overall = VerdictState | 'unread';

const RANK: Record<Overall, number> = { beyond: 4, undecided: 3, noLimit: 2, unread: 1, within: 0 };

/**
 * The verdict of several together: beyond > undecided > no limit > unread > within. Nothing is within before
 * every verdict that was asked for has been given.
 */
export function combineVerdicts(states: readonly Overall[]): Overall {
  if (states.length === 0) return 'unread';
  return states.reduce((worst, s) => (RANK[s] > RANK[worst] ? s : worst));
}

/**
 * Narrowest range that readings of this uncertainty can confirm at all, 2·z·u: each side of it by itself has
 * to be shown kept, z for p₀.
 * @returns nm; 3.29·u at p₀ = 0.95
 */
export function narrowestWindow(u: number, consequence: Consequence, rules: ShopRules = USUAL_RULES): number {
  return 2 * normalQuantile(acceptance(consequence, rules)) * u;
}
