import * as rooms from './rooms.js';
import { factsOf } from './houseFacts.js';
import { findsOf, withFinds, type Room } from '../verdicts/index.js';
import { withPlaces, withRulesLaid, type JobFile } from '../job/index.js';
import {
  bodyMisfitsIn,
  kindIn,
  readBy,
  type EntryContext,
  type EntryKind,
  type EntryReading,
  type PlaceKind,
} from '../ledger/index.js';
import { LOG_PLACES } from '../cylinder/places/index.js';
import type { LogEntry, Place } from '../cylinder/index.js';
import type { Misfit, Naming } from '../shape/index.js';
import type { SheetPart } from '../specs/index.js';

/** The rooms of the house, in the order they are walked and reported. A new room adds its line here. */
export const HOUSE: readonly Room[] = [
  rooms.intake,
  rooms.readings,
  rooms.bore,
  rooms.fit,
  rooms.routes,
  rooms.outside,
  rooms.rings,
  rooms.hone,
  rooms.setup,
  rooms.fluids,
  rooms.before,
  rooms.strip,
  rooms.inspect,
  rooms.crank,
  rooms.bearings,
  rooms.head,
  rooms.valves,
  rooms.gearbox,
  rooms.clutch,
  rooms.pumps,
  rooms.torque,
  rooms.cause,
  rooms.assembly,
  rooms.refit,
];

const placesKnown = new WeakMap<readonly Room[], readonly PlaceKind[]>();

/** Every kind of place a gauge may go to: those that several rooms read, and each room's own. */
export function placesIn(rooms: readonly Room[]): readonly PlaceKind[] {
  const known = placesKnown.get(rooms);
  if (known) return known;
  const own = rooms.flatMap((r) => r.places ?? []);
  const places = own.length === 0 ? LOG_PLACES : [...LOG_PLACES, ...own];
  placesKnown.set(rooms, places);
  return places;
}

const housed = new WeakMap<JobFile, JobFile>();

/** A job as the rooms of a house know it: with the places they bring and what they find. */
export function inHouse(written: JobFile, rooms: readonly Room[] = HOUSE): JobFile {
  const finds = factsOf(rooms).found;
  const file = withRulesLaid(written);
  if (findsOf(file) === finds) return file;
  const before = housed.get(written);
  // One copy, so that facts worked for it are worked once.
  if (before && findsOf(before) === finds) return before;
  const now = withFinds(withPlaces(file, placesIn(rooms)), finds);
  housed.set(written, now);
  return now;
}

/** Every place a job asks for, room by room in the order they are walked. */
export const walkIn = (file: JobFile, rooms: readonly Room[] = HOUSE): readonly Place[] =>
  rooms.flatMap((r) => r.asks?.(inHouse(file, rooms)) ?? []);

/** Every kind of entry a log may hold, in the order they are published. */
export const kindsOf = (rooms: readonly Room[]): readonly EntryKind[] =>
  rooms.flatMap((r) => r.entries ?? []).map((kind) => kind.over?.(placesIn(rooms)) ?? kind);

export const KINDS = kindsOf(HOUSE);

/** Every part an engine's sheet may hold. */
export const sheetsOf = (rooms: readonly Room[]): readonly SheetPart[] =>
  rooms.flatMap((r) => r.sheets ?? []);

/** The parts of a sheet for another shop, every id in them as `naming` says. */
export const partsRenamed = (
  parts: Readonly<Record<string, unknown>>,
  naming: Naming,
  rooms: readonly Room[] = HOUSE,
): Readonly<Record<string, unknown>> =>
  Object.fromEntries(
    sheetsOf(rooms).flatMap(({ name, shape }) =>
      name in parts ? [[name, shape.renamed(parts[name], naming, `/engine/parts/${name}`)]] : [],
    ),
  );

/** What a screen sends: an entry of any kind of the house, without what only its reader adds. */
export interface SentEntry {
  readonly id: string;
  readonly at: string;
  readonly kind: string;
}

/** Ids of entries, their own and those they name, that are asked for when something sent is read. */
export const namedBy = (bodies: readonly SentEntry[]): string[] => {
  const ids = new Set<string>();
  for (const body of bodies) {
    ids.add(body.id);
    kindIn(KINDS, body.kind)?.body.renamed(
      body,
      (named, id) => {
        if (named === 'entry') ids.add(id);
        return id;
      },
      '',
    );
  }
  return [...ids];
};

/** What is wrong with the shape of something a screen sent. */
export const bodyMisfits = (body: unknown): Misfit[] => bodyMisfitsIn(KINDS, body);

/**
 * Reads what a screen sent as the log will hold it: the one place where text becomes a value, used by the
 * server when it keeps an entry, by the screen while it still waits, and by an import.
 */
export const readEntry = (body: SentEntry, context: EntryContext): EntryReading<LogEntry> =>
  readBy(KINDS, body, context) as EntryReading<LogEntry>;
