import { formatLength, nm, parseReading, type LengthUnit } from '@tribos/core';
import { FieldTrouble } from './useCheckedForm.js';

/** What was typed in a length field, in nm. @throws FieldTrouble with the parser's sentence */
export function lengthOf(field: string, text: string, unit: LengthUnit): number {
  const parsed = parseReading(text, { unit });
  if (!parsed.ok) throw new FieldTrouble(field, parsed.sentence);
  return parsed.value;
}

/** The same, null when the field is left empty. */
export const lengthOrNull = (field: string, text: string, unit: LengthUnit): number | null =>
  text.trim() === '' ? null : lengthOf(field, text, unit);

/** A length as it is put into a field: all its digits, none invented. */
export function lengthText(value: number | null, unit: LengthUnit): string {
  if (value === null) return '';
  const text = formatLength(nm(value), { unit, step: 1, limits: [] });
  return text.includes('.') ? text.replace(/0+$/u, '').replace(/\.$/u, '') : text;
}

/** A plain number as typed, decimal point or comma; null when the field is left empty, NaN when it is none. */
export const numberOrNull = (text: string): number | null =>
  text.trim() === '' ? null : Number(text.trim().replace(',', '.'));
