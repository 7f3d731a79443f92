import {
  fittedPiston,
  pistonAsked,
  PISTON_SPOTS,
  placeKey,
  placeName,
  type JobFile,
  type LengthUnit,
  type PistonSpot,
  type Place,
} from '@tribos/core/ground';
import { placesRead, gapsRead, pistonPlace } from '@tribos/core/readings';
import { gapPlaces } from '@tribos/core/rings';
import { otherPlaces } from './moves.js';

/** The kit whose piston lies in the bore when leaves are tried beside it. */
export const fittedKitId = (file: JobFile, cylinder: number): string | null =>
  fittedPiston(file, cylinder).kit?.id ?? null;

/** Places of one cylinder that are listed under its map, those not read yet only when asked for. */
export function listedPlaces(file: JobFile, cylinder: number, current: Place | null, all: boolean): Place[] {
  const kit = pistonAsked(file, cylinder)?.id ?? null;
  const [places, gaps] = [placesRead(file), gapsRead(file)];
  const pistons = (Object.keys(PISTON_SPOTS) as PistonSpot[]).map((place): Place => ({
    ...pistonPlace(cylinder, kit),
    place,
  }));
  const others = otherPlaces(file.engine, cylinder, {
    piston: kit,
    clearance: fittedKitId(file, cylinder),
    gaps: gapPlaces(file, cylinder),
  });
  return [...pistons, ...others].filter((s) => {
    const key = placeKey(s);
    return (
      all ||
      (s.part === 'piston' && s.place === 'gauge-height') ||
      places.has(key) ||
      gaps.has(key) ||
      (current !== null && key === placeKey(current))
    );
  });
}

/** A place without its cylinder: the list under a map stands under the cylinder's name already. */
export const underItsMap = (file: JobFile, s: Place, unit: LengthUnit): string =>
  placeName(file, s, unit).split(' · ').slice(1).join(', ');
