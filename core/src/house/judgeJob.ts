import {
  boresOf,
  deepestScores,
  findingsOf,
  mapsOf,
  PROPAGATION,
  type BoreState,
  type MapProblem,
  type SpreadOf,
} from '../bore/index.js';
import { checksOf, type CrossCheck, type FitAction } from '../fit/index.js';
import { combineVerdicts, type Overall } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';
import type { FindingEntry, Score } from '../cylinder/index.js';
import { readingsOf, type ReadingAction, type ReadingsState } from '../readings/index.js';
import type { RingAction } from '../rings/index.js';
import {
  kitsOf,
  routes,
  waysOf,
  type Assumptions,
  type KitComparison,
  type RouteAction,
  type WayComparison,
} from '../routes/index.js';
import type { LengthUnit } from '../units/index.js';
import {
  cylinderOf,
  overallOf,
  type Ask,
  type Blocker,
  type Figure,
  type Found,
  type Room,
  type Step,
} from '../verdicts/index.js';
import { HOUSE, inHouse } from './house.js';
import { partsToGet } from './parts.js';
import { whereabouts, type Rest, type Whereabouts } from './whereabouts.js';

/** The one thing to do now. A room may bring kinds of its own besides these. */
export type NextAction = ReadingAction | FitAction | RouteAction | RingAction | Rest;

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

export interface Judgement {
  readonly items: readonly Figure[];
  /** The same verdicts, one list a cylinder. */
  readonly itemsOf: readonly (readonly Figure[])[];
  /** Those judged at a station, one list a cylinder. */
  readonly itemsAt: (station: string) => readonly (readonly Figure[])[];
  readonly bores: readonly BoreState[];
  readonly readings: ReadingsState;
  readonly kits: KitComparison;
  /** The ways out side by side; worked when somebody asks, and anew for what is assumed otherwise. */
  readonly ways: (assume?: Assumptions) => WayComparison;
  readonly checks: readonly CrossCheck[];
  /** Findings on each cylinder's wall. */
  readonly findings: readonly (readonly FindingEntry[])[];
  /** What is known of the deepest score of each cylinder. */
  readonly scores: readonly Score[];
  /** The maps to propagate, one a cylinder; null until its plan is complete. */
  readonly maps: readonly (MapProblem | null)[];
  /** The one next action of the whole job. */
  readonly next: NextAction;
  /** What a station asks for by itself; null where nothing is left to do there. */
  readonly nextAt: (station: string) => NextAction | null;
  /** Where the job stands. */
  readonly where: Pick<Whereabouts, 'reached' | 'since' | 'by' | 'leftOpen'>;
  readonly steps: readonly Step[];
  readonly blockers: readonly Blocker[];
  /** A mark for each station that some room works at. */
  readonly marks: Readonly<Record<string, StationMark>>;
  /** Of every verdict the plan asks for; null before the first reading. */
  readonly overall: Overall | null;
}

/** What a judgement rests on before any map is propagated: the dear part, the same whatever the draws say. */
export type Prepared = Pick<Judgement, 'bores' | 'readings' | 'checks' | 'findings' | 'scores' | 'maps'> & {
  readonly unit: LengthUnit;
};

/** @param unit the slip questions speak in */
export function prepareJob(
  written: JobFile,
  unit: LengthUnit = 'mm',
  rooms: readonly Room[] = HOUSE,
): Prepared {
  const file = inHouse(written, rooms);
  return {
    unit,
    bores: boresOf(file, unit),
    readings: readingsOf(file, unit),
    checks: checksOf(file, unit),
    findings: findingsOf(file),
    scores: deepestScores(file),
    maps: mapsOf(file, unit),
  };
}

/** What heavy work found, from a look-up of propagated maps. */
export const askWith = (unit: LengthUnit, spreadOf: SpreadOf): Ask => ({
  unit,
  worked: (heavy, problem) =>
    (heavy.name === PROPAGATION.name ? spreadOf(problem as MapProblem) : null) as never,
});

/** Worked the first time it is asked for. */
function once<T>(work: () => T): () => T {
  let known: { readonly value: T } | null = null;
  return () => (known ??= { value: work() }).value;
}

/** Lists of the same figures are the same list, so that what shows them is not drawn anew. */
const lists = new WeakMap<Figure, Map<string, readonly Figure[]>>();
function sameList(now: readonly Figure[], of = ''): readonly Figure[] {
  const first = now[0];
  if (!first) return now;
  const known = lists.get(first) ?? new Map<string, readonly Figure[]>();
  lists.set(first, known);
  const before = known.get(of);
  if (before?.length === now.length && before.every((f, i) => f === now[i])) return before;
  known.set(of, now);
  return now;
}

const together = (figures: readonly Figure[]): Overall | null => {
  const states = figures.map(overallOf);
  return states.every((s) => s === 'unread') ? null : combineVerdicts(states);
};

function marksOf(
  rooms: readonly Room[],
  figures: ReadonlyMap<Room, readonly Figure[]>,
  file: JobFile,
): Record<string, StationMark> {
  const marks: Record<string, StationMark> = {};
  for (const station of new Set(rooms.map((r) => r.station))) {
    const here = rooms.filter((r) => r.station === station);
    const steps = here.flatMap((r) => r.steps?.(file) ?? []).filter((s) => s.excused === null);
    const blockers = here.flatMap((r) => r.blockers?.(file) ?? []);
    const needed = !here.every((r) => r.needless?.(file) ?? false);
    // Nothing is judged there, and nothing is begun: its tick says nothing yet.
    if (needed && steps.length + blockers.length === 0 && here.every((r) => r.figures === undefined))
      continue;
    marks[station] = {
      verdict: together(here.flatMap((r) => figures.get(r) ?? [])),
      done: steps.length === 0 ? null : steps.every((s) => s.done !== null),
      open: steps.filter((s) => s.done === null).length,
      begun: steps.some((s) => s.done !== null),
      needed,
      waits: blockers[0]?.since ?? null,
    };
  }
  return marks;
}

/** What rooms see of each other's findings. What a decided way brings is priced with the ways themselves. */
export const foundIn = (
  file: JobFile,
  figures: readonly Figure[],
  rooms: readonly Room[] = HOUSE,
): Found => ({
  figures,
  needs: once(() =>
    partsToGet(
      file,
      figures,
      rooms.filter((r) => r !== routes),
    ),
  ),
});

/**
 * Verdicts on what was prepared, with whatever maps are propagated by now. Verdicts of a cylinder whose map
 * is as it was are the same objects as before.
 * @param written the one that was prepared
 */
export function judgePrepared(
  written: JobFile,
  prepared: Prepared,
  spreadOf: SpreadOf,
  rooms: readonly Room[] = HOUSE,
): Judgement {
  const file = inHouse(written, rooms);
  const ask = askWith(prepared.unit, spreadOf);
  const byRoom = new Map(rooms.map((r) => [r, r.figures?.(file, ask) ?? []]));
  const all = [...byRoom.values()].flat();
  const itemsOf = file.engine.cylinders.map((_, i) => sameList(all.filter((f) => cylinderOf(f) === i)));
  const at = new Map<string, readonly (readonly Figure[])[]>();
  const itemsAt = (station: string) => {
    const here = rooms.filter((r) => r.station === station).flatMap((r) => byRoom.get(r) ?? []);
    const lists =
      at.get(station) ??
      file.engine.cylinders.map((_, i) =>
        sameList(
          here.filter((f) => cylinderOf(f) === i),
          station,
        ),
      );
    at.set(station, lists);
    return lists;
  };
  const items = [...itemsOf.flat(), ...all.filter((f) => cylinderOf(f) === null)];
  // What a decided way brings is priced with the ways themselves.
  const found: Found = {
    figures: items,
    needs: once(() =>
      partsToGet(
        file,
        items,
        rooms.filter((r) => r !== routes),
      ),
    ),
  };
  const usual = once(() => waysOf(file, found, ask));
  const where = whereabouts(file, found, ask, rooms);
  return {
    ...prepared,
    ways: (assume) => (assume ? waysOf(file, found, ask, assume) : usual()),
    items,
    itemsOf,
    itemsAt,
    kits: kitsOf(file, found, ask),
    next: where.next as NextAction,
    nextAt: (station) => where.at(station) as NextAction | null,
    where,
    steps: rooms.flatMap((r) => r.steps?.(file) ?? []),
    blockers: rooms.flatMap((r) => r.blockers?.(file) ?? []),
    marks: marksOf(rooms, byRoom, file),
    overall: together(items),
  };
}

/**
 * Every verdict of a job from its file: the one function behind the screen, the server and the command.
 * Pure; the same file and the same propagation give the same judgement anywhere. Where a map is not
 * propagated yet its verdicts stand on the closed form and say they are provisional.
 *
 * @param show     unit the slip questions speak in
 * @param spreadOf propagation of a whole map
 */
export const judgeJob = (
  file: JobFile,
  show: LengthUnit = 'mm',
  spreadOf: SpreadOf = () => null,
  rooms: readonly Room[] = HOUSE,
): Judgement => judgePrepared(file, prepareJob(file, show, rooms), spreadOf, rooms);
