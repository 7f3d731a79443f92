import { expectNormal } from '../statistics/index.js';

/** Boring-to-hone allowance on diameter: what the hone must still take out after the bar, nm. */
export const HONE_ALLOWANCE = 50_000;

export interface CleanupInput {
  /** Standard (unworn) bore, nm. */
  readonly standard: number;
  /** Largest diameter found, nm. */
  readonly largest: number;
  /** Standard uncertainty of the largest, nm. */
  readonly u: number;
  /** Deepest score, radial from the worn wall, nm. */
  readonly score: number;
  /** Boring-to-hone allowance on diameter, nm. */
  readonly honeAllowance?: number;
}

export interface CleanupDiameters {
  /** When the wear is even all round. */
  readonly even: number;
  /** When it is all on one side and the bar stays on the original axis. */
  readonly oneSided: number;
}

/**
 * Diameter at which a worn bore is clean again. A two-point gauge cannot tell how the wear is shared
 * between the sides, so there are two answers.
 * @example s 77.000, m 77.094 → 77.144 / 77.238
 */
export function cleanupDiameters(input: CleanupInput): CleanupDiameters {
  const { standard: s, largest: m, score: d, honeAllowance: h = HONE_ALLOWANCE } = input;
  const wear = Math.max(0, m - s);
  return { even: s + wear + 2 * d + h, oneSided: s + 2 * wear + 2 * d + h };
}

export type Cleanup = 'will' | 'may' | 'will-not';

export interface CleanupOdds {
  /** Largest share of the wear on one side (½ even … 1 one-sided) that the size still cleans. */
  readonly shareMax: number;
  /** Probability that it cleans up, the share uniform on [½, 1], widened by u of the largest reading. */
  readonly p: number;
  readonly says: Cleanup;
}

/**
 * Whether a bore cleans up at a finished size F: f_max = (F − h − 2d − s)/(2(m − s)), P = clip((f_max − ½)/½).
 * `will` needs f_max ≥ 1 and P ≥ 0.95 after widening, `will-not` f_max < ½ and P ≤ 0.05.
 * @param finish lowest finished size the kit allows, nm
 */
export function cleanupOdds(finish: number, input: CleanupInput): CleanupOdds {
  const { standard: s, largest, u, score: d, honeAllowance: h = HONE_ALLOWANCE } = input;
  const room = finish - h - 2 * d - s;
  const share = (m: number): number => (m - s > 0 ? room / (2 * (m - s)) : room >= 0 ? Infinity : -Infinity);
  const shareMax = share(largest);
  const clip = (f: number) => Math.min(1, Math.max(0, (f - 0.5) / 0.5));
  const p = expectNormal(largest, u, (m) => clip(share(m)));
  const says: Cleanup =
    shareMax >= 1 && p >= 0.95 ? 'will' : shareMax < 0.5 && p <= 0.05 ? 'will-not' : 'may';
  return { shareMax, p, says };
}
