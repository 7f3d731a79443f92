import type { LeafEntry, LogEntry, ReadingEntry } from './entries.js';
import type { SizePlace } from './place.js';
import { placeKey } from './placeKind.js';
import { SUPERSEDES, type SlipCode } from './slipCodes.js';
import { undoneIn } from './undone.js';

export interface StandingReading {
  readonly entry: ReadingEntry;
  /** Taken back or called a slip, but its replacement lies within the gauge's scatter: a repeat all the same. */
  readonly keptAsRepeat: boolean;
}

/** How far a figure typed instead may lie from the first and still be the same reading again, in s. */
const SCATTER = 5;

/** Slips that the house itself found on a reading. */
export type FoundOn = (readingId: string) => ReadonlySet<SlipCode>;

/** What of a reading says whether it stands in for another. */
export interface Correcting {
  readonly station: SizePlace;
  readonly instrumentId: string;
  readonly value: number;
  readonly corrects: { readonly readingId: string; readonly slip: SlipCode } | null;
}

/**
 * Whether one reading stands in for another: only a named slip that the house itself found on that very
 * reading, taken again at the same place. A slip of the fingers is none while the figure typed instead lies
 * within the gauge's scatter of the first.
 */
export function supersedes(
  by: Correcting,
  of: Correcting | undefined,
  found: ReadonlySet<SlipCode>,
  scatter: (instrumentId: string) => number,
): boolean {
  if (!by.corrects || !of || placeKey(of.station) !== placeKey(by.station)) return false;
  const { slip } = by.corrects;
  if (!SUPERSEDES.has(slip) || !found.has(slip)) return false;
  return slip !== 'mistyped' || Math.abs(by.value - of.value) > SCATTER * scatter(of.instrumentId);
}

/**
 * Readings that count: all of them except those a named slip corrects and those taken back. One taken back
 * and then read again at the same station within the gauge's scatter is a repeat, not a correction: it is
 * kept, so that typing again until it passes does not pass.
 *
 * @param log     in order
 * @param scatter standard deviation of one reading with an instrument, nm
 * @param found   slips the house found on a reading
 */
export function standing(
  log: readonly LogEntry[],
  scatter: (instrumentId: string) => number,
  found: FoundOn,
): StandingReading[] {
  const takenBack = new Set<string>();
  const byId = new Map<string, ReadingEntry>();
  const corrected = new Set<string>();
  const refused = new Set<string>();
  for (const e of log) {
    if (e.kind === 'take-back') takenBack.add(e.readingId);
    if (e.kind !== 'reading') continue;
    byId.set(e.id, e);
    if (!e.corrects) continue;
    const of = byId.get(e.corrects.readingId);
    if (supersedes(e, of, found(e.corrects.readingId), scatter)) corrected.add(of!.id);
    else if (of) refused.add(of.id);
  }
  // The next reading that stands at each station, found walking backwards: no list is walked for its every item.
  const next = new Map<string, ReadingEntry>();
  const result: StandingReading[] = [];
  for (const entry of [...byId.values()].reverse()) {
    if (corrected.has(entry.id)) continue;
    const key = placeKey(entry.station);
    if (!takenBack.has(entry.id)) {
      next.set(key, entry);
      result.push({ entry, keptAsRepeat: refused.has(entry.id) });
      continue;
    }
    const again = next.get(key);
    if (again && Math.abs(again.value - entry.value) <= SCATTER * scatter(entry.instrumentId))
      result.push({ entry, keptAsRepeat: true });
  }
  return result.reverse();
}

/** Leaves tried that were not taken back. */
export function standingLeaves(log: readonly LogEntry[]): LeafEntry[] {
  const gone = undoneIn(log);
  return log.filter((e): e is LeafEntry => e.kind === 'leaf' && !gone.has(e.id));
}

/** The entry that one key takes back: the last reading or leaf standing. */
export function lastReading(log: readonly LogEntry[]): ReadingEntry | LeafEntry | null {
  const gone = new Set(
    log.flatMap((e) =>
      e.kind === 'take-back'
        ? [e.readingId]
        : e.kind === 'reading' && e.corrects
          ? [e.corrects.readingId]
          : [],
    ),
  );
  return (
    log.findLast(
      (e): e is ReadingEntry | LeafEntry => (e.kind === 'reading' || e.kind === 'leaf') && !gone.has(e.id),
    ) ?? null
  );
}
