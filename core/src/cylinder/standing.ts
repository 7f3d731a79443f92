import { ofLog } from '../facts/index.js';
import { ledgerOf, placeKey, type AnyEntry, type FoundOn } from '../ledger/index.js';
import { SCATTER, supersedes } from './correcting.js';
import { LEAF, READING, takenIn, type LeafEntry, type ReadingEntry } from './entries.js';

export interface StandingReading {
  readonly entry: ReadingEntry;
  /** Taken back or called a slip, but its replacement lies within the gauge's scatter: a repeat all the same. */
  readonly keptAsRepeat: boolean;
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
  log: readonly AnyEntry[],
  scatter: (instrumentId: string) => number,
  found: FoundOn,
): StandingReading[] {
  const { isBack } = ledgerOf(log);
  const byId = new Map<string, ReadingEntry>();
  const corrected = new Set<string>();
  const refused = new Set<string>();
  for (const e of READING.all(log)) {
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
    if (!isBack(entry)) {
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
export const standingLeaves = (log: readonly AnyEntry[]): readonly LeafEntry[] => LEAF.in(log);

/** The entry that one key takes back: the last reading or leaf standing. */
export const lastReading = ofLog('lastReading', (log): ReadingEntry | LeafEntry | null => {
  const corrected = new Set(READING.all(log).map((e) => e.corrects?.readingId));
  const { isBack } = ledgerOf(log);
  return takenIn(log).findLast((e) => !corrected.has(e.id) && !isBack(e)) ?? null;
});
