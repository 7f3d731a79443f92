import type { AnyEntry } from './entryKind.js';

/** Entries that an entry of their own room took back: every kind that ends in `-undo` names one. They stay in the log. */
export const undoneIn = (log: readonly AnyEntry[]): ReadonlySet<string> =>
  new Set(
    log.flatMap((e) => (e.kind.endsWith('-undo') ? [(e as AnyEntry & { readonly of: string }).of] : [])),
  );
