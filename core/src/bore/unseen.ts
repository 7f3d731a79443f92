import { expectNormal, normalCdf } from '../statistics/index.js';

/**
 * Two perpendicular directions give m and a of D(θ) = m + a·cos 2θ + b·sin 2θ but not b: an oval lying at
 * 45° to both reads as round. The unseen b is treated as N(0, σ_b²).
 *
 * @param limit  out-of-round limit (or the wear a bore may show when none is on file), nm
 * @param seized a seized engine distorts more than a worn one
 * @returns σ_b, nm
 */
export const unseenSigma = (limit: number, seized: boolean): number => limit / (seized ? 2 : 5);

/** P(|b| ≤ bound) for b ~ N(0, sigma²). */
const insideBand = (bound: number, sigma: number): number =>
  bound <= 0 ? 0 : sigma === 0 ? 1 : 2 * normalCdf(bound / sigma) - 1;

/**
 * Probability that the largest (or smallest) diameter at a depth keeps its limit when only two directions
 * were read.
 * @param mean  m, nm
 * @param a     half the difference of the two directions, nm
 * @param u     standard uncertainty of the extreme reading, nm
 * @param sigma σ_b, nm
 */
export function extremeConformance(
  mean: number,
  a: number,
  side: 'max' | 'min',
  limit: number,
  u: number,
  sigma: number,
): number {
  return expectNormal(0, u, (noise) => {
    const room = side === 'max' ? limit - mean - noise : mean + noise - limit;
    return room < 0 || room < Math.abs(a) ? 0 : insideBand(Math.sqrt(room * room - a * a), sigma);
  });
}

/**
 * Probability that the ovality 2√(a² + b²) keeps its limit when only two directions were read.
 * @param a  half the difference of the two directions, nm
 * @param u  standard uncertainty of a, nm
 */
export function ovalityConformance(a: number, limit: number, u: number, sigma: number): number {
  return expectNormal(a, u, (x) => {
    const room = (limit / 2) ** 2 - x * x;
    return room < 0 ? 0 : insideBand(Math.sqrt(room), sigma);
  });
}
