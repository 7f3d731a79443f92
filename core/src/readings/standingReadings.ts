import {
  ANSWER,
  READING,
  isOfCylinder,
  standing,
  standingLeaves,
  type GapPlace,
  type LeafEntry,
  type ReadingEntry,
  type SizePlace,
  type StandingReading,
} from '../cylinder/index.js';
import { ledgerOf, placeKey, takenAt } from '../ledger/index.js';
import { ofLog } from '../facts/index.js';
import {
  calibrationOverdue,
  instrumentOf,
  leafBracket,
  scatterOf,
  type LeafBracket,
  type Zero,
} from '../gauges/index.js';
import { benchOf, fact, pistonSince, placeKindOf, type JobFile } from '../job/index.js';
import { halfTurn, whoOf } from '../specs/index.js';
import { groupBy } from '../statistics/index.js';
import { depthText, type LengthUnit } from '../units/index.js';
import { outliers } from './outliers.js';
import { placeEstimate, type PlaceEstimate } from './placeEstimate.js';
import { Neighbours, questionsFor, slipsFound, takenReading } from './questions.js';
import { apartSince, partWorkSince, reopeningWork } from './reopening.js';
import type { SlipQuestion } from './slips.js';
import { zeroFate, zerosOf, type ZeroFate } from './zeros.js';

export interface PlaceState {
  readonly station: SizePlace;
  readonly key: string;
  readonly readings: readonly StandingReading[];
  /** Null while every reading here is held by an open question. */
  readonly result: PlaceEstimate | null;
  /** Coarsest step of the gauges used, nm: a figure here shows no finer. */
  readonly step: number;
  readonly overdue: boolean;
}

/** What the leaves tried in one gap leave between them. */
export interface GapState {
  readonly station: GapPlace;
  readonly key: string;
  readonly tries: readonly LeafEntry[];
  readonly bracket: LeafBracket;
  /** Tolerance of one leaf of the set used, nm. */
  readonly tolerance: number;
  readonly overdue: boolean;
}

/** Why a reading is kept but no longer counts. */
export type SetAside = 'work' | 'zero-lost' | 'zeroed-again';

export interface ReadingsState {
  readonly places: ReadonlyMap<string, PlaceState>;
  readonly gaps: ReadonlyMap<string, GapState>;
  /** Open questions, oldest first. */
  readonly questions: readonly SlipQuestion[];
  /** Ids of readings left out until their question is answered. */
  readonly held: ReadonlySet<string>;
  /** Stations with a reading that does not belong to its map, until it was read often enough or answered. */
  readonly doubted: ReadonlySet<string>;
  /** Readings that work done since, or a zero that was not found again, has put aside. */
  readonly setAside: ReadonlyMap<string, SetAside>;
  readonly zeros: ReadonlyMap<string, Zero>;
  /** Readings of a zero that was not found again since they were taken: what it wandered is not known. */
  readonly unclosed: ReadonlySet<string>;
}

/**
 * Questions about readings that someone else took while they were on their way: both are kept, and it is
 * asked. By the id of the later one.
 */
const takenTwice = ofLog('takenTwice', (log): ReadonlyMap<string, SlipQuestion> => {
  const ledger = ledgerOf(log);
  interface Taken {
    readonly entry: ReadingEntry;
    readonly at: number;
  }
  /** At each place the last reading, and the last one by anybody else than its reader. */
  const last = new Map<string, { readonly one: Taken; readonly other: Taken | null }>();
  const found = new Map<string, SlipQuestion>();
  for (const e of READING.all(log)) {
    const i = ledger.at(e.id);
    const key = placeKey(e.station);
    const here = last.get(key);
    const other = !here ? null : here.one.entry.by === e.by ? here.other : here.one;
    const from = e.seen === null ? -1 : ledger.at(e.seen);
    if (other && from >= 0 && other.at > from)
      found.set(e.id, {
        code: 'taken-twice',
        readingId: e.id,
        sentence: `${whoOf(other.entry)} took this station meanwhile: ${other.entry.text}; ${whoOf(e)} ${e.text}. Both are kept and count. Were both of this place?`,
        instead: null,
        holds: false,
      });
    last.set(key, { one: { entry: e, at: i }, other });
  }
  return found;
});

/** Readings put aside by work done after them or by a zero that was lost. */
const putAside = (file: JobFile, wandering: ZeroFate): Map<string, SetAside> =>
  new Map([
    ...wandering.aside,
    ...[...reopeningWork(file).keys(), ...partWorkSince(file).keys(), ...apartSince(file).keys()].map(
      (id) => [id, 'work'] as const,
    ),
  ]);

const scatterOn = (file: JobFile) => (id: string) =>
  Math.max(instrumentOf(file, id).repeatability, instrumentOf(file, id).resolution / 2);

/**
 * The readings of a job that stand, by station, with the questions that are open about them. Questions are
 * asked in the order the readings were typed, each against those accepted before it, so that a later entry
 * never raises an old question anew; outliers are judged on the whole map.
 */
export function standingReadings(file: JobFile, show: LengthUnit): ReadingsState {
  const bench = benchOf(file);
  const zeros = zerosOf(file.log);
  const wandering = zeroFate(file, zeros);
  const setAside = putAside(file, wandering);
  const stand = standing(file.log, scatterOn(file), slipsFound(file)).filter(
    (s) => !setAside.has(s.entry.id),
  );
  const answered = new Set(ANSWER.in(file.log).map((e) => `${e.readingId}:${e.slip}`));
  const questions: SlipQuestion[] = [];
  const held = new Set<string>();
  const twice = takenTwice(file.log);
  const beside = new Neighbours(file);
  const accepted: ReadingEntry[] = [];
  for (const { entry } of stand) {
    const again = twice.get(entry.id);
    const asked = questionsFor(file, entry, beside.of(entry), zeros, show);
    const open = [...asked, ...(again ? [again] : [])].filter(
      (q) => !answered.has(`${entry.id}:${q.code}`) && q.code !== 'wrong-place',
    );
    questions.push(...open);
    if (open.some((q) => q.holds)) held.add(entry.id);
    else {
      accepted.push(entry);
      beside.add(entry);
    }
  }
  questions.push(...wrongAxis(file, accepted).filter((q) => !answered.has(`${q.readingId}:${q.code}`)));

  const groups = groupBy(stand, (s) => placeKey(s.entry.station));
  const odd = flaggedStations(file, groups, held, show);
  const doubted = new Set<string>();
  for (const key of odd.keys()) {
    const group = groups.get(key)!.filter((s) => !held.has(s.entry.id));
    const first = group[0]!.entry;
    if (group.length < 3 && !answered.has(`${first.id}:outlier`)) {
      doubted.add(key);
      questions.push({
        code: 'outlier',
        readingId: first.id,
        sentence: odd.get(key)!,
        instead: null,
        holds: false,
      });
    }
  }

  const places = new Map<string, PlaceState>();
  for (const [key, readings] of groups) {
    const usable = readings
      .filter((r) => !held.has(r.entry.id))
      .map((r) => takenReading(file, r.entry, zeros));
    places.set(key, {
      station: readings[0]!.entry.station,
      key,
      readings,
      result: usable.length === 0 ? null : placeEstimate(usable, bench, odd.has(key)),
      step: Math.max(...readings.map((r) => instrumentOf(bench, r.entry.instrumentId).resolution)),
      overdue: readings.some((r) =>
        calibrationOverdue(instrumentOf(bench, r.entry.instrumentId), takenAt(r.entry)),
      ),
    });
  }
  return {
    places,
    gaps: gapsOf(file, setAside),
    questions,
    held,
    doubted,
    setAside,
    zeros,
    unclosed: wandering.unclosed,
  };
}

/** Tries that still bound a gap: once it was widened, what did not go before says nothing any more. */
export function standingTries(file: JobFile, tries: readonly LeafEntry[]): readonly LeafEntry[] {
  const station = tries[0]!.station;
  const widened = placeKindOf(file, station).widenedBy;
  if (!widened) return tries;
  const ledger = ledgerOf(file.log);
  const last = ledger.standing(widened.kinds).findLast((e) => widened.by(station, e, file.engine));
  if (!last) return tries;
  return tries.filter((t) => t.answer === 'goes' || ledger.at(t.id) > ledger.at(last.id));
}

/** Whether a leaf was tried with the part that is fitted now, where its place goes with the piston. */
const isOfFitted = (file: JobFile, leaf: LeafEntry): boolean =>
  placeKindOf(file, leaf.station).ofPiston !== true || leavesSince(file)(leaf);

const leavesSince = fact('leavesSince', (file) => {
  const since = file.engine.cylinders.map((_, i) => pistonSince(file, i));
  if (since.every((at) => at < 0)) return () => true;
  const { at } = ledgerOf(file.log);
  return (leaf: LeafEntry): boolean =>
    !isOfCylinder(leaf.station) || at(leaf.id) > (since[leaf.station.cylinder] ?? -1);
});

function gapsOf(file: JobFile, setAside: ReadonlyMap<string, SetAside>): Map<string, GapState> {
  const gaps = new Map<string, GapState>();
  const tried = standingLeaves(file.log).filter((l) => !setAside.has(l.id) && isOfFitted(file, l));
  for (const [key, tries] of groupBy(tried, (l) => placeKey(l.station))) {
    const used = tries.map((t) => ({ of: instrumentOf(file, t.instrumentId), at: takenAt(t) }));
    gaps.set(key, {
      station: tries[0]!.station,
      key,
      tries,
      bracket: leafBracket(standingTries(file, tries)),
      tolerance: Math.max(...used.map((u) => u.of.maxError * (calibrationOverdue(u.of, u.at) ? 2 : 1))),
      overdue: used.some((u) => calibrationOverdue(u.of, u.at)),
    });
  }
  return gaps;
}

/** A piston across the pin is not subtracted from bores read along the pin alone. */
function wrongAxis(file: JobFile, accepted: readonly ReadingEntry[]): SlipQuestion[] {
  return file.engine.cylinders.flatMap((name, cylinder): SlipQuestion[] => {
    const bores = accepted.filter((e) => e.station.part === 'bore' && e.station.cylinder === cylinder);
    const piston = accepted.findLast(
      (e) =>
        e.station.part === 'piston' && e.station.cylinder === cylinder && e.station.place === 'gauge-height',
    );
    const pin = halfTurn(file.engine.pinAxisDeg);
    const along =
      bores.length >= 2 && bores.every((e) => e.station.part === 'bore' && halfTurn(e.station.angle) === pin);
    return along && piston
      ? [
          {
            code: 'wrong-axis',
            readingId: piston.id,
            sentence: `Every ${name} bore reading lies along the pin, the piston across it. Read the bore on the thrust axis too, or is a direction named wrong?`,
            instead: null,
            holds: false,
          },
        ]
      : [];
  });
}

/** Scatter of one reading, its resolution in it, nm. */
const singleScatter = (file: JobFile, e: ReadingEntry): number => {
  const instrument = instrumentOf(file, e.instrumentId);
  return Math.hypot(scatterOf(instrument, file, e.by).s, instrument.resolution / Math.sqrt(12));
};

/** Stations whose first reading does not belong to its cylinder's map, with the question to ask. */
function flaggedStations(
  file: JobFile,
  groups: ReadonlyMap<string, readonly StandingReading[]>,
  held: ReadonlySet<string>,
  show: LengthUnit,
): Map<string, string> {
  const flagged = new Map<string, string>();
  file.engine.cylinders.forEach((name, cylinder) => {
    const cells = [...groups].flatMap(([key, readings]) => {
      const first = readings.find((r) => !held.has(r.entry.id))?.entry;
      const s = first?.station;
      return first && s?.part === 'bore' && s.cylinder === cylinder
        ? [
            {
              key,
              depth: s.depth,
              angle: halfTurn(s.angle),
              value: first.value,
              u: Math.SQRT2 * singleScatter(file, first),
            },
          ]
        : [];
    });
    if (cells.length === 0) return;
    const u = Math.max(...cells.map((c) => c.u));
    for (const outlier of outliers(cells, u)) {
      for (const key of outlier.keys) {
        flagged.set(
          key,
          outlier.keys.length > 1
            ? `One of the two ${name} readings at ${depthText(cells.find((c) => c.key === key)!.depth, show)} does not belong to its map. Take both twice more.`
            : `This ${name} reading does not belong to its map. Take it twice more; the median of three counts.`,
        );
      }
    }
  });
  return flagged;
}
