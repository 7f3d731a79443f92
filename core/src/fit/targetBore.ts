import { OutOfRange } from '../errors.js';
import { acceptance, type ShopRules } from '../gauges/index.js';
import { normalQuantile } from '../statistics/index.js';
import { nm, type Nanometres } from '../units/index.js';

export interface TargetBore {
  /** What the bore has to measure, lowest and highest, nm. */
  readonly low: Nanometres;
  readonly high: Nanometres;
  /** Where to aim inside it. */
  readonly aim: Nanometres;
  /** Why the low end is above piston + sheet minimum. */
  readonly raisedBy: 'nothing' | 'uncertainty' | 'allowance';
  /** True when no size can be shown to fit with these gauges. */
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
}

/** Usual spread of a machinist's finished sizes, nm. */
const SPREAD = 4_000;

/**
 * Finished size to ask for so that the clearance, measured afterwards with these gauges, can be shown to
 * keep the sheet's minimum: [P + C_min + max(allowance, z·u), P + C_max], aiming half the machinist's
 * spread above the low end.
 * @throws OutOfRange when the sheet's range is reversed
 * @example P 77.217, C 0.030–0.048, u 3.4 µm → 77.2526 … 77.265
 */
export function targetBore(input: TargetInput): TargetBore {
  const { piston, clearanceLow, clearanceHigh, uClearance, allowance, rules } = input;
  if (clearanceLow > clearanceHigh)
    throw new OutOfRange('clearance range', `${clearanceLow}…${clearanceHigh}`, 'low to high');
  const guard = normalQuantile(acceptance('seizure', rules)) * uClearance;
  const raise = Math.max(allowance, guard);
  // A minimum is rounded up and a maximum down, so that rounding never widens the window.
  const low = nm(Math.ceil(piston + clearanceLow + raise));
  const high = nm(Math.floor(piston + clearanceHigh));
  return {
    low,
    high,
    aim: nm(Math.min(high, low + SPREAD / 2)),
    raisedBy: raise === 0 ? 'nothing' : guard >= allowance ? 'uncertainty' : 'allowance',
    cannotBeVerified: low >= high,
  };
}
