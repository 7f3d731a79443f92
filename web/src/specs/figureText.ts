import { FEATURES, formatLength, nm, type LengthUnit, type Limit } from '@tribos/core';

/** One figure of a limit in the unit it is read in: lengths in the reader's, others as their sheet prints them. */
export function figureText(limit: Limit, value: number, unit: LengthUnit): string {
  switch (FEATURES[limit.feature].dimension) {
    case 'length':
      return formatLength(nm(value), { unit, limits: [] });
    case 'factor':
      return `${(value / 10_000).toFixed(4)} × D`;
    case 'pressure':
      return limit.unit === 'bar' ? `${value / 100_000} bar` : `${value / 1_000} kPa`;
    case 'pressure-rate':
      return `${value / 100_000} bar/min`;
  }
}

/** The whole limit: range, maximum, minimum or steps. */
export function wholeFigure(limit: Limit, unit: LengthUnit): string {
  const tail = FEATURES[limit.feature].dimension === 'length' ? ` ${unit}` : '';
  const f = (v: number) => figureText(limit, v, unit);
  const steps = limit.rows
    ?.map((r) => `${r.below === null ? 'above' : `< ${r.below} cm³`} ${f(r.low)}`)
    .join(', ');
  const range =
    limit.low !== null && limit.high !== null
      ? `${f(limit.low)} – ${f(limit.high)}`
      : limit.high !== null
        ? `max ${f(limit.high)}`
        : limit.low !== null
          ? `min ${f(limit.low)}`
          : '';
  return `${[steps && `min ${steps}`, range].filter(Boolean).join('; ')}${tail}`;
}
