import { difference, readingEstimate, uncertaintyOf, type Instrument, type Zero } from '../gauges/index.js';
import { benchOf, measurandAt, nominalOf, type JobFile } from '../job/index.js';
import type { SizePlace } from '../cylinder/index.js';
import { nm } from '../units/index.js';
import { pistonPlace } from './plan.js';

/** Standard uncertainty of one bore reading, and of bore − piston, nm. */
export interface ComparatorWorth {
  readonly bore: number;
  readonly clearance: number;
}

/**
 * What a bore gauge is worth zeroed in a micrometer, against the same gauge read whole: the micrometer's
 * scale error is in the zero and in the piston alike, and of the difference only what a turn of its thimble
 * leaves stays.
 * @param zeroed how often the zero is found; null for sizes read whole, as the gauge stands set
 */
export function comparatorWorth(
  file: JobFile,
  cylinder: number,
  gauge: Instrument,
  micrometer: Instrument,
  by: string | undefined,
  at: string,
  zeroed: number | null,
): ComparatorWorth {
  const bench = benchOf(file);
  const station: SizePlace = { part: 'bore', cylinder, depth: nm(0), angle: 0 };
  const size = nominalOf(file, station);
  const zero: Zero | null =
    zeroed === null
      ? null
      : {
          id: 'asked',
          instrumentId: gauge.id,
          in: { kind: 'micrometer', instrumentId: micrometer.id },
          value: size,
          needle: 'clockwise-larger',
          repeats: zeroed,
          at,
          closing: null,
        };
  const one = (of: SizePlace, instrumentId: string) =>
    readingEstimate(
      {
        id: `asked:${of.part}`,
        place: `asked:${of.part}`,
        value: size,
        instrumentId,
        at,
        ...measurandAt(file, of),
        ...(by === undefined ? {} : { by }),
        ...(of.part === 'bore' ? { zero } : {}),
      },
      bench,
    );
  const bore = one(station, gauge.id);
  const piston = one(pistonPlace(cylinder, null), micrometer.id);
  return {
    bore: uncertaintyOf(bore).u,
    clearance: uncertaintyOf(difference(bore, piston)).u,
  };
}
