import type { GappedRing } from '../cylinder/index.js';
import type { FeatureKey, Limit } from '../specs/index.js';
import { nm, type Nanometres } from '../units/index.js';

/** Limits a ring's gap may be given by: a size, or a factor of the bore. */
export const GAP_FEATURES: Record<GappedRing, readonly FeatureKey[]> = {
  top: ['ring.gap.top', 'ring.gap.top.factor'],
  second: ['ring.gap.second', 'ring.gap.second.factor'],
  'upper-rail': ['ring.gap.rail'],
  'lower-rail': ['ring.gap.rail'],
};

/** A ring a sheet says nothing of: so much wider than the top ring, over 100. */
export const SECOND_OVER_TOP = 115;

/** A decimal as it is written, exactly: digits over a power of ten. */
function exactly(value: number): { readonly digits: bigint; readonly over: bigint } {
  const [whole = '0', power = '0'] = String(value).split('e');
  const [units = '0', fraction = ''] = whole.split('.');
  const shift = Number(power) - fraction.length;
  const digits = BigInt(units + fraction);
  return shift >= 0
    ? { digits: digits * 10n ** BigInt(shift), over: 1n }
    : { digits, over: 10n ** BigInt(-shift) };
}

const upTo = (product: bigint, over: bigint): Nanometres =>
  Number((product + over - 1n) / over) as Nanometres;

/**
 * Smallest gap by a rule, nm, times a number over 100: everything is multiplied exactly and rounded once, up.
 * @param value a length in nm, or a factor over 10⁴
 * @param bore  nm; null for a rule that does not ask for it
 */
export function leastGap(value: number, bore: Nanometres | null, hundredths = 100): Nanometres {
  const { digits, over } = exactly(value);
  const factor = bore === null ? 1n : BigInt(bore);
  return upTo(digits * factor * BigInt(hundredths), over * 100n * (bore === null ? 1n : 10_000n));
}

/** Largest gap by a factor of the bore, nm: rounded down. */
export function mostGap(value: number, bore: Nanometres | null): Nanometres {
  const { digits, over } = exactly(value);
  return Number(
    (digits * (bore === null ? 1n : BigInt(bore))) / (over * (bore === null ? 1n : 10_000n)),
  ) as Nanometres;
}

/**
 * Displacement of one cylinder, π/4·D²·S.
 * @param bore   nm
 * @param stroke nm
 * @returns cm³
 * @example Number(displacement(45_200_000, 36_500_000).toFixed(2)) // 58.57
 */
export const displacement = (bore: number, stroke: number): number =>
  (Math.PI / 4) * bore * bore * stroke * 1e-21;

export type GapRuleKind = 'range' | 'minimum' | 'factor' | 'displacement';
export const GAP_RULES: Record<GapRuleKind, string> = {
  range: 'a range',
  minimum: 'a fixed minimum',
  factor: 'a factor of the bore',
  displacement: 'a step by displacement',
};

export const ruleKind = (limit: Limit): GapRuleKind =>
  limit.rows ? 'displacement' : limit.unit === '×' ? 'factor' : limit.high === null ? 'minimum' : 'range';

/** Whether a rule asks for the bore it is checked in. */
export const asksForBore = (limit: Limit): boolean =>
  ruleKind(limit) === 'factor' || ruleKind(limit) === 'displacement';

/** What a rule makes of a bore; an end it is silent about, or that hangs on a bore nobody read, is null. */
export interface GapEnds {
  readonly low: Nanometres | null;
  readonly high: Nanometres | null;
}

/** The rows of a step table that may hold: those of the displacement and, within its uncertainty, of its neighbours. */
function byDisplacement(
  limit: Limit,
  bore: { readonly mean: Nanometres; readonly u: number },
  stroke: number,
): number {
  const rows = limit.rows!;
  const of = displacement(bore.mean, stroke);
  const u = (2 * of * bore.u) / bore.mean;
  const rowAt = (v: number) => rows.findIndex((r) => r.below === null || v < r.below);
  const from = rowAt(of - u);
  const to = rowAt(of + u);
  const last = to < 0 ? rows.length - 1 : to;
  // On a step, or within its uncertainty: the larger minimum.
  return Math.max(...rows.slice(from < 0 ? last : from, last + 1).map((r) => r.low));
}

/** Ends of the gap a limit gives in a bore, nm. */
export function gapEnds(
  limit: Limit,
  bore: { readonly mean: Nanometres | null; readonly u: number },
  stroke: number | null,
  hundredths = 100,
): GapEnds {
  const { mean, u } = bore;
  switch (ruleKind(limit)) {
    case 'displacement':
      return {
        low:
          mean === null || stroke === null
            ? null
            : leastGap(byDisplacement(limit, { mean, u }, stroke), null, hundredths),
        high: limit.high === null ? null : nm(Math.floor(limit.high)),
      };
    case 'factor':
      return {
        low: mean === null || limit.low === null ? null : leastGap(limit.low, mean, hundredths),
        high: mean === null || limit.high === null ? null : mostGap(limit.high, mean),
      };
    default:
      return {
        low: limit.low === null ? null : leastGap(limit.low, null, hundredths),
        high: limit.high === null ? null : nm(Math.floor(limit.high)),
      };
  }
}
