import type { AnyEntry } from './entryKind.js';

/** Whether one entry stands before another in a log. */
export const inOrder = (log: readonly AnyEntry[], first: AnyEntry, then: AnyEntry): boolean =>
  log.findIndex((e) => e.id === first.id) < log.findIndex((e) => e.id === then.id);
