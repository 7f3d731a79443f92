import { NOT_LEARNED, USUAL_BIAS, type Learned } from '../job/index.js';

/** One bore that came back: what was aimed at, what was found, how surely, nm. */
export interface Returned {
  readonly asked: number;
  readonly found: number;
  readonly u: number;
}

/** How many returns the usual spread counts for. */
const PRIOR = 5;

/**
 * Bias and spread of a firm from what came back, oldest first: b̂ = Σw·d/(1/τ² + Σw) with w = 1/(u² + σ²) and
 * d = found − asked; σ² = (5·(4 µm)² + Σmax(0, (d − b̂)² − u²))/(5 + n). Each return is weighed with the spread learned
 * before it came.
 * @example learnedFrom([]).spread // 4_000
 */
export function learnedFrom(returned: readonly Returned[]): Learned {
  let { bias, spread } = NOT_LEARNED;
  let biasU = USUAL_BIAS;
  for (let n = 1; n <= returned.length; n += 1) {
    let weight = 1 / USUAL_BIAS ** 2;
    let sum = 0;
    for (const { asked, found, u } of returned.slice(0, n)) {
      const w = 1 / (u ** 2 + spread ** 2);
      weight += w;
      sum += w * (found - asked);
    }
    bias = sum / weight;
    biasU = 1 / Math.sqrt(weight);
    const over = returned
      .slice(0, n)
      .reduce((s, r) => s + Math.max(0, (r.found - r.asked - bias) ** 2 - r.u ** 2), 0);
    spread = Math.sqrt((PRIOR * NOT_LEARNED.spread ** 2 + over) / (PRIOR + n));
  }
  return { bias, spread, returns: returned.length, biasU };
}
