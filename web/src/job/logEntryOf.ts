import { readEntry, slipsFound, type JobFile, type LogEntry, type SentEntry } from '@tribos/core';

/** Entries that wait here, as the log will hold them: read by the same function as the server's. */
export function pendingEntries(file: JobFile, bodies: readonly SentEntry[], by: string): LogEntry[] {
  const found = new Map(file.log.map((e) => [e.id, e]));
  return bodies.flatMap((body) => {
    const read = readEntry(body, {
      by,
      engine: file.engine,
      instruments: file.instruments,
      known: (id) => found.get(id),
      found: (id) => slipsFound({ ...file, log: [...found.values()] })(id),
    });
    if (!read.ok) return [];
    found.set(body.id, read.entry);
    return [read.entry];
  });
}
