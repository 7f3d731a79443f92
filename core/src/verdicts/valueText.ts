import {
  fromBase,
  limitFigureText,
  nm,
  unitsOf,
  withUnit,
  type Dimension,
  type LengthUnit,
} from '../units/index.js';
import type { Figure } from './figure.js';

const MOST = 9;

/** How a unit is printed after a figure: degrees stand close. */
const after = (unit: string): string => (unit === '°' ? unit : ` ${unit}`);

/** Decimals that show a step without inventing digits. */
const decimalsOf = (step: number): number => {
  let decimals = 0;
  while (decimals < MOST && Math.abs(Math.round(step * 10 ** decimals) - step * 10 ** decimals) > 1e-9)
    decimals += 1;
  return decimals;
};

/** A figure of a dimension that is no length, in the unit it is kept in as the trade has it. */
function plainText(dimension: Dimension, value: number, step: number, limits: readonly number[]): string {
  const unit = unitsOf(dimension)[0]!;
  const [shown, per] = [fromBase(dimension, value, unit), fromBase(dimension, step, unit)];
  let decimals = decimalsOf(per);
  const honest = (text: string): boolean =>
    limits.every(
      (l) => Math.sign(Number(text) - fromBase(dimension, l, unit)) === Math.sign(value - l) || value === l,
    );
  while (decimals < MOST && !honest(shown.toFixed(decimals))) decimals += 1;
  return `${shown.toFixed(decimals)}${after(unit)}`;
}

/**
 * A figure of a verdict with its unit, of whatever dimension, and never rounded across its limit.
 * @param how.extra  digits more than the step shows
 * @param how.limits what it may not be rounded across; its own limit where left out
 */
export function valueText(
  item: Pick<Figure, 'dimension' | 'limitAt' | 'step'>,
  value: number,
  unit: LengthUnit,
  { extra = 0, limits }: { readonly extra?: number; readonly limits?: readonly number[] } = {},
): string {
  const held = limits ?? (item.limitAt === null ? [] : [item.limitAt]);
  return item.dimension === 'length'
    ? withUnit(nm(Math.round(value)), { unit, step: item.step, extra, limits: held.map((l) => nm(l)) })
    : plainText(item.dimension, value, item.step / 10 ** extra, held);
}

/** One end of a limit with its unit, of whatever dimension. */
export function limitEndText(
  dimension: Dimension,
  value: number,
  side: 'low' | 'high',
  unit: LengthUnit,
): string {
  if (dimension === 'length') return `${limitFigureText(nm(value), side, unit)} ${unit}`;
  const own = unitsOf(dimension)[0]!;
  return `${Number(fromBase(dimension, value, own).toPrecision(9))}${after(own)}`;
}
