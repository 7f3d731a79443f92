import { OutOfRange } from '../errors.js';

/**
 * The one table of dimensions: what a figure of each is kept in, and how much of it one of each printed unit
 * is. Lengths are kept in nanometres, factors over 10⁴, all else in the trade's own unit; conversion values are
 * the defined or published ones.
 */
export const DIMENSIONS = {
  length: { base: 'nm', units: { mm: 1_000_000, in: 25_400_000 } },
  factor: { base: '1/10000', units: { '×': 10_000 } },
  pressure: { base: 'kPa', units: { bar: 100, kPa: 1, psi: 6.894757 } },
  'pressure-rate': { base: 'kPa/min', units: { 'bar/min': 100 } },
  torque: {
    base: 'N·m',
    units: { 'N·m': 1, 'lbf·ft': 1.3558179483, 'lbf·in': 0.112984829, 'kgf·m': 9.80665 },
  },
  volume: { base: 'cm³', units: { 'cm³': 1, 'US fl oz': 29.5735 } },
  share: { base: '%', units: { '%': 1 } },
  angle: { base: '°', units: { '°': 1 } },
  temperature: { base: '°C', units: { '°C': 1 } },
  mass: { base: 'g', units: { g: 1 } },
} as const satisfies Record<string, { readonly base: string; readonly units: Record<string, number> }>;

export type Dimension = keyof typeof DIMENSIONS;

/** How much of the base unit one of a printed unit is. */
function perUnit(dimension: Dimension, unit: string): number {
  const table: Readonly<Record<string, number>> = DIMENSIONS[dimension].units;
  const per = table[unit];
  if (per === undefined) throw new OutOfRange(`unit of ${dimension}`, unit, Object.keys(table).join(', '));
  return per;
}

/** Units a figure of a dimension is printed in, the usual one first. */
export const unitsOf = (dimension: Dimension): readonly string[] => Object.keys(DIMENSIONS[dimension].units);

/**
 * A figure of a printed unit in the base unit of its dimension.
 * @throws OutOfRange when the unit does not belong to the dimension
 * @example toBase('pressure', 0.45, 'bar') // 45
 */
export const toBase = (dimension: Dimension, value: number, unit: string): number =>
  value * perUnit(dimension, unit);

/** A figure of the base unit in a printed unit. */
export const fromBase = (dimension: Dimension, value: number, unit: string): number =>
  value / perUnit(dimension, unit);

/**
 * Converts between two units of one dimension.
 * @throws OutOfRange when a unit does not belong to it
 * @example convert('torque', 20, 'lbf·ft', 'N·m') // 27.116358966
 */
export const convert = (dimension: Dimension, value: number, from: string, to: string): number =>
  fromBase(dimension, toBase(dimension, value, from), to);

/** A figure with its unit as a sheet prints it: no trailing noughts, no binary dust. */
export const figureText = (dimension: Dimension, value: number, unit: string): string =>
  `${Number(fromBase(dimension, value, unit).toPrecision(9))}${unit === '°' ? unit : ` ${unit === '×' ? '× D' : unit}`}`;

/**
 * Checks a figure printed in two units against itself.
 * @param tolerance relative, default 1 %
 * @returns true when both say the same thing within the tolerance
 */
export function unitsAgree(
  dimension: Dimension,
  a: { value: number; unit: string },
  b: { value: number; unit: string },
  tolerance = 0.01,
): boolean {
  const second = convert(dimension, b.value, b.unit, a.unit);
  return Math.abs(second - a.value) <= tolerance * Math.abs(a.value);
}
