import { OutOfRange } from '../errors.js';
import { acceptance, type ShopRules } from '../gauges/index.js';
import { normalCdf, normalQuantile } from '../statistics/index.js';
import { nm, type Nanometres } from '../units/index.js';

export interface TargetBore {
  /** What the bore has to measure, lowest and highest, nm. */
  readonly low: Nanometres;
  readonly high: Nanometres;
  /** Where to aim inside it. */
  readonly aim: Nanometres;
  /** Probability that the bore comes back inside, aimed there. */
  readonly pInside: number;
  /** Why the low end is above piston + sheet minimum. */
  readonly raisedBy: 'nothing' | 'uncertainty' | 'allowance';
  /** True when no bore could be shown to keep both ends with these gauges: no size is printed. */
  readonly cannotBeVerified: boolean;
}

export interface TargetInput {
  /** Measured (or listed) piston, nm. */
  readonly piston: number;
  /** Sheet clearance, nm. */
  readonly clearanceLow: number;
  readonly clearanceHigh: number;
  /** Standard uncertainty with which the clearance can be verified afterwards, nm. */
  readonly uClearance: number;
  /** Shop's extra clearance for this engine family, nm. */
  readonly allowance: number;
  readonly rules: ShopRules;
  /** What the machinist's dials are read to, nm: sizes stand on it, the low end never down, the high end never up. */
  readonly grid?: number;
  /** How far this machinist's work lies from what is asked, and its standard deviation, nm. */
  readonly learned?: { readonly bias: number; readonly spread: number };
}

/** What a machinist's dials are read to, nm: a micron, a ten-thousandth of an inch. */
export const MACHINIST_GRID = { mm: 1_000, in: 2_540 } as const;

/** Usual spread of a machinist's finished sizes, a standard deviation, nm. */
const SPREAD = 4_000;

/**
 * Probability that a bore comes back inside what was asked for: Φ((high − aim − b)/σ) − Φ((low − aim − b)/σ).
 * @param bias   the machinist's, found less asked, nm
 * @param spread his standard deviation, nm, > 0
 */
export const insideP = (
  { low, high, aim }: { readonly low: number; readonly high: number; readonly aim: number },
  bias: number,
  spread: number,
): number => Math.max(0, normalCdf((high - aim - bias) / spread) - normalCdf((low - aim - bias) / spread));

/** Least clearance to ask for: the sheet's minimum and the shop's allowance or the gauges' guard, whichever is more. */
export const leastClearance = (
  input: Pick<TargetInput, 'clearanceLow' | 'uClearance' | 'allowance' | 'rules'>,
): number =>
  input.clearanceLow +
  Math.max(input.allowance, normalQuantile(acceptance('seizure', input.rules)) * input.uClearance);

/**
 * Whether some bore can be shown to keep both ends of a clearance: C_high − z·u ≥ the least that is asked for.
 * Without an allowance that takes a range of 3.29·u at 0.95.
 */
export const canBeVerified = (
  input: Pick<TargetInput, 'clearanceLow' | 'clearanceHigh' | 'uClearance' | 'allowance' | 'rules'>,
): boolean =>
  input.clearanceHigh - normalQuantile(acceptance('wear', input.rules)) * input.uClearance >=
  leastClearance(input);

/**
 * Finished size to ask for so that the clearance, measured afterwards with these gauges, can be shown to
 * keep the sheet's minimum: [P + C_min + max(allowance, z·u), P + C_max], aiming low + min(W/2, 2σ) − b inside it,
 * with the machinist's spread σ and bias b.
 * @throws OutOfRange when the sheet's range is reversed
 * @example targetBore({ piston: mm(77.217), clearanceLow: um(30), clearanceHigh: um(48), uClearance: um(3.4), allowance: 0, rules: USUAL_RULES }) // { low: 77_252_593, high: 77_265_000 }
 */
export function targetBore(input: TargetInput): TargetBore {
  const { piston, clearanceLow, clearanceHigh, uClearance, allowance, rules } = input;
  if (clearanceLow > clearanceHigh)
    throw new OutOfRange('clearance range', `${clearanceLow}…${clearanceHigh}`, 'low to high');
  const guard = normalQuantile(acceptance('seizure', rules)) * uClearance;
  const raise = Math.max(allowance, guard);
  // A minimum is rounded up and a maximum down, so that rounding never widens the window.
  const { grid = 1 } = input;
  const low = nm(Math.ceil((piston + leastClearance(input)) / grid) * grid);
  const high = nm(Math.floor((piston + clearanceHigh) / grid) * grid);
  const { bias, spread } = input.learned ?? { bias: 0, spread: SPREAD };
  const wanted = Math.round(low + Math.min((high - low) / 2, 2 * spread) - bias);
  const aim = nm(Math.max(low, Math.min(high, wanted)));
  return {
    low,
    high,
    aim,
    pInside: insideP({ low, high, aim }, bias, spread),
    raisedBy: raise === 0 ? 'nothing' : guard >= allowance ? 'uncertainty' : 'allowance',
    cannotBeVerified: low >= high || !canBeVerified(input),
  };
}
