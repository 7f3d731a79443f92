import { ledgerOf, type AnyEntry, type AnyPlace, type PlaceKind } from '../ledger/index.js';
import { takenIn, type GapPlace, type WorkEntry } from '../cylinder/index.js';
import { Unknown } from '../errors.js';
import { LOG_PLACES } from '../cylinder/places/index.js';
import type { EngineSpec } from '../specs/index.js';

/** Where a job carries the places that rooms of its house bring: no text of it has them, every copy does. */
const HOUSED = Symbol('places of the house');

/** What of a job says which places it knows. */
export interface PlacedFile {
  readonly engine: EngineSpec;
  readonly [HOUSED]?: readonly PlaceKind[];
}

/** The job as a house with such places knows it. */
export const withPlaces = <F extends PlacedFile>(file: F, places: readonly PlaceKind[]): F => ({
  ...file,
  [HOUSED]: places,
});

/** Every kind of place a job knows. */
export const placesOf = (file: PlacedFile): readonly PlaceKind[] => file[HOUSED] ?? LOG_PLACES;

/**
 * The record of a place.
 * @throws Unknown for a part that no room of the house brings
 */
export function placeKindOf(file: PlacedFile, place: AnyPlace): PlaceKind {
  const kind = placesOf(file).find((k) => k.part === place.part);
  if (!kind) throw new Unknown('place for a gauge on a', place.part);
  return kind;
}

/** Whether leaves bracket a place. */
export const isGap = (file: PlacedFile, place: AnyPlace): place is GapPlace =>
  placeKindOf(file, place).sense === 'gap';

/** Whether anything was read at such a place since an entry of the log. */
export const isReadSince = (
  { log }: { readonly log: readonly AnyEntry[] },
  entry: AnyEntry,
  at: (place: AnyPlace) => boolean,
): boolean => {
  const ledger = ledgerOf(log);
  const since = ledger.at(entry.id);
  return takenIn(log).some((e) => ledger.at(e.id) > since && at(e.station));
};

/** Whether work done after an entry has opened its place again. */
export const isReopened = (file: PlacedFile, place: AnyPlace, after: readonly WorkEntry[]): boolean =>
  after.some((work) => placeKindOf(file, place).reopenedBy(place, work));
