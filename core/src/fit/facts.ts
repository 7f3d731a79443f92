import type { LengthUnit } from '../units/index.js';
import { boresOf } from '../bore/index.js';
import { fact } from '../job/index.js';
import { readingsOf } from '../readings/index.js';
import { crossChecks } from './crossChecks.js';

/** Every cross-check the readings so far allow. */
export const checksOf = fact('checksOf', (file, unit: LengthUnit) =>
  crossChecks(file, boresOf(file, unit), readingsOf(file, unit), unit),
);
