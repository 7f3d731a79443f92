import { combineVerdicts, type Overall } from '../gauges/index.js';
import { wantsStation, fact, type JobFile } from '../job/index.js';
import type { LengthUnit } from '../units/index.js';
import {
  askOf,
  cylinderOf,
  foundOf,
  overallOf,
  type Blocker,
  type Figure,
  type Finds,
  type Offer,
  type PartNeeded,
  type Room,
  type Section,
  type Step,
} from '../verdicts/index.js';

/** A part to get, with everything that asks for it. */
export interface PartToGet extends Omit<PartNeeded, 'why' | 'by'> {
  readonly whys: readonly string[];
}

/** What a tick of the run sheet shows. */
export interface StationMark {
  /** Of every figure judged there; null where nothing is judged or read. */
  readonly verdict: Overall | null;
  /** Whether every step asked for there is done; null where there is none. */
  readonly done: boolean | null;
  /** So many of its steps are not done. */
  readonly open: number;
  /** Whether any of its steps is. */
  readonly begun: boolean;
  /** ISO time since when it waits for something. */
  readonly waits: string | null;
  /** False where nothing is wanted of it in this job. */
  readonly needed: boolean;
}

/** An offer of a room, at the station it is done at. */
export interface Placed {
  readonly station: string;
  readonly offer: Offer;
}

/** One verdict of several figures; null where nothing of them is read. */
export function together(figures: readonly Figure[]): Overall | null {
  const states = figures.map(overallOf);
  return states.every((s) => s === 'unread') ? null : combineVerdicts(states);
}

/** Parts that several rooms ask for, nothing twice: as many as the one that needs most. */
function gathered(needed: readonly PartNeeded[]): readonly PartToGet[] {
  const parts = new Map<string, PartToGet>();
  for (const { key, name, count, why } of needed) {
    const known = parts.get(key);
    parts.set(key, {
      key,
      name: known?.name ?? name,
      count: Math.max(count, known?.count ?? 0),
      whys: [...new Set([...(known?.whys ?? []), why])],
    });
  }
  return [...parts.values()];
}

/** What the rooms of a house give, each room for itself, so that only what moved is worked again. */
export type HouseFacts = ReturnType<typeof factsOfRooms>;

function factsOfRooms(rooms: readonly Room[]) {
  /** One fact a room, for each that brings something. */
  const each = <T, K extends LengthUnit | void>(
    name: string,
    of: (room: Room) => ((file: JobFile, key: K) => readonly T[]) | undefined,
  ) =>
    rooms.flatMap((room) => {
      const work = of(room);
      return work ? [{ room, of: fact(`${name} of ${room.name}`, work) }] : [];
    });
  const figuresOf = each<Figure, LengthUnit>(
    'figures',
    (r) => r.figures && ((file, unit) => r.figures!(file, askOf(file, unit))),
  );
  const stepsOf = each<Step, void>('steps', (r) => r.steps && ((file) => r.steps!(file)));
  const blockersOf = each<Blocker, void>('blockers', (r) => r.blockers && ((file) => r.blockers!(file)));
  const offersOf = each<Placed, LengthUnit>(
    'offers',
    (r) =>
      r.actions &&
      ((file, unit) =>
        r.actions!(file, foundOf(file, unit), askOf(file, unit)).map((offer) => ({
          station: offer.station ?? r.station,
          offer,
        }))),
  );
  /** What a room offers at a station: what it offers elsewhere moves nothing there. */
  const offersAt = offersOf.map(({ room, of }) =>
    fact(`offers of ${room.name} there`, (file, [unit, station]: readonly [LengthUnit, string]) =>
      of(file, unit).flatMap((o) => (o.station === station ? [o.offer] : [])),
    ),
  );
  const offers = (file: JobFile, unit: LengthUnit, station: string): readonly Offer[] =>
    offersAt.flatMap((of) => of(file, [unit, station]));
  /** What may not wait, wherever the work is. */
  const blocking = offersOf.map(({ room, of }) =>
    fact(`${room.name} blocks`, (file, unit: LengthUnit) =>
      of(file, unit).flatMap((o) => (o.offer.blocks ? [o.offer] : [])),
    ),
  );
  const blocks = (file: JobFile, unit: LengthUnit): readonly Offer[] =>
    blocking.flatMap((of) => of(file, unit));
  const partsOf = each<PartNeeded, LengthUnit>(
    'parts',
    (r) => r.parts && ((file, unit) => r.parts!(file, figures(file, unit))),
  );

  // What a job of its kind does not need is not asked for; what was read of it all the same is judged.
  const all = fact('every figure', (file, unit: LengthUnit): readonly Figure[] =>
    figuresOf.flatMap(({ room, of }) =>
      wantsStation(file, room.station)
        ? of(file, unit)
        : of(file, unit).filter((f) => f.because !== 'unread'),
    ),
  );
  const ofCylinder = fact('figures of a cylinder', (file, [unit, at]: readonly [LengthUnit, number]) =>
    all(file, unit).filter((f) => cylinderOf(f) === at),
  );
  const atStation = fact(
    'figures of a cylinder at a station',
    (file, [unit, station, at]: readonly [LengthUnit, string, number]): readonly Figure[] =>
      figuresOf
        .filter(({ room }) => room.station === station)
        .flatMap((r) => r.of(file, unit))
        .filter((f) => cylinderOf(f) === at),
  );
  /** Cylinder by cylinder, then what is of none. */
  const figures = fact('figures', (file, unit: LengthUnit): readonly Figure[] => [
    ...file.engine.cylinders.flatMap((_, at) => ofCylinder(file, [unit, at])),
    ...all(file, unit).filter((f) => cylinderOf(f) === null),
  ]);
  // What a job of its kind does not need is not left undone.
  const steps = fact('steps', (file): readonly Step[] =>
    stepsOf.flatMap((r) => (wantsStation(file, r.room.station) ? r.of(file) : [])),
  );
  const blockers = fact('blockers', (file): readonly Blocker[] => blockersOf.flatMap((r) => r.of(file)));

  const mark = fact('mark', (file, [unit, station]: readonly [LengthUnit, string]): StationMark | null => {
    const here = <T>(of: readonly { readonly room: Room; readonly of: T }[]) =>
      of.filter(({ room }) => room.station === station);
    const todo = here(stepsOf)
      .flatMap((r) => r.of(file))
      .filter((s) => s.excused === null);
    const waits = here(blockersOf).flatMap((r) => r.of(file));
    const needed =
      wantsStation(file, station) &&
      !rooms.filter((r) => r.station === station).every((r) => r.needless?.(file) ?? false);
    // Nothing is judged there, and nothing is begun: its tick says nothing yet.
    if (needed && todo.length + waits.length === 0 && here(figuresOf).length === 0) return null;
    return {
      verdict: together(here(figuresOf).flatMap((r) => r.of(file, unit))),
      done: todo.length === 0 ? null : todo.every((s) => s.done !== null),
      open: todo.filter((s) => s.done === null).length,
      begun: todo.some((s) => s.done !== null),
      needed,
      waits: waits[0]?.since ?? null,
    };
  });

  const partsToGet = fact('parts to get', (file, unit: LengthUnit) =>
    gathered(partsOf.flatMap((r) => r.of(file, unit))),
  );
  // What a decided way brings is priced with the ways themselves.
  const needs = fact('parts whichever way is gone', (file, unit: LengthUnit) =>
    gathered(partsOf.flatMap((r) => (r.room.decides ? [] : r.of(file, unit)))),
  );
  const reportsOf = each<Section, LengthUnit>(
    'report',
    (r) => r.report && ((file, unit) => r.report!(file, foundOf(file, unit), askOf(file, unit))),
  );
  type Piece = (file: JobFile, unit: LengthUnit) => unknown;
  /** What a judgement is made of, and a report: each piece by itself, in their order. */
  const pieces: Readonly<Record<'judging' | 'reporting', readonly Piece[]>> = {
    judging: [...figuresOf, ...offersOf].map((r) => (file, unit) => r.of(file, unit)),
    reporting: reportsOf.map((r) => r.of),
  };
  // Not a fact of its own: what somebody takes of it is what that one hangs on.
  const found: Finds = (file, unit) => ({
    get figures() {
      return figures(file, unit);
    },
    needs: () => needs(file, unit),
  });
  const reports = (file: JobFile, unit: LengthUnit): readonly Section[] =>
    reportsOf.flatMap((r) => r.of(file, unit));
  return {
    ...{ figures, ofCylinder, atStation, steps, blockers, mark, offers, blocks },
    ...{ partsToGet, found, reports, pieces },
  };
}

const known = new WeakMap<readonly Room[], HouseFacts>();

/** The facts of a house. */
export function factsOf(rooms: readonly Room[]): HouseFacts {
  const before = known.get(rooms) ?? factsOfRooms(rooms);
  known.set(rooms, before);
  return before;
}
