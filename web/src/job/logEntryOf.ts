import type { EntryReading, JobFile, AnyEntry } from '@tribos/core/ground';
import { readEntry, type SentEntry } from '@tribos/core/house';
import { slipsFound } from '@tribos/core/readings';

type Log = ReadonlyMap<string, AnyEntry>;
const logOf = (file: JobFile): Map<string, AnyEntry> => new Map(file.log.map((e) => [e.id, e]));

/** What a screen sends as the log will hold it, read by the same function as the server's. */
export const logEntryOf = (
  file: JobFile,
  body: SentEntry,
  by: string,
  before: Log = logOf(file),
): EntryReading<AnyEntry> =>
  readEntry(body, {
    received: null,
    by,
    importedBy: null,
    engine: file.engine,
    instruments: file.instruments,
    known: (id) => before.get(id),
    found: (id) => slipsFound({ ...file, log: [...before.values()] })(id),
  });

/** Entries that wait here, as the log will hold them. */
export function pendingEntries(file: JobFile, bodies: readonly SentEntry[], by: string): AnyEntry[] {
  const found = logOf(file);
  return bodies.flatMap((body) => {
    const read = logEntryOf(file, body, by, found);
    if (!read.ok) return [];
    found.set(body.id, read.entry);
    return [read.entry];
  });
}
