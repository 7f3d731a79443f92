import type { LeafBracket } from '../gauges/index.js';
import { placeKindOf, type JobFile, type PlacedFile } from '../job/index.js';
import { FINDINGS, type FindingEntry } from '../cylinder/index.js';
import type { AnyPlace } from '../ledger/index.js';
import {
  depthText,
  engravedText,
  limitFigureText,
  nm,
  toDecimal,
  withUnit,
  type Dimension,
  type LengthUnit,
  type Nanometres,
} from '../units/index.js';
import { limitEndText } from './valueText.js';

const MONTHS = 'Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec'.split(' ');

/** A day as it is printed: `4 Dec 2026`. @param iso ISO date or date-time */
export const printedDay = (iso: string): string =>
  `${Number(iso.slice(8, 10))} ${MONTHS[Number(iso.slice(5, 7)) - 1]} ${iso.slice(0, 4)}`;

/** A sentence begins with a capital. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/**
 * Probability as printed: never 1, never 0, since neither can be measured, and never rounded across a
 * threshold a verdict turns on.
 */
export function oddsText(p: number): string {
  if (p > 0.9999) return '> 0.9999';
  if (p < 0.0001) return '< 0.0001';
  const thresholds = [0.05, 0.5, 0.8, 0.95, 0.999];
  for (let digits = p > 0.999 || p < 0.001 ? 4 : 3; digits < 8; digits += 1) {
    const text = p.toFixed(digits);
    if (thresholds.every((t) => Math.sign(Number(text) - t) === Math.sign(p - t))) return text;
  }
  return p.toFixed(8);
}

/** Odds of so many in so many that people use. */
const CHANCES: readonly (readonly [number, number])[] = [
  [1, 100],
  [1, 50],
  [1, 20],
  [1, 10],
  [1, 7],
  [1, 5],
  [1, 4],
  [1, 3],
  [2, 5],
  [1, 2],
  [3, 5],
  [2, 3],
  [3, 4],
  [4, 5],
  [6, 7],
  [9, 10],
  [19, 20],
  [49, 50],
  [99, 100],
];

/**
 * A probability in words people use; the figure itself belongs in the working.
 * @example oddsWords(0.86) // 'about 6 in 7'
 */
export function oddsWords(p: number): string {
  if (p >= 0.995) return 'practically sure';
  if (p <= 0.005) return 'practically impossible';
  const [k, n] = CHANCES.reduce((best, c) => {
    const off = ([a, b]: readonly [number, number]) =>
      Math.abs(Math.log(a / (b - a)) - Math.log(p / (1 - p)));
    return off(c) < off(best) ? c : best;
  });
  return k === 1 && n === 2 ? 'about even' : `about ${k} in ${n}`;
}

/** `left · 38 mm · thrust`: how a place is named everywhere. */
export const placeName = (file: PlacedFile, place: AnyPlace, unit: LengthUnit = 'mm'): string =>
  placeKindOf(file, place).named(place, file.engine, unit).join(' · ');

/** A finding in words: `score 0.010 mm deep, 32 mm down at 8°`. */
export function findingText(
  f: Pick<FindingEntry, 'what' | 'deep' | 'nail' | 'place'>,
  unit: LengthUnit,
): string {
  const deep = f.deep === null ? '' : ` ${withUnit(f.deep, { unit, step: 1_000 })} deep`;
  const place = f.place ? `, ${depthText(f.place.depth, unit)} down at ${f.place.angle}°` : '';
  const nail =
    f.nail === null ? '' : f.nail === 'catches' ? ', a fingernail catches' : ', felt, no fingernail catches';
  return `${FINDINGS[f.what]}${deep}${nail}${place}`;
}

/** Thickness of a leaf as it is engraved. */
export const leafText = (thickness: number, unit: LengthUnit): string => engravedText(thickness, unit);

/** What leaves leave between them: a bracket or a bound, never one number. */
export function bracketText(bracket: Pick<LeafBracket, 'low' | 'high'>, unit: LengthUnit): string {
  const { low, high } = bracket;
  if (low !== null && high !== null)
    return `${leafText(low, unit)}–${leafText(high, unit)} ${unit}${inMetric(unit, [low, high], '–')}`;
  if (low !== null) return `≥ ${leafText(low, unit)} ${unit}${inMetric(unit, [low])}`;
  return high === null ? '–' : `< ${leafText(high, unit)} ${unit}${inMetric(unit, [high])}`;
}

/** Engraved in hundredths of a millimetre, and not in thousandths of an inch. */
const isMetric = (leaf: number): boolean => leaf % 10_000 === 0 && leaf % 25_400 !== 0;

/**
 * What is engraved on metric leaves, beside their inches: the hand looks for that figure; empty where it is shown already.
 * @param joint between the ends of a bracket, or the leaves of a stack
 */
export const inMetric = (unit: LengthUnit, leaves: readonly number[], joint = ' + '): string =>
  unit === 'in' && leaves.some(isMetric)
    ? ` (${leaves.map((l) => engravedText(l, 'mm')).join(joint)} mm)`
    : '';

/** The cylinders of an engine, all of them, in a sentence. */
export const cylindersText = (file: JobFile): string =>
  file.engine.cylinders.length === 1
    ? 'the cylinder'
    : file.engine.cylinders.length === 2
      ? 'both cylinders'
      : `all ${file.engine.cylinders.length} cylinders`;

/** A limit in the reader's unit: range, maximum or minimum. */
export function limitText(
  low: number | null,
  high: number | null,
  unit: LengthUnit,
  dimension: Dimension = 'length',
): string {
  if (low !== null && high !== null && dimension === 'length')
    return `${limitFigureText(nm(low), 'low', unit)} – ${limitEndText(dimension, high, 'high', unit)}`;
  const [least, most] = [
    low === null ? null : limitEndText(dimension, low, 'low', unit),
    high === null ? null : limitEndText(dimension, high, 'high', unit),
  ];
  if (least !== null && most !== null) return `${least} – ${most}`;
  if (most !== null) return `max ${most}`;
  return least === null ? 'no figure' : `min ${least}`;
}

/** What a machinist's gauges and dials are read to: a micron, a ten-thousandth of an inch. */
const GRID: Record<LengthUnit, number> = { mm: 3, in: 4 };
/** The same grids, nm. */
const STEP: Record<LengthUnit, number> = { mm: 1_000, in: 2_540 };

/**
 * A finished size as it goes on paper, on the machinist's grid: the low end never rounded down, the high end
 * never up. Null where the grid has nothing between them.
 */
/**
 * A finished size with the unit it is printed in, wherever it is shown: that of the grid it stands on, so that ticket,
 * words and command show the same digits.
 */
export function sizeText(
  size: { readonly low: Nanometres; readonly high: Nanometres },
  reader: LengthUnit,
): string | null {
  const on = (unit: LengthUnit) => size.low % STEP[unit] === 0 && size.high % STEP[unit] === 0;
  const unit = on(reader) ? reader : on('mm') ? 'mm' : on('in') ? 'in' : reader;
  const text = finishText(size, unit);
  return text === null ? null : `${text} ${unit}`;
}

export function finishText(
  target: { readonly low: Nanometres; readonly high: Nanometres },
  unit: LengthUnit,
): string | null {
  const [low, high] = [
    toDecimal(target.low, unit, GRID[unit], 'up'),
    toDecimal(target.high, unit, GRID[unit], 'down'),
  ];
  return Number(low) <= Number(high) ? `${low} – ${high}` : null;
}
