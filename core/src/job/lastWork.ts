import { ledgerOf, type AnyEntry } from '../ledger/index.js';
import { workBy, workOf, type WorkKind, type WorkEntry } from '../cylinder/index.js';
import type { JobFile } from './jobFile.js';
import { isReadSince, isReopened } from './places.js';

/** Whether what an entry opened was read since: taken back now, readings of two states would stand beside one another. */
export function isReadOver(file: JobFile, entry: AnyEntry): boolean {
  const work = workBy(file.log).get(entry.id);
  return work !== undefined && isReadSince(file, entry, (place) => isReopened(file, place, [work]));
}

/**
 * The last work of some kinds that was written down as such and may be taken back; null where there is none, and where what
 * it opened was read since.
 */
export function lastWork(file: JobFile, kinds: readonly WorkKind[]): WorkEntry | null {
  const last = workOf(file.log).findLast(
    (w) => ledgerOf(file.log).entry(w.entry.id) === w.entry && kinds.includes(w.entry.what),
  )?.entry;
  return last && !isReadOver(file, last) ? last : null;
}
