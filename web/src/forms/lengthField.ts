import { formatLength, nm, parseReading, type LengthUnit, type Nanometres } from '@tribos/core/ground';
import { FieldTrouble } from './fieldTrouble.js';

/** What was typed in a length field, in nm. @throws FieldTrouble with the parser's sentence */
export function lengthOf(field: string, text: string, unit: LengthUnit): Nanometres {
  const parsed = parseReading(text, { unit });
  if (!parsed.ok) throw new FieldTrouble(field, parsed.sentence);
  return parsed.value;
}

/** The same, null when the field is left empty. */
export const lengthOrNull = (field: string, text: string, unit: LengthUnit): Nanometres | null =>
  text.trim() === '' ? null : lengthOf(field, text, unit);

const plainText = (value: number, unit: LengthUnit): string => {
  const text = formatLength(nm(value), { unit, step: 1, limits: [] });
  return text.includes('.') ? text.replace(/0+$/u, '').replace(/\.$/u, '') : text;
};

/**
 * A length as it is put into a field: all its digits, none invented. A metric one that no inch says to the nanometre
 * is put there as it is, with its unit: what nobody touched is sent as it came.
 */
export function lengthText(value: number | null, unit: LengthUnit): string {
  if (value === null) return '';
  const text = plainText(value, unit);
  const read = parseReading(text, { unit });
  return read.ok && read.value === value ? text : `${plainText(value, 'mm')} mm`;
}

/** A plain number as typed, decimal point or comma; null when the field is left empty, NaN when it is none. */
export const numberOrNull = (text: string): number | null =>
  text.trim() === '' ? null : Number(text.trim().replace(',', '.'));
