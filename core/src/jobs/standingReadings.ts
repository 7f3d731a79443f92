import {
  calibrationOverdue,
  instrumentOf,
  readingEstimate,
  uncertaintyOf,
  type Bench,
  type TakenReading,
} from '../gauges/index.js';
import {
  halfTurn,
  outliers,
  partKey,
  slips,
  standing,
  stationEstimate,
  stationKey,
  type ReadingEntry,
  type SlipQuestion,
  type StandingReading,
  type Station,
  type StationEstimate,
} from '../readings/index.js';
import { wallMaterial, type Material } from '../specs/index.js';
import { mm, type LengthUnit, type Nanometres } from '../units/index.js';
import type { JobFile } from './jobFile.js';

export interface StationState {
  readonly station: Station;
  readonly key: string;
  readonly readings: readonly StandingReading[];
  /** Null while every reading here is held by an open question. */
  readonly result: StationEstimate | null;
  readonly overdue: boolean;
}

export interface ReadingsState {
  readonly stations: ReadonlyMap<string, StationState>;
  /** Open questions, oldest first. */
  readonly questions: readonly SlipQuestion[];
  /** Ids of readings left out until their question is answered. */
  readonly held: ReadonlySet<string>;
}

/** Material a station's part is made of, for its expansion. */
export function materialOf(file: JobFile, station: Station): Material {
  if (station.part === 'bore') return wallMaterial(file.engine.wall);
  const maker = file.job.fitted.piston;
  const kit = file.engine.kits.find((k) =>
    station.kit === null ? maker === null || k.maker === maker : k.id === station.kit,
  );
  return kit?.material ?? 'cast-high-silicon';
}

/** Size the sheets lead one to expect at a station. */
export function nominalOf(file: JobFile, station: Station): Nanometres {
  if (station.part === 'bore') return file.engine.bore;
  const kit =
    file.engine.kits.find((k) => k.id === station.kit) ?? file.engine.kits.find((k) => k.oversize === 0);
  return kit?.piston ?? file.engine.bore;
}

export const benchOf = (file: JobFile): Bench => ({
  instruments: file.instruments,
  thermal: file.job.thermal,
});

export function takenReading(file: JobFile, e: ReadingEntry): TakenReading {
  return {
    id: e.id,
    value: e.value,
    instrumentId: e.instrumentId,
    place: stationKey(e.station),
    at: e.at,
    part: partKey(e.station),
    material: materialOf(file, e.station),
  };
}

/** Questions about one reading given those before it, in the reader's unit. */
export function questionsFor(
  file: JobFile,
  e: ReadingEntry,
  earlier: readonly ReadingEntry[],
  show: LengthUnit,
): SlipQuestion[] {
  const instrument = instrumentOf(file, e.instrumentId);
  const same = earlier.filter((r) => partKey(r.station) === partKey(e.station));
  return slips(e, {
    instrument,
    nominal: nominalOf(file, e.station),
    neighbours: same.map((r) => r.value),
    u: Math.SQRT2 * uncertaintyOf(readingEstimate(takenReading(file, e), benchOf(file))).u,
    offGaugeHeight: e.station.part === 'piston' && e.station.place !== 'gauge-height',
    show,
  });
}

/**
 * The readings of a job that stand, by station, with the questions that are open about them. Questions are
 * asked in the order the readings were typed, each against those accepted before it, so that a later entry
 * never raises an old question anew; outliers are judged on the whole map.
 */
export function standingReadings(file: JobFile, show: LengthUnit = 'mm'): ReadingsState {
  const bench = benchOf(file);
  const stand = standing(file.log, (id) =>
    Math.max(instrumentOf(bench, id).repeatability, instrumentOf(bench, id).resolution / 2),
  );
  const answered = new Set(
    file.log.flatMap((e) => (e.kind === 'answer' ? [`${e.readingId}:${e.slip}`] : [])),
  );
  const questions: SlipQuestion[] = [];
  const held = new Set<string>();
  const accepted: ReadingEntry[] = [];
  for (const { entry } of stand) {
    const open = questionsFor(file, entry, accepted, show).filter(
      (q) => !answered.has(`${entry.id}:${q.code}`) && q.code !== 'wrong-place',
    );
    questions.push(...open);
    if (open.some((q) => q.holds)) held.add(entry.id);
    else accepted.push(entry);
  }

  const groups = new Map<string, StandingReading[]>();
  for (const s of stand) {
    const key = stationKey(s.entry.station);
    groups.set(key, [...(groups.get(key) ?? []), s]);
  }
  const odd = flaggedStations(file, groups, held);
  for (const key of odd.keys()) {
    const group = groups.get(key)!.filter((s) => !held.has(s.entry.id));
    const first = group[0]!.entry;
    if (group.length < 3 && !answered.has(`${first.id}:outlier`)) {
      questions.push({
        code: 'outlier',
        readingId: first.id,
        sentence: odd.get(key)!,
        instead: null,
        holds: false,
      });
    }
  }

  const stations = new Map<string, StationState>();
  for (const [key, readings] of groups) {
    const usable = readings.filter((r) => !held.has(r.entry.id)).map((r) => takenReading(file, r.entry));
    stations.set(key, {
      station: readings[0]!.entry.station,
      key,
      readings,
      result: usable.length === 0 ? null : stationEstimate(usable, bench, odd.has(key)),
      overdue: readings.some((r) =>
        calibrationOverdue(instrumentOf(bench, r.entry.instrumentId), r.entry.at),
      ),
    });
  }
  return { stations, questions, held };
}

/** Stations whose first reading does not belong to its cylinder's map, with the question to ask. */
function flaggedStations(
  file: JobFile,
  groups: ReadonlyMap<string, readonly StandingReading[]>,
  held: ReadonlySet<string>,
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
              instrumentId: first.instrumentId,
            },
          ]
        : [];
    });
    if (cells.length === 0) return;
    const s = Math.max(...cells.map((c) => instrumentOf(file, c.instrumentId).repeatability));
    for (const outlier of outliers(cells, s)) {
      for (const key of outlier.keys) {
        flagged.set(
          key,
          outlier.keys.length > 1
            ? `One of the two ${name} readings at ${cells.find((c) => c.key === key)!.depth / mm(1)} mm does not belong to its map. Take both twice more.`
            : `This ${name} reading does not belong to its map. Take it twice more; the median of three counts.`,
        );
      }
    }
  });
  return flagged;
}
