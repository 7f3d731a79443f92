import { useState } from 'react';
import { TAKE_BACK, type AnyEntry, type EntryKind, type JobFile } from '@tribos/core/ground';
import { beforeLog, beforeSteps, beforeVerdicts } from '@tribos/core/before';
import { timelineOf } from '@tribos/core/house';
import { newEntry, refusedBy } from '../job/index.js';
import { post } from '../outbox/index.js';

/** The tests before an engine comes apart as the station drives them: each an entry of the log, one key takes the last back. */
export function useBefore(file: JobFile) {
  const [trouble, setTrouble] = useState<{ readonly at: string; readonly text: string } | null>(null);
  /** @param at where the trouble is said @returns the entry’s id; null where it was refused */
  const keep = <E extends AnyEntry, B extends { readonly id: string; readonly at: string }>(
    at: string,
    kind: EntryKind<E, B>,
    fields: Omit<B, 'id' | 'at' | 'kind'>,
  ): string | null => {
    const entry = newEntry(kind, fields);
    const refused = refusedBy(file, entry);
    setTrouble(refused === null ? null : { at, text: refused });
    if (refused !== null) return null;
    void post(file.job.id, [entry]);
    return entry.id;
  };
  const log = beforeLog(file);
  const last = log.at(-1) ?? null;
  return {
    file,
    log,
    steps: beforeSteps(file),
    verdicts: beforeVerdicts(file),
    keep,
    troubleAt: (at: string): string | undefined => (trouble?.at === at ? trouble.text : undefined),
    last: last && (timelineOf(file).find((t) => t.id === last.id)?.sentence ?? null),
    takeBack: () => {
      if (last) keep('last', TAKE_BACK, { of: last.id });
    },
  };
}

export type Before = ReturnType<typeof useBefore>;
