import { FEATURES, limitText, type LengthUnit, type Limit } from '@tribos/core';

/** Base units in one of the unit a sheet prints, for what is not a length. */
const PRINTED: Record<string, { readonly per: number; readonly word: string }> = {
  '×': { per: 10_000, word: '× D' },
  kPa: { per: 1_000, word: 'kPa' },
  bar: { per: 100_000, word: 'bar' },
  'bar/min': { per: 100_000, word: 'bar/min' },
};

const isLength = (limit: Limit): boolean => FEATURES[limit.feature].dimension === 'length';

/** The whole limit, lengths in the reader's unit: range, maximum, minimum or steps. */
export function wholeFigure(limit: Limit, unit: LengthUnit): string {
  const steps = limit.rows
    ?.map((r) => `${r.below === null ? 'above' : `< ${r.below} cm³`} ${limitText(r.low, null, unit)}`)
    .join(', ');
  const { per, word } = PRINTED[limit.unit] ?? { per: 1, word: limit.unit };
  const other = (v: number) => `${v / per} ${word}`;
  const range = isLength(limit)
    ? limit.low === null && limit.high === null
      ? ''
      : limitText(limit.low, limit.high, unit)
    : limit.low !== null && limit.high !== null
      ? `${limit.low / per} – ${other(limit.high)}`
      : limit.high !== null
        ? `max ${other(limit.high)}`
        : limit.low !== null
          ? `min ${other(limit.low)}`
          : '';
  return [steps, range].filter(Boolean).join('; ');
}

/** What the sheet prints, when that is not the reader's unit. */
export function asPrinted(limit: Limit, unit: LengthUnit): string | null {
  return isLength(limit) && limit.unit !== unit && (limit.unit === 'mm' || limit.unit === 'in')
    ? `the sheet prints ${limitText(limit.low, limit.high, limit.unit)}`
    : null;
}
