import type { AnyEntry } from './entryKind.js';

/** What was typed off line waits so long at most, in days; further apart, the device's clock was wrong. */
const LONGEST_WAIT_DAYS = 3;
const DAY_MS = 86_400_000;

type Timed = Pick<AnyEntry, 'at' | 'received' | 'importedBy'>;

/** Whether the clock of the device an entry was typed on is believed: it agrees with when the entry arrived. */
export function clockBelieved({ at, received, importedBy }: Timed): boolean {
  // A file arrives whenever somebody brings it in; what it says of its times is all there is.
  if (received === null || importedBy !== null) return true;
  // As nearly always: it arrived on the day it was typed.
  if (at.slice(0, 10) === received.slice(0, 10)) return true;
  return Math.abs(Date.parse(at) - Date.parse(received)) <= LONGEST_WAIT_DAYS * DAY_MS;
}

/**
 * When an entry was made, as far as anybody knows: by the clock of its device, or by when it arrived where that
 * clock cannot have been right. A calibration is held against this.
 * @returns ISO time
 * @example takenAt({ at: '2099-01-01T08:00:00Z', received: '2026-03-02T08:00:00Z', importedBy: null }) // '2026-03-02T08:00:00Z'
 * @example takenAt({ at: '2026-03-01T20:00:00Z', received: '2026-03-02T08:00:00Z', importedBy: null }) // '2026-03-01T20:00:00Z'
 */
export const takenAt = (entry: Timed): string => (clockBelieved(entry) ? entry.at : entry.received!);
