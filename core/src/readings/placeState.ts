import { isOfCylinder } from '../cylinder/index.js';
import { calibrationOverdue, instrumentOf } from '../gauges/index.js';
import { benchOf, fact, placeKindOf } from '../job/index.js';
import { takenAt } from '../ledger/index.js';
import { askedOf } from './asked.js';
import { oddOf } from './odd.js';
import { placeEstimate } from './placeEstimate.js';
import { takenReading } from './questions.js';
import type { PlaceState } from './readingsState.js';
import { standingAt, standingByPlace } from './stand.js';
import { zerosOf } from './zeros.js';

/** What the readings of one place come to; null where none stands. */
export const placeState = fact('place', (file, key: string): PlaceState | null => {
  const readings = standingAt(file, key);
  const station = readings[0]?.entry.station;
  if (!station) return null;
  const bench = benchOf(file);
  const zeros = zerosOf(file.log);
  const { held } = askedOf(file, ['mm', placeKindOf(file, station).thing(station)]);
  const odd = isOfCylinder(station) && oddOf(file, ['mm', station.cylinder]).has(key);
  const usable = readings.filter((r) => !held.has(r.entry.id)).map((r) => takenReading(file, r.entry, zeros));
  return {
    station,
    key,
    readings,
    result: usable.length === 0 ? null : placeEstimate(usable, bench, odd),
    step: Math.max(...readings.map((r) => instrumentOf(bench, r.entry.instrumentId).resolution)),
    overdue: readings.some((r) =>
      calibrationOverdue(instrumentOf(bench, r.entry.instrumentId), takenAt(r.entry)),
    ),
  };
});

/** What the readings of every place come to, whatever unit its questions are asked in. */
export const placesRead = fact(
  'places',
  (file): ReadonlyMap<string, PlaceState> =>
    new Map([...standingByPlace(file).keys()].map((key) => [key, placeState(file, key)!] as const)),
);

/** The same of one cylinder. */
export const placesOn = fact(
  'places on a cylinder',
  (file, cylinder: number): ReadonlyMap<string, PlaceState> =>
    new Map([...placesRead(file)].filter(([, { station: s }]) => isOfCylinder(s) && s.cylinder === cylinder)),
);
