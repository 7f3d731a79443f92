import { atHand } from '../gauges/index.js';
import type { LengthUnit } from '../units/index.js';
import type { JobFile } from './jobFile.js';

/** Unit a shop works in; where nobody said, that of most of its gauges, millimetres where they are even. */
export function shopUnit({ shop, instruments }: Pick<JobFile, 'shop' | 'instruments'>): LengthUnit {
  if (shop.unit) return shop.unit;
  const own = instruments.filter((i) => atHand(i) && i.type !== 'leaf');
  const inches = own.filter((i) => i.unit === 'in').length;
  return inches * 2 > own.length ? 'in' : 'mm';
}
