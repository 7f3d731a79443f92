import {
  bodyMisfitsIn,
  LOG_KINDS,
  readBy,
  type EntryContext,
  type EntryKind,
  type EntryReading,
  type LogEntry,
} from '../log/index.js';
import type { Misfit } from '../shape/index.js';

/** Every kind of entry a log may hold, in the order they are published. */
export const KINDS: readonly EntryKind[] = [
  ...LOG_KINDS.measured,
  ...LOG_KINDS.found,
  ...LOG_KINDS.done,
] as unknown as readonly EntryKind[];

/** What a screen sends: an entry of any kind of the house, without what only its reader adds. */
export interface SentEntry {
  readonly id: string;
  readonly at: string;
  readonly kind: string;
}

/** What is wrong with the shape of something a screen sent. */
export const bodyMisfits = (body: unknown): Misfit[] => bodyMisfitsIn(KINDS, body);

/**
 * Reads what a screen sent as the log will hold it: the one place where text becomes a value, used by the
 * server when it keeps an entry, by the screen while it still waits, and by an import.
 */
export const readEntry = (body: SentEntry, context: EntryContext): EntryReading<LogEntry> =>
  readBy(KINDS, body, context) as EntryReading<LogEntry>;
