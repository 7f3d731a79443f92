import { boresOf } from '../bore/index.js';
import { derivedIn } from '../job/index.js';
import { readingsOf } from '../readings/index.js';
import { crossChecks } from './crossChecks.js';

/** Every cross-check the readings so far allow. */
export const checksOf = derivedIn((file, unit) =>
  crossChecks(file, boresOf(file, unit), readingsOf(file, unit), unit),
);
