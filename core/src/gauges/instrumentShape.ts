import {
  byKind,
  day,
  id,
  integer,
  list,
  name,
  number,
  object,
  oneOf,
  orNull,
  size,
  title,
} from '../shape/index.js';
import { INSTRUMENT_TYPES } from './instrument.js';

/** A gauge as a file holds it. */
export const instrumentShape = object({
  id,
  name: title,
  type: oneOf(...INSTRUMENT_TYPES),
  unit: oneOf('mm', 'in'),
  resolution: integer(1, 10_000_000),
  repeatability: integer(1, 10_000_000),
  studyRepeats: orNull(integer(2, 1000)),
  maxError: integer(0, 10_000_000),
  rangeLow: size,
  rangeHigh: size,
  contacts: oneOf(2, 3),
  setting: byKind('kind', {
    none: object({ kind: oneOf('none') }),
    ring: object({ kind: oneOf('ring'), u: number(0, 1_000_000) }),
    micrometer: object({ kind: oneOf('micrometer'), instrumentId: id }),
  }),
  travel: orNull(integer(1, 100_000_000)),
  leaves: list(integer(1, 100_000_000), 0, 200),
  calibrationDue: orNull(day),
  retiredOn: orNull(day),
  importedBy: orNull(name),
});
