import { OutOfRange } from '../errors.js';
import { acceptance, type ShopRules } from '../gauges/index.js';
import { normalCdf, normalQuantile } from '../statistics/index.js';
import { nm, type LengthUnit, type Nanometres } from '../units/index.js';
import { biasUnknown, NOT_LEARNED, type Learned } from '../job/index.js';

/** What one visit to a machinist does, and what is to be expected of all of them. */
export interface Visits {
  /** Probability that it is inside after the first visit. */
  readonly first: number;
  /** Probability that it is never too large, in all its visits: one too small is honed on, one too large is lost. */
  readonly kept: number;
  /** Further visits to be expected: they cost their days and freight, never the cylinder. */
  readonly further: number;
}

export interface TargetBore {
  /** What the bore has to measure, lowest and highest, nm: what is printed. */
  readonly low: Nanometres;
  readonly high: Nanometres;
  /** What he is asked for, so that it lands where it should: his bias taken off. It may lie outside the size. */
  readonly aim: Nanometres;
  /** Where it is to land inside the size, nm. */
  readonly landing: number;
  readonly visits: Visits;
  /** Unit whose grid its sizes stand on: they are printed in it, everywhere. */
  readonly unit: LengthUnit;
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
  /** Unit his dials are read in: sizes stand on its grid, the low end never down, the high end never up. */
  readonly unit?: LengthUnit;
  /** How this machinist's work comes back; what is usual where nothing is on file. */
  readonly learned?: Learned;
}

/** What a machinist's dials are read to, nm: a micron, a ten-thousandth of an inch. */
export const MACHINIST_GRID = { mm: 1_000, in: 2_540 } as const;

/** What is not known of where one visit lands: his spread, and what is not yet known of his bias. nm */
export const landingU = (learned: Learned): number => Math.hypot(learned.spread, biasUnknown(learned));

interface Aimed {
  readonly low: number;
  readonly high: number;
  readonly aim: number;
}

/**
 * What is to be expected of a bore that is asked for: L = 1 − Φ((high − aim − b̂)/t) too large at one visit,
 * S = Φ((low − aim − b̂)/t) too small; never too large 1 − L/(1 − S); S/(1 − S) further visits.
 */
export function visitsFor({ low, high, aim }: Aimed, learned: Learned): Visits {
  const t = landingU(learned);
  const large = 1 - normalCdf((high - aim - learned.bias) / t);
  const small = normalCdf((low - aim - learned.bias) / t);
  const most = 1 - small;
  return most <= 0
    ? { first: 0, kept: 0, further: Infinity }
    : {
        first: Math.max(0, 1 - large - small),
        kept: Math.min(1, Math.max(0, 1 - large / most)),
        further: small / most,
      };
}

/**
 * Where to aim inside a finished size: it is to land min(low + min(W/2, 2t), high − 2t), never below low, since a narrow
 * size is approached from below; his bias comes off, on his grid, rounded down.
 */
export function aimFor(
  { low, high }: Pick<Aimed, 'low' | 'high'>,
  learned: Learned,
  grid: number,
): { readonly landing: number; readonly aim: Nanometres } {
  const t = landingU(learned);
  const landing = Math.max(low, Math.min(low + Math.min((high - low) / 2, 2 * t), high - 2 * t));
  return { landing, aim: nm(Math.floor((landing - learned.bias) / grid + 1e-9) * grid) };
}

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
 * keep the sheet's minimum: [P + C_min + max(allowance, z·u), P + C_max] on the machinist's grid, and where to aim.
 * @throws OutOfRange when the sheet's range is reversed
 * @example targetBore({ piston: mm(77.217), clearanceLow: um(30), clearanceHigh: um(48), uClearance: um(3.4), allowance: 0, rules: USUAL_RULES }) // { low: 77_253_000, high: 77_265_000 }
 */
export function targetBore(input: TargetInput): TargetBore {
  const { piston, clearanceLow, clearanceHigh, uClearance, allowance, rules } = input;
  if (clearanceLow > clearanceHigh)
    throw new OutOfRange('clearance range', `${clearanceLow}…${clearanceHigh}`, 'low to high');
  const guard = normalQuantile(acceptance('seizure', rules)) * uClearance;
  const raise = Math.max(allowance, guard);
  // A minimum is rounded up and a maximum down, so that rounding never widens the window.
  const { unit = 'mm', learned = NOT_LEARNED } = input;
  const grid = MACHINIST_GRID[unit];
  const low = nm(Math.ceil((piston + leastClearance(input)) / grid) * grid);
  const high = nm(Math.floor((piston + clearanceHigh) / grid) * grid);
  const { aim, landing } = aimFor({ low, high: Math.max(low, high) }, learned, grid);
  return {
    low,
    high,
    aim,
    landing,
    visits: visitsFor({ low, high, aim }, learned),
    unit,
    raisedBy: raise === 0 ? 'nothing' : guard >= allowance ? 'uncertainty' : 'allowance',
    cannotBeVerified: low >= high || !canBeVerified(input),
  };
}
