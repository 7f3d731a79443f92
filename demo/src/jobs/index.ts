import type { Instrument } from '@tribos/core';
import { atMeasure } from './atMeasure.js';
import type { DemoJob } from './build.js';
import { deeper } from './deeper.js';
import { gone } from './gone.js';
import { shelfOf } from './shelf.js';

export type { DemoJob } from './build.js';
export { EARLIER_CUSTOMERS } from './earlier.js';

/** The jobs on the shelf when the demo starts, dated from `now`. */
export function jobs(now: Date, instruments: readonly Instrument[]): DemoJob[] {
  const shelf = shelfOf(now, instruments);
  return [...atMeasure(shelf), ...deeper(shelf), ...gone(shelf)];
}
