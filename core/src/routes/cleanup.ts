import { expectNormal } from '../statistics/index.js';

// Taken once: in the loops below looking them up each time is most of the time.
const { max, min } = Math;

/** Boring-to-hone allowance on diameter: what the hone must still take out after the bar, nm. */
export const HONE_ALLOWANCE = 50_000;

export interface CleanupInput {
  /** Standard (unworn) bore, nm. */
  readonly standard: number;
  /** Largest diameter found, nm. */
  readonly largest: number;
  /** Standard uncertainty of the largest, nm. */
  readonly u: number;
  /** Deepest score that was measured, radial from the worn wall, nm. */
  readonly score: number;
  /** A score that is felt and not caught by a fingernail: from nothing to this deep, anything alike, nm. */
  readonly felt?: number;
  /** Some score's depth is not known: nothing can be promised. */
  readonly unknownScore?: boolean;
  /** Boring-to-hone allowance on diameter, nm. */
  readonly honeAllowance?: number;
  /** What is known of the larger side's share of the wear: from ½, even, to 1, all on one side. */
  readonly shares?: Shares;
}

/** Shares of the wear that the worse side may hold, any of them alike. */
export interface Shares {
  readonly low: number;
  readonly high: number;
}
export const ANY_SHARE: Shares = { low: 0.5, high: 1 };

export interface CleanupDiameters {
  /** When the wear is even all round. */
  readonly even: number;
  /** When it is all on one side and the bar stays on the original axis. */
  readonly oneSided: number;
}

/**
 * Diameter at which a worn bore is clean again. A two-point gauge cannot tell how the wear is shared
 * between the sides, so there are two answers.
 * @example cleanupDiameters({ standard: mm(77), largest: mm(77.094), score: 0 }) // { even: 77_144_000, oneSided: 77_238_000 }
 */
export function cleanupDiameters(input: CleanupInput): CleanupDiameters {
  const { standard: s, largest: m, score: d, honeAllowance: h = HONE_ALLOWANCE } = input;
  const wear = max(0, m - s);
  return { even: s + wear + 2 * d + h, oneSided: s + 2 * wear + 2 * d + h };
}

export type Cleanup = 'will' | 'may' | 'will-not';

export interface CleanupOdds {
  /** Largest share of the wear on one side (½ even … 1 one-sided) that the size still cleans. */
  readonly shareMax: number;
  /**
   * Probability that it cleans up, the share uniform on [½, 1], widened by u of the largest reading and by a
   * score that was only felt; null while a score's depth is not known.
   */
  readonly p: number | null;
  readonly says: Cleanup;
}

const FELT_STEPS = 20;

/**
 * Whether a bore cleans up at a finished size F: f_max = (F − h − 2d − s)/(2(m − s)), P = clip((f_max − ½)/½); where the
 * side wear was measured, over the shares it leaves. `will` needs f_max ≥ the largest share and P ≥ 0.95 after
 * widening, `will-not` f_max < the least and P ≤ 0.05. A score of unknown
 * depth is not one of nothing: no `will` before it is measured.
 * @param finish lowest finished size the kit allows, nm
 */
export function cleanupOdds(finish: number, input: CleanupInput): CleanupOdds {
  const { standard: s, largest, u, honeAllowance: h = HONE_ALLOWANCE, felt = 0, shares = ANY_SHARE } = input;
  const share = (m: number, d: number): number => {
    const room = finish - h - 2 * d - s;
    return m - s > 0 ? room / (2 * (m - s)) : room >= 0 ? Infinity : -Infinity;
  };
  const deepest = max(input.score, felt);
  const shareMax = share(largest, deepest);
  const width = shares.high - shares.low;
  const clip = (f: number) =>
    width > 0 ? min(1, max(0, (f - shares.low) / width)) : f >= shares.low ? 1 : 0;
  const at = (d: number) => expectNormal(largest, u, (m) => clip(share(m, max(d, input.score))));
  let p = 0;
  const steps = felt > input.score ? FELT_STEPS : 1;
  for (let i = 0; i < steps; i += 1) p += at(steps === 1 ? input.score : ((i + 0.5) / steps) * felt) / steps;
  const says: Cleanup =
    shareMax >= shares.high && p >= 0.95
      ? 'will'
      : share(largest, input.score) < shares.low && p <= 0.05
        ? 'will-not'
        : 'may';
  if (input.unknownScore) return { shareMax, p: null, says: says === 'will' ? 'may' : says };
  return { shareMax, p, says };
}
