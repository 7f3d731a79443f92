import { parseReading, type LengthUnit, type Nanometres } from '../units/index.js';
import type { EngineSpec } from './engine.js';
import type { Source } from './limit.js';
import type { SheetLimit, SheetQuestion } from './sheetLine.js';

/** What a line of a page is read against. */
export interface PageContext {
  /** Unit of the page, where a line says none. */
  readonly unit: LengthUnit;
  readonly engine: EngineSpec;
  /** Whose figures they are. */
  readonly party: string;
}

/** What a line says of a part of the sheet. */
export type PartLineRead<T = unknown> =
  | {
      readonly ok: true;
      /** The part with what the line says in it; in place of what it said of the same thing before. */
      into(before: T | null, source: Source): T;
      /** The same as a line, in this house's own words: reading it says the same. */
      readonly says: string;
      /** What to look at again in the document; it may stand as it is printed. */
      readonly questions: readonly SheetQuestion[];
      /** Limits the line gives besides: of the plates whose number it says. */
      readonly limits?: readonly SheetLimit[];
      /** What was taken to be so although the line does not say it. */
      readonly notes: readonly string[];
    }
  | { readonly ok: false; readonly sentence: string };

/** One way a line of a page fills a part of an engine's sheet. */
export interface PartLine<T = unknown> {
  /** What it is of, and one as a page prints it: shown where one is asked for. */
  readonly like: string;
  /** It adds to what stands there rather than taking its place. */
  readonly adds?: true;
  /** @returns null where the line is of something else */
  read(line: string, page: PageContext): PartLineRead<T> | null;
}

/** A figure as pages print it. */
export const FIGURE = String.raw`(?:\d+(?:[.,]\d+)?|[.,]\d+)`;

export const unreadLine = (sentence: string): PartLineRead<never> => ({ ok: false, sentence });

/** A plain figure, decimal point or comma. */
export const plainFigure = (text: string): number => Number(text.replace(',', '.'));

/**
 * A length of a line in nm; null where it is none.
 * @param unit as it is printed beside it; the page's own where it is absent
 * @example lineLength('.3', undefined, 'mm') // 300000
 */
export function lineLength(text: string, unit: string | undefined, page: LengthUnit): Nanometres | null {
  const of = unit === undefined ? page : /^mm$/iu.test(unit) ? 'mm' : 'in';
  const read = parseReading(`${text.replace(/^[.,]/u, '0$&')} ${of}`, { unit: page });
  return read.ok ? read.value : null;
}

const trimmed = (value: number, digits: number): string => String(Number(value.toFixed(digits)));

/**
 * A length as a line of this house prints it, in the reader's unit with all its digits; one that no inch says to the
 * nanometre stands in millimetres.
 * @example printedLength(304800, 'in') // '0.012 in'
 * @example printedLength(300000, 'in') // '0.3 mm'
 */
export function printedLength(nm: number, unit: LengthUnit): string {
  const inches = trimmed(nm / 25_400_000, 5);
  return unit === 'in' && Math.round(Number(inches) * 25_400_000) === nm
    ? `${inches} in`
    : `${trimmed(nm / 1_000_000, 6)} mm`;
}

/** A short name for something of a sheet, that no other of its kind has. */
export function shortName(name: string, taken: readonly string[]): string {
  const plain = name
    .toLowerCase()
    .replace(/[^a-z0-9]+/gu, '-')
    .replace(/^-|-$/gu, '')
    .slice(0, 50);
  let key = plain;
  for (let n = 2; taken.includes(key); n += 1) key = `${plain}-${n}`;
  return key;
}
