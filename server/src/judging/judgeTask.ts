import {
  placesRead,
  gapsRead,
  mapsOf,
  kitsOf,
  cylinderOf,
  figureTitle,
  decisionRefused,
  becomes,
  judged,
  judgeJob,
  mapKey,
  placeKey,
  readJobFile,
  reportOf,
  ROUTES,
  RUN,
  standingDecision,
  summedUp,
  walkIn,
  type JobFile,
  type JobFileReading,
  type Judgement,
  type LengthUnit,
  type MapProblem,
  type MapSpread,
  type Report,
  type RouteName,
  type SpreadOf,
  type StationMark,
  type VerdictState,
} from '@tribos/core';
import type { JobNext } from '@tribos/contract';
import { verdictReport, type VerdictReport } from './verdictReport.js';

/** What the lists and the benches show of a job. */
export interface Summary {
  readonly overall: Judgement['overall'];
  readonly marks: Readonly<Record<string, StationMark>>;
  readonly stationsPlanned: number;
  readonly stationsRead: number;
  readonly decided: string | null;
  /** The one next thing of the whole job, and where the job stands. */
  readonly next: JobNext;
  /** Place on the run of the station it has reached. */
  readonly runPlace: number;
  /** ISO time since when it waits for somebody else; null where it does not. */
  readonly waitsSince: string | null;
  /** What its rooms keep for other jobs, by room; null where none has anything. */
  readonly rooms: ReturnType<typeof summedUp>;
  /** Every verdict by its key. */
  readonly items: States;
}

/** Verdicts by key: what each is of, and what it says. */
export type States = Readonly<
  Record<string, { readonly title: string; readonly cylinder: string | null; readonly state: VerdictState }>
>;

/** Place on the run of a job with which nothing is left to do: past every station there may ever be. */
export const NOTHING_LEFT = 99;

/** What may be asked of a job, each with its answer: plain data, so that it goes to a thread and back. */
export interface Answers {
  readonly maps: null;
  readonly summary: Summary;
  readonly verdicts: VerdictReport;
  readonly report: Report;
  /** Why a way out may not be decided on; null where it may. */
  readonly refusal: string | null;
}
export type Wanted = keyof Answers;

export interface JudgeTask<W extends Wanted = Wanted> {
  readonly want: W;
  readonly file: JobFile;
  readonly unit: LengthUnit;
  /** Whole maps that are propagated already. */
  readonly spreads: readonly MapSpread[];
  /** What is to be decided, for `refusal`. */
  readonly choice?: { readonly route: RouteName; readonly kitId: string | null };
}

export interface Judged<W extends Wanted = Wanted> {
  /** Maps the job has, whether or not they were given. */
  readonly maps: readonly MapProblem[];
  readonly answer: Answers[W];
}

function summaryOf(file: JobFile, judged: Judgement): Summary {
  const planned = walkIn(file);
  const chosen = standingDecision(file);
  const kit = file.engine.kits.find((k) => k.id === chosen?.kitId);
  return {
    overall: judged.overall,
    marks: judged.marks,
    stationsPlanned: planned.length,
    stationsRead: planned.filter((s) => {
      const key = placeKey(s);
      return placesRead(file).has(key) || gapsRead(file).has(key);
    }).length,
    decided:
      chosen === null
        ? null
        : `${chosen.importedBy === null ? '' : 'in the file: '}${kit?.name ?? ROUTES[chosen.route]}`,
    next: {
      mm: judged.next.sentence('mm'),
      in: judged.next.sentence('in'),
      station: judged.next.station,
      reached: judged.where.reached,
      since: judged.where.since,
      by: judged.where.by,
      left: judged.where.leftOpen,
    },
    runPlace:
      // A station of a house's own is on no general run: it leads the list rather than being lost to it.
      judged.next.kind === 'rest'
        ? NOTHING_LEFT
        : Math.max(0, (RUN as readonly string[]).indexOf(judged.where.reached)),
    waitsSince: judged.blockers.map((b) => b.since).sort()[0] ?? null,
    rooms: summedUp(file),
    items: Object.fromEntries(
      judged.items.map((i) => [
        i.key,
        {
          title: figureTitle(i),
          cylinder: file.engine.cylinders[cylinderOf(i) ?? -1] ?? null,
          state: i.state,
        },
      ]),
    ),
  };
}

function answerOf({ want, file, unit, choice }: JudgeTask, of: Judgement, spreadOf: SpreadOf) {
  switch (want) {
    case 'maps':
      return null;
    case 'summary':
      return summaryOf(file, of);
    case 'verdicts':
      return verdictReport(file, of, unit);
    case 'report':
      return reportOf(file, unit, spreadOf);
    case 'refusal':
      return choice ? decisionRefused(file.engine, kitsOf(file, unit), choice) : null;
  }
}

/** Judges a job and answers one question about it. */
export function judgeTask(task: JudgeTask): Judged {
  asBefore(task.file);
  const known = new Map(task.spreads.map((s) => [s.key, s]));
  const spreadOf: SpreadOf = (problem) => known.get(mapKey(problem)) ?? null;
  const judgement = judgeJob(task.file, task.unit, spreadOf);
  const file = judged(task.file, spreadOf);
  const maps = mapsOf(file, task.unit).filter((p) => p !== null);
  if (task.want === 'maps') return { maps, answer: null };
  return { maps, answer: answerOf({ ...task, file }, judgement, spreadOf) };
}

/** Entries of jobs whose verdicts a thread keeps at hand. */
const MOST_AT_HAND = 30_000;
const atHand = new Map<string, JobFile>();

/** Works on from what is known of a job, where this thread judged it before; the jobs judged last are kept. */
function asBefore(file: JobFile): void {
  const before = atHand.get(file.job.id);
  if (before) becomes(before, file);
  atHand.delete(file.job.id);
  atHand.set(file.job.id, file);
  let entries = [...atHand.values()].reduce((sum, f) => sum + f.log.length, 0);
  for (const [id, { log }] of atHand) {
    if (entries <= MOST_AT_HAND) break;
    atHand.delete(id);
    entries -= log.length;
  }
}

/** Reads a job file that somebody sent, as its text. */
export function readTask(text: string): JobFileReading {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return { ok: false, misfits: [{ path: '', sentence: 'it is not JSON' }] };
  }
  return readJobFile(json);
}
