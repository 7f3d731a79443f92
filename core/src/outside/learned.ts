import { NOT_LEARNED, type Learned } from '../job/index.js';

/** One bore that came back: what was aimed at, what was found, how surely, nm. */
export interface Returned {
  readonly asked: number;
  readonly found: number;
  readonly u: number;
}

/** How far a firm's bias is expected to lie from nought before anything is known, nm. */
const TAU = 5_000;
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
  for (let n = 1; n <= returned.length; n += 1) {
    let weight = 1 / TAU ** 2;
    let sum = 0;
    for (const { asked, found, u } of returned.slice(0, n)) {
      const w = 1 / (u ** 2 + spread ** 2);
      weight += w;
      sum += w * (found - asked);
    }
    bias = sum / weight;
    const over = returned
      .slice(0, n)
      .reduce((s, r) => s + Math.max(0, (r.found - r.asked - bias) ** 2 - r.u ** 2), 0);
    spread = Math.sqrt((PRIOR * NOT_LEARNED.spread ** 2 + over) / (PRIOR + n));
  }
  return { bias, spread, returns: returned.length };
}
