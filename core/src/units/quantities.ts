import { OutOfRange } from '../errors.js';

/**
 * Other quantities of the trade: base unit first, factor of each printed unit to it.
 * Torque N·m, pressure kPa, volume cm³. Factors are the defined or published conversion values.
 */
export const QUANTITY = {
  torque: { 'N·m': 1, 'lbf·ft': 1.3558179483, 'lbf·in': 0.112984829, 'kgf·m': 9.80665 },
  pressure: { kPa: 1, psi: 6.894757, bar: 100 },
  volume: { 'cm³': 1, 'US fl oz': 29.5735 },
} as const;

export type Quantity = keyof typeof QUANTITY;

/**
 * Converts between two units of one quantity.
 * @throws OutOfRange when a unit does not belong to the quantity
 * @example convert('torque', 20, 'lbf·ft', 'N·m') // 27.116
 */
export function convert(quantity: Quantity, value: number, from: string, to: string): number {
  const table: Record<string, number> = QUANTITY[quantity];
  const a = table[from];
  const b = table[to];
  if (a === undefined || b === undefined) {
    throw new OutOfRange(`unit of ${quantity}`, a === undefined ? from : to, Object.keys(table).join(', '));
  }
  return (value * a) / b;
}

/**
 * Checks a figure printed in two units against itself.
 * @param tolerance relative, default 1 %
 * @returns true when both say the same thing within the tolerance
 */
export function unitsAgree(
  quantity: Quantity,
  a: { value: number; unit: string },
  b: { value: number; unit: string },
  tolerance = 0.01,
): boolean {
  const second = convert(quantity, b.value, b.unit, a.unit);
  return Math.abs(second - a.value) <= tolerance * Math.abs(a.value);
}
