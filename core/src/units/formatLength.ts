import { NM_PER, type LengthUnit, type Nanometres } from './nanometres.js';

const PLACES: Record<LengthUnit, readonly number[]> = {
  mm: [1_000_000, 100_000, 10_000, 1_000, 100, 10, 1],
  in: [25_400_000, 2_540_000, 254_000, 25_400, 2_540, 254, 25.4],
};
/** Enough to tell one nanometre from the next. */
const MOST: Record<LengthUnit, number> = { mm: 6, in: 9 };

/**
 * Decimals that show a step without inventing digits.
 * @param step nm, what the gauge resolves (0.001 mm → 3 decimals of mm, 4 of inch)
 */
export function decimalsFor(step: number, unit: LengthUnit): number {
  const places = PLACES[unit];
  // A metric micron is finer than 0.0001 in but coarser than 0.00001 in: never show more than was resolved.
  let decimals = 0;
  while (decimals + 1 < places.length && places[decimals + 1]! >= step * 0.99) decimals += 1;
  // A gauge that steps by two or by five shows the decimal it steps in.
  const next = places[decimals + 1];
  return next !== undefined && [2, 5].some((k) => Math.abs(step / next - k) < 0.01) ? decimals + 1 : decimals;
}

/** `up` and `down` are for printed minima and maxima of positive lengths, which may not be rounded the other way. */
export type Rounding = 'nearest' | 'up' | 'down';

/** Exact decimal text with a fixed number of decimals, rounded half away from zero unless told otherwise. */
export function toDecimal(
  value: Nanometres,
  unit: LengthUnit,
  decimals: number,
  rounding: Rounding = 'nearest',
): string {
  const scaled = BigInt(Math.abs(value)) * 10n ** BigInt(decimals);
  const per = BigInt(NM_PER[unit]);
  const rounded =
    rounding === 'nearest'
      ? (scaled * 2n + per) / (per * 2n)
      : rounding === 'up'
        ? (scaled + per - 1n) / per
        : scaled / per;
  const digits = rounded.toString().padStart(decimals + 1, '0');
  const whole = digits.slice(0, digits.length - decimals);
  const text = decimals === 0 ? whole : `${whole}.${digits.slice(-decimals)}`;
  return value < 0 && rounded !== 0n ? `-${text}` : text;
}

export interface LengthFormat {
  readonly unit: LengthUnit;
  /** Coarsest input the value came from, nm. Default 1 µm. */
  readonly step?: number;
  /** Extra decimals for computed results (one more than the coarsest input is the rule). Default 0. */
  readonly extra?: number;
  /** Limits the shown figure must stay on its own side of, nm. */
  readonly limits?: readonly Nanometres[];
}

/** What a printed length says, exactly: nanometres times `per`. */
function printedNm(value: Nanometres, unit: LengthUnit, decimals: number) {
  const digits = BigInt(toDecimal(value, unit, decimals).replace('.', ''));
  return { at: digits * BigInt(NM_PER[unit]), per: 10n ** BigInt(decimals) };
}

const sideOf = (shown: { readonly at: bigint }, limit: bigint): number =>
  shown.at > limit ? 1 : shown.at < limit ? -1 : 0;

/**
 * A length in the reader's unit, with no more digits than the gauge resolves, and never rounded onto or
 * across a limit: then a digit is added until the printed figure stands on the same side as the value.
 *
 * @example formatLength(mm(77.1052), { unit: 'mm', limits: [mm(77.105)] }) // '77.1052'
 */
export function formatLength(value: Nanometres, format: LengthFormat): string {
  const { unit, step = NM_PER.um, extra = 0, limits = [] } = format;
  let decimals = Math.min(decimalsFor(step, unit) + extra, MOST[unit]);
  for (; decimals < MOST[unit]; decimals += 1) {
    const shown = printedNm(value, unit, decimals);
    const honest = limits.every(
      (limit) => sideOf(shown, BigInt(limit) * shown.per) === Math.sign(value - limit),
    );
    if (honest) break;
  }
  return toDecimal(value, unit, decimals);
}

/** The figure with its unit: `77.094 mm`. */
export const withUnit = (value: Nanometres, format: LengthFormat): string =>
  `${formatLength(value, format)} ${format.unit}`;

/** Decimals a sheet prints at least: microns, ten-thousandths. */
const SHEET: Record<LengthUnit, number> = { mm: 3, in: 4 };

/**
 * A limit in either unit. Exact where the usual decimals of a sheet suffice; where the sheet was printed in
 * the other unit, one digit more, a minimum rounded up and a maximum down, so that nothing is loosened.
 *
 * @example limitFigureText(inch(0.0023), 'low', 'mm') // '0.0585'
 */
export function limitFigureText(value: Nanometres, side: 'low' | 'high', unit: LengthUnit): string {
  const decimals = SHEET[unit];
  const [up, down] = [toDecimal(value, unit, decimals, 'up'), toDecimal(value, unit, decimals, 'down')];
  return up === down ? up : toDecimal(value, unit, decimals + 1, side === 'low' ? 'up' : 'down');
}

/**
 * An uncertainty, or a width that is needed: never printed smaller than it is.
 * @param value nm, ≥ 0
 * @example atLeastText(4_100, 'mm') // '0.005'
 */
export const atLeastText = (value: number, unit: LengthUnit): string =>
  toDecimal(Math.ceil(value) as Nanometres, unit, SHEET[unit], 'up');

/**
 * A length as it is engraved: all its digits, two decimals of a millimetre or four of an inch at least, so that a
 * leaf of 0.038 is never called 0.04.
 */
export function engravedText(value: number, unit: LengthUnit): string {
  let decimals = unit === 'mm' ? 2 : 4;
  const exact = (d: number) =>
    toDecimal(value as Nanometres, unit, d, 'up') === toDecimal(value as Nanometres, unit, d, 'down');
  while (decimals < (unit === 'mm' ? 4 : 5) && !exact(decimals)) decimals += 1;
  return toDecimal(value as Nanometres, unit, decimals);
}

/** A depth down the wall, or a height on a piston: `38 mm`, `1.50 in`. */
export const depthText = (depth: number, unit: LengthUnit): string =>
  unit === 'mm' ? `${depth / NM_PER.mm} mm` : `${(depth / NM_PER.in).toFixed(2)} in`;
