import type { JobFile } from '../job/index.js';
import type { LengthUnit } from '../units/index.js';
import type { Room } from '../verdicts/index.js';
import { HOUSE, inHouse } from './house.js';
import { factsOf, type PartToGet } from './houseFacts.js';

/**
 * Parts that have to be there before assembly: what each room asks for, nothing twice. What two rooms ask for is got
 * once, as many as the one that needs most; what is measured past its limit is got as well.
 */
export const partsToGet = (
  written: JobFile,
  unit: LengthUnit = 'mm',
  rooms: readonly Room[] = HOUSE,
): readonly PartToGet[] => factsOf(rooms).partsToGet(inHouse(written, rooms), unit);
