import type { JobFile } from '@tribos/core/ground';
import { sameEntry } from '@tribos/core/house';

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
