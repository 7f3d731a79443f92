import { FEATURES, namedAim, type Limit, type LimitEnds } from '../specs/index.js';
import { figureText, type LengthUnit } from '../units/index.js';
import { limitEndText } from './valueText.js';
import { limitText } from './words.js';

type Printed = LimitEnds & Pick<Limit, 'feature' | 'unit' | 'rows'>;

const isLength = ({ feature }: Printed): boolean => FEATURES[feature].dimension === 'length';

/** Range, maximum or minimum; empty where the limit is all steps. A figure that is no length stands in its sheet's unit. */
function rangeText(limit: Printed, unit: LengthUnit): string {
  const { low, high } = limit;
  if (low === null && high === null) return '';
  if (isLength(limit)) return limitText(low, high, unit);
  const text = (v: number): string => figureText(FEATURES[limit.feature].dimension, v, limit.unit);
  if (low !== null && high !== null) return `${text(low)} – ${text(high)}`;
  return high === null ? `min ${text(low!)}` : `max ${text(high)}`;
}

function aimText(limit: Printed, unit: LengthUnit): string {
  const aim = namedAim(limit);
  if (aim === null) return '';
  const { dimension } = FEATURES[limit.feature];
  return `target ${isLength(limit) ? limitEndText('length', aim, 'low', unit) : figureText(dimension, aim, limit.unit)}`;
}

/**
 * A limit whole, lengths in the reader's unit: its steps, its range, maximum or minimum, what is aimed at.
 * @example wholeLimitText({ feature: 'bore.taper', low: null, high: 50000, unit: 'mm' }, 'mm') // 'max 0.050 mm'
 */
export function wholeLimitText(limit: Printed, unit: LengthUnit): string {
  const steps = limit.rows
    ?.map((r) => `${r.below === null ? 'above' : `< ${r.below} cm³`} ${limitText(r.low, null, unit)}`)
    .join(', ');
  return [steps, rangeText(limit, unit), aimText(limit, unit)].filter(Boolean).join('; ');
}

/** What the sheet prints, when that is not the reader's unit; null where it is. */
export const asPrinted = (limit: Printed, unit: LengthUnit): string | null =>
  isLength(limit) && limit.unit !== unit && (limit.unit === 'mm' || limit.unit === 'in')
    ? `the sheet prints ${limitText(limit.low, limit.high, limit.unit)}`
    : null;
