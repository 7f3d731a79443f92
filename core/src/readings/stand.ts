import { standing, type StandingReading } from '../cylinder/index.js';
import { instrumentOf } from '../gauges/index.js';
import { fact, placeKindOf, type JobFile } from '../job/index.js';
import { placeKey } from '../ledger/index.js';
import { groupBy } from '../statistics/index.js';
import { slipsFound } from './questions.js';
import type { SetAside } from './readingsState.js';
import { apartSince, partWorkSince, reopeningWork } from './reopening.js';
import { zeroFate, zerosOf } from './zeros.js';

/** What became of the zeros of a job. */
export const fatesOf = fact('fates', (file) => zeroFate(file, zerosOf(file.log)));

/** Readings and leaves put aside by work done after them, or by a zero that was lost. */
export const putAside = fact(
  'putAside',
  (file): ReadonlyMap<string, SetAside> =>
    new Map([
      ...fatesOf(file).aside,
      ...[...reopeningWork(file).keys(), ...partWorkSince(file).keys(), ...apartSince(file).keys()].map(
        (id) => [id, 'work'] as const,
      ),
    ]),
);

const scatterOn = (file: JobFile) => (id: string) =>
  Math.max(instrumentOf(file, id).repeatability, instrumentOf(file, id).resolution / 2);

const stand = fact('stand', (file): readonly StandingReading[] => {
  const aside = putAside(file);
  return standing(file.log, scatterOn(file), slipsFound(file)).filter((s) => !aside.has(s.entry.id));
});

/** Readings that stand, by the thing they are of: they are each other’s neighbours. */
export const standingByThing = fact(
  'standingByThing',
  (file): ReadonlyMap<string, readonly StandingReading[]> =>
    groupBy(stand(file), ({ entry: { station } }) => placeKindOf(file, station).thing(station)),
);

/** Readings that stand, by their place. */
export const standingByPlace = fact(
  'standingByPlace',
  (file): ReadonlyMap<string, readonly StandingReading[]> =>
    groupBy(stand(file), (s) => placeKey(s.entry.station)),
);

const NONE: readonly StandingReading[] = [];

export const standingOfThing = fact(
  'standingOfThing',
  (file, thing: string): readonly StandingReading[] => standingByThing(file).get(thing) ?? NONE,
);
export const standingAt = fact(
  'standingAt',
  (file, key: string): readonly StandingReading[] => standingByPlace(file).get(key) ?? NONE,
);
