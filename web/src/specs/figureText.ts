import { FEATURES, figureText, limitText, type LengthUnit, type Limit } from '@tribos/core';

const isLength = (limit: Limit): boolean => FEATURES[limit.feature].dimension === 'length';

/** The whole limit, lengths in the reader's unit: range, maximum, minimum or steps. */
export function wholeFigure(limit: Limit, unit: LengthUnit): string {
  const steps = limit.rows
    ?.map((r) => `${r.below === null ? 'above' : `< ${r.below} cm³`} ${limitText(r.low, null, unit)}`)
    .join(', ');
  const { low, high } = limit;
  const other = (v: number) => figureText(FEATURES[limit.feature].dimension, v, limit.unit);
  const range = isLength(limit)
    ? low === null && high === null
      ? ''
      : limitText(low, high, unit)
    : low !== null && high !== null
      ? `${other(low)} – ${other(high)}`
      : high !== null
        ? `max ${other(high)}`
        : low !== null
          ? `min ${other(low)}`
          : '';
  return [steps, range].filter(Boolean).join('; ');
}

/** What the sheet prints, when that is not the reader's unit. */
export function asPrinted(limit: Limit, unit: LengthUnit): string | null {
  return isLength(limit) && limit.unit !== unit && (limit.unit === 'mm' || limit.unit === 'in')
    ? `the sheet prints ${limitText(limit.low, limit.high, limit.unit)}`
    : null;
}
