import type { AnyEntry } from './entryKind.js';
import { oncePerLog } from './oncePerLog.js';

type Undoing = AnyEntry & { readonly of?: string; readonly readingId?: string };

/**
 * Entries that another took back, by id: every kind that ends in `-undo` names one of its own room, and `take-back` one of
 * those several rooms read. They stay in the log.
 */
export const undoneIn = oncePerLog(
  (log: readonly AnyEntry[]): ReadonlySet<string> =>
    new Set(
      (log as readonly Undoing[]).flatMap((e) =>
        e.kind.endsWith('-undo') ? [e.of!] : e.kind === 'take-back' ? [e.readingId!] : [],
      ),
    ),
);
