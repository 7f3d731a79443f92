import type { JobFile, AnyEntry } from '@tribos/core/ground';
import { bodyMisfits, type SentEntry } from '@tribos/core/house';
import { logEntryOf } from './logEntryOf.js';

/** Why entries would not be taken one after another, said before they are sent; null where they would be. */
export function refusedBy(file: JobFile, ...entries: readonly SentEntry[]): string | null {
  const known = new Map<string, AnyEntry>(file.log.map((e) => [e.id, e]));
  for (const entry of entries) {
    const misfit = bodyMisfits(entry)[0];
    if (misfit) return misfit.sentence;
    const read = logEntryOf(file, entry, '', known);
    if (!read.ok) return read.sentence;
    known.set(entry.id, read.entry);
  }
  return null;
}
