import type { LengthUnit, Nanometres, TypedUnit } from '../units/index.js';
import type { SlipCode } from './slips.js';
import { stationKey, type Station } from './station.js';

interface EntryBase {
  /** UUIDv7 made where it was typed. */
  readonly id: string;
  /** ISO time it was typed. */
  readonly at: string;
  readonly by: string;
}

export interface ReadingEntry extends EntryBase {
  readonly kind: 'reading';
  readonly station: Station;
  readonly instrumentId: string;
  /** As typed, never changed. */
  readonly text: string;
  readonly unit: TypedUnit;
  readonly value: Nanometres;
  /** Size of the last digit typed, nm; 0 when the entry was a fraction. */
  readonly step: number;
  /** A named slip this reading corrects, with the reading it stands in for. */
  readonly corrects: { readonly readingId: string; readonly slip: SlipCode } | null;
}

/** The last reading taken back with one key. It stays in the log. */
export interface TakeBackEntry extends EntryBase {
  readonly kind: 'take-back';
  readonly readingId: string;
}

/** A slip question answered “as typed”, so that it is not asked again. */
export interface AnswerEntry extends EntryBase {
  readonly kind: 'answer';
  readonly readingId: string;
  readonly slip: SlipCode;
}

/** The deepest score found on a cylinder's wall, radial, from the worn wall. */
export interface ScoreEntry extends EntryBase {
  readonly kind: 'score';
  readonly cylinder: number;
  readonly depth: Nanometres;
}

export interface NoteEntry extends EntryBase {
  readonly kind: 'note';
  readonly text: string;
}

export type LogEntry = ReadingEntry | TakeBackEntry | AnswerEntry | ScoreEntry | NoteEntry;

export interface StandingReading {
  readonly entry: ReadingEntry;
  /** Taken back, but its replacement lies within the gauge's scatter: counted as a repeat all the same. */
  readonly keptAsRepeat: boolean;
}

/** How far a retyped reading may lie from the one taken back and still be the same reading again. */
const SCATTER = 5;

/**
 * Readings that count: all of them except those a named slip corrects and those taken back. One taken back
 * and then read again at the same station within the gauge's scatter is a repeat, not a correction: it is
 * kept, so that typing again until it passes does not pass.
 *
 * @param log     in order
 * @param scatter standard deviation of one reading with an instrument, nm
 */
export function standing(
  log: readonly LogEntry[],
  scatter: (instrumentId: string) => number,
): StandingReading[] {
  const corrected = new Set<string>();
  const takenBack = new Set<string>();
  for (const e of log) {
    if (e.kind === 'take-back') takenBack.add(e.readingId);
    if (e.kind === 'reading' && e.corrects) corrected.add(e.corrects.readingId);
  }
  const readings = log.filter((e): e is ReadingEntry => e.kind === 'reading' && !corrected.has(e.id));
  return readings.flatMap((entry, i): StandingReading[] => {
    if (!takenBack.has(entry.id)) return [{ entry, keptAsRepeat: false }];
    const key = stationKey(entry.station);
    const again = readings.slice(i + 1).find((r) => stationKey(r.station) === key && !takenBack.has(r.id));
    const near = again && Math.abs(again.value - entry.value) <= SCATTER * scatter(entry.instrumentId);
    return near ? [{ entry, keptAsRepeat: true }] : [];
  });
}

/** The reading that one key takes back: the last one standing. */
export function lastReading(log: readonly LogEntry[]): ReadingEntry | null {
  const gone = new Set(
    log.flatMap((e) =>
      e.kind === 'take-back'
        ? [e.readingId]
        : e.kind === 'reading' && e.corrects
          ? [e.corrects.readingId]
          : [],
    ),
  );
  for (let i = log.length - 1; i >= 0; i -= 1) {
    const e = log[i]!;
    if (e.kind === 'reading' && !gone.has(e.id)) return e;
  }
  return null;
}

/** Deepest score per cylinder, nm; the last entry of a cylinder counts. */
export function scores(log: readonly LogEntry[], cylinders: number): Nanometres[] {
  const found = Array.from({ length: cylinders }, () => 0 as Nanometres);
  for (const e of log) if (e.kind === 'score' && e.cylinder < cylinders) found[e.cylinder] = e.depth;
  return found;
}

/** Unit a typed unit belongs to. */
export const systemOf = (unit: TypedUnit): LengthUnit => (unit === 'mm' || unit === 'um' ? 'mm' : 'in');
