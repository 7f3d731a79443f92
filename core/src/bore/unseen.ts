import { expectNormal, normalCdf } from '../statistics/index.js';
import type { BoreSurvey, Extreme } from './survey.js';

// Taken once: in the loops below looking them up each time is most of the time.
const { abs, sqrt } = Math;

/**
 * Two perpendicular directions give m and a of D(θ) = m + a·cos 2θ + b·sin 2θ but not b: an oval lying at
 * 45° to both reads as round. The unseen b is treated as N(0, σ_b²), at each depth by itself.
 *
 * @param limit  out-of-round limit (or the wear a bore may show when none is on file), nm
 * @param seized a seized engine distorts more than a worn one
 * @returns σ_b, nm
 */
export const unseenSigma = (limit: number, seized: boolean): number => limit / (seized ? 2 : 5);

/** P(|b| ≤ bound) for b ~ N(0, sigma²). */
const insideBand = (bound: number, sigma: number): number =>
  bound <= 0 ? 0 : sigma === 0 ? 1 : 2 * normalCdf(bound / sigma) - 1;

/** What two directions show at the depths where no third was read. */
export const twoDirections = (survey: BoreSurvey): { readonly mean: number; readonly a: number }[] =>
  survey.depths.flatMap((d) => (d.two ? [d.two] : []));

/**
 * Probability that the largest (or smallest) diameter keeps its limit: the reading or fit that makes it, with
 * its own uncertainty, and at every depth that was read in two directions only the part they cannot see.
 * @param extreme the largest or the smallest of the survey
 * @param u       standard uncertainty of the figure, nm
 * @param sigma   σ_b, nm
 * @param less    taken off every diameter: the piston, for a clearance
 */
export function extremeConformance(
  survey: BoreSurvey,
  extreme: Extreme,
  side: 'max' | 'min',
  limit: number,
  u: number,
  sigma: number,
  less = 0,
): number {
  const two = twoDirections(survey);
  const sign = side === 'max' ? 1 : -1;
  return expectNormal(0, u, (noise) => {
    let p = sign * (limit - (extreme.of.value - less) - noise) >= 0 ? 1 : 0;
    for (const { mean, a } of two) {
      if (p === 0) break;
      const room = sign * (limit - (mean - less) - noise);
      p *= room < 0 || room < abs(a) ? 0 : insideBand(sqrt(room * room - a * a), sigma);
    }
    return p;
  });
}

/**
 * Probability that the worst ovality keeps its limit: the difference or fit that makes the figure, with its
 * own uncertainty, and what two directions cannot see at each of their depths.
 * @param value the out-of-round found, nm
 * @param u     standard uncertainty of it, nm
 */
export function ovalityConformance(
  survey: BoreSurvey,
  value: number,
  limit: number,
  u: number,
  sigma: number,
): number {
  const two = twoDirections(survey);
  return expectNormal(0, u, (noise) => {
    let p = value + noise <= limit ? 1 : 0;
    for (const { a } of two) {
      if (p === 0) break;
      const room = (limit / 2) ** 2 - (a + noise / 2) ** 2;
      p *= room < 0 ? 0 : insideBand(sqrt(room), sigma);
    }
    return p;
  });
}
