import type { LogEntry } from './entries.js';
import { workOf, type WorkKind } from './work.js';
import type { WorkEntry } from './workDone.js';

/** The last work of some kinds that was written down as such and may be taken back; null where there is none. */
export const lastWork = (log: readonly LogEntry[], kinds: readonly WorkKind[]): WorkEntry | null =>
  workOf(log).findLast((w) => log[w.at] === w.entry && kinds.includes(w.entry.what))?.entry ?? null;
