import {
  fittedPiston,
  pistonAsked,
  PISTON_PLACES,
  pistonStation,
  stationKey,
  stationName,
  type JobFile,
  type LengthUnit,
  type PistonPlace,
  type Prepared,
  type Station,
} from '@tribos/core';
import { otherStations } from './moves.js';

/** The kit whose piston lies in the bore when leaves are tried beside it. */
export const fittedKitId = (file: JobFile, cylinder: number): string | null =>
  fittedPiston(file, cylinder).kit?.id ?? null;

/** Places of one cylinder that are listed under its map, those not read yet only when asked for. */
export function listedPlaces(
  file: JobFile,
  prepared: Prepared,
  cylinder: number,
  current: Station | null,
  all: boolean,
): Station[] {
  const kit = pistonAsked(file, cylinder)?.id ?? null;
  const { stations, gaps } = prepared.readings;
  const pistons = (Object.keys(PISTON_PLACES) as PistonPlace[]).map((place): Station => ({
    ...pistonStation(cylinder, kit),
    place,
  }));
  const others = otherStations(file.engine, cylinder, {
    piston: kit,
    clearance: fittedKitId(file, cylinder),
  });
  return [...pistons, ...others].filter((s) => {
    const key = stationKey(s);
    return (
      all ||
      (s.part === 'piston' && s.place === 'gauge-height') ||
      stations.has(key) ||
      gaps.has(key) ||
      (current !== null && key === stationKey(current))
    );
  });
}

/** A place without its cylinder: the list under a map stands under the cylinder's name already. */
export const placeName = (file: JobFile, s: Station, unit: LengthUnit): string =>
  stationName(file, s, unit).split(' · ').slice(1).join(', ');
