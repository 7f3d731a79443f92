import { type AnyEntry, takenAt } from '../ledger/index.js';
import { PROPAGATION, type MapProblem, type SpreadOf } from '../bore/index.js';

import { follows } from '../facts/index.js';
import { type FitAction } from '../fit/index.js';
import type { Overall } from '../gauges/index.js';
import { type JobFile } from '../job/index.js';
import { type ReadingAction } from '../readings/index.js';
import type { RingAction } from '../rings/index.js';
import { type RouteAction } from '../routes/index.js';
import type { LengthUnit } from '../units/index.js';
import {
  askOf,
  withWorked,
  type Ask,
  type Blocker,
  type Figure,
  type Found,
  type Room,
  type Step,
} from '../verdicts/index.js';
import { HOUSE, inHouse } from './house.js';
import { factsOf, together, type HouseFacts, type StationMark } from './houseFacts.js';
import { whereaboutsOf, type Rest, type Whereabouts } from './whereabouts.js';

/** The one thing to do now. A room may bring kinds of its own besides these. */
export type NextAction = ReadingAction | FitAction | RouteAction | RingAction | Rest;

export interface Judgement {
  readonly items: readonly Figure[];
  /** The same verdicts, one list a cylinder. */
  readonly itemsOf: readonly (readonly Figure[])[];
  /** Those judged at a station, one list a cylinder. */
  readonly itemsAt: (station: string) => readonly (readonly Figure[])[];
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

const NO_MAPS: SpreadOf = () => null;

const workedBy = new WeakMap<SpreadOf, Ask['worked']>();

/** What heavy work found, from a look-up of propagated maps. */
function workedOf(spreadOf: SpreadOf): Ask['worked'] {
  const known =
    workedBy.get(spreadOf) ??
    ((heavy, problem) => (heavy.name === PROPAGATION.name ? spreadOf(problem as MapProblem) : null) as never);
  workedBy.set(spreadOf, known);
  return known;
}

/** The job with its propagated maps, one copy for each look-up of them; what was known before goes over. */
const withMaps = new WeakMap<JobFile, { readonly spreadOf: SpreadOf; readonly file: JobFile }>();

/**
 * A job as its house judges it, with whatever maps are propagated by now.
 * @param spreadOf looks a propagated map up
 */
export function judged(
  written: JobFile,
  spreadOf: SpreadOf = NO_MAPS,
  rooms: readonly Room[] = HOUSE,
): JobFile {
  const housed = inHouse(written, rooms);
  const before = withMaps.get(housed);
  if (before?.spreadOf === spreadOf) return before.file;
  const file = withWorked(housed, workedOf(spreadOf));
  follows(file, before?.file ?? null);
  withMaps.set(housed, { spreadOf, file });
  return file;
}

/** Whether an entry says the same, for every verdict, whether or not the server has answered for it: only when it arrived is new. */
export function sameEntry(a: AnyEntry, b: AnyEntry): boolean {
  if (a === b) return true;
  if (a.id !== b.id || takenAt(a) !== takenAt(b)) return false;
  const { received: _a, ...before } = a;
  const { received: _b, ...after } = b;
  return JSON.stringify(before) === JSON.stringify(after);
}

/**
 * A job that another became: what is known of that one goes over, and only what moved is worked again. It is judged with
 * the same maps.
 * @returns the job as its house judges it
 */
export function becomes(before: JobFile, written: JobFile, rooms: readonly Room[] = HOUSE): JobFile {
  const was = withMaps.get(inHouse(before, rooms));
  const housed = inHouse(written, rooms);
  if (!was || withMaps.has(housed)) return judged(written, was?.spreadOf, rooms);
  const file = withWorked(housed, workedOf(was.spreadOf));
  follows(file, was.file, sameEntry);
  withMaps.set(housed, { spreadOf: was.spreadOf, file });
  return file;
}

/** What the rooms of a house see of each other’s findings, and what they are asked with. */
export const foundIn = (
  file: JobFile,
  unit: LengthUnit = 'mm',
  rooms: readonly Room[] = HOUSE,
): { readonly found: Found; readonly ask: Ask } => ({
  found: factsOf(rooms).found(file, unit),
  ask: askOf(file, unit),
});

/** Verdicts of a job: what is asked of them is worked when it is asked for. */
class Judged implements Judgement {
  constructor(
    private readonly file: JobFile,
    private readonly unit: LengthUnit,
    private readonly facts: HouseFacts,
    private readonly stations: readonly string[],
    readonly where: Whereabouts,
  ) {}
  private get cylinders(): readonly number[] {
    return this.file.engine.cylinders.map((_, at) => at);
  }
  get items() {
    return this.facts.figures(this.file, this.unit);
  }
  get itemsOf() {
    return this.cylinders.map((at) => this.facts.ofCylinder(this.file, [this.unit, at]));
  }
  readonly itemsAt = (station: string) =>
    this.cylinders.map((at) => this.facts.atStation(this.file, [this.unit, station, at]));
  get next() {
    return this.where.next as NextAction;
  }
  readonly nextAt = (station: string) => this.where.at(station) as NextAction | null;
  get steps() {
    return this.facts.steps(this.file);
  }
  get blockers() {
    return this.facts.blockers(this.file);
  }
  get marks() {
    return Object.fromEntries(
      this.stations.flatMap((station) => {
        const mark = this.facts.mark(this.file, [this.unit, station]);
        return mark ? [[station, mark]] : [];
      }),
    );
  }
  get overall() {
    return together(this.items);
  }
}

/** Verdicts of the jobs of a house. */
function judgementIn(rooms: readonly Room[]) {
  const facts = factsOf(rooms);
  const where = whereaboutsOf(rooms, facts);
  const stations = [...new Set(rooms.map((r) => r.station))];
  return (file: JobFile, unit: LengthUnit): Judgement =>
    new Judged(file, unit, facts, stations, where(file, unit));
}

const judgements = new WeakMap<readonly Room[], ReturnType<typeof judgementIn>>();

/**
 * Every verdict of a job from its file: the one function behind the screen, the server and the command.
 * Pure; the same file and the same propagation give the same judgement anywhere. Where a map is not
 * propagated yet its verdicts stand on the closed form and say they are provisional.
 *
 * @param show     unit the slip questions speak in
 * @param spreadOf propagation of a whole map
 */
export function judgeJob(
  file: JobFile,
  show: LengthUnit = 'mm',
  spreadOf: SpreadOf = NO_MAPS,
  rooms: readonly Room[] = HOUSE,
): Judgement {
  const judge = judgements.get(rooms) ?? judgementIn(rooms);
  judgements.set(rooms, judge);
  return judge(judged(file, spreadOf, rooms), show);
}
