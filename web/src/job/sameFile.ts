import { takenAt, type JobFile, type AnyEntry } from '@tribos/core';

/** Whether an entry says the same whether or not the server has answered for it: only when it arrived is new. */
function sameEntry(a: AnyEntry, b: AnyEntry): boolean {
  if (a === b) return true;
  if (a.id !== b.id || takenAt(a) !== takenAt(b)) return false;
  const { received: _a, ...before } = a;
  const { received: _b, ...after } = b;
  return JSON.stringify(before) === JSON.stringify(after);
}

/**
 * Whether a job is, for every verdict, what it was: the same parts of it, and the same entries. What was typed here is
 * judged when it is typed; that it was stored, sent and answered for moves nothing.
 * What the server sent twice has the same parts by identity: the queries see to that.
 */
export function sameFile(a: JobFile, b: JobFile): boolean {
  return (
    a.shop === b.shop &&
    a.engine === b.engine &&
    a.instruments === b.instruments &&
    a.studies === b.studies &&
    a.job === b.job &&
    a.decisions === b.decisions &&
    a.log.length === b.log.length &&
    a.log.every((e, i) => sameEntry(e, b.log[i]!))
  );
}
