import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { useOutletContext } from 'react-router';
import type { JobView } from '@tribos/contract';
import type { JobFile, LengthUnit } from '@tribos/core/ground';
import { mapsOf } from '@tribos/core/bore';
import { becomes, inPieces, judged, judgeJob, type Judgement } from '@tribos/core/house';
import { usePropagate, useSpreads } from '../bore/index.js';
import { api } from '../kit/api.js';
import { keys, queryClient } from '../kit/queries.js';
import { useSettings } from '../kit/settings.js';
import { useInPieces } from '../kit/useInPieces.js';
import { useSession } from '../people/index.js';
import { pendingEntries } from './logEntryOf.js';
import { sameFile } from './sameFile.js';
import { onAnswered, useOutbox } from '../outbox/index.js';

const NO_MAPS: ReturnType<typeof mapsOf> = [];
const NOT_MOVED: JobContext['moved'] = [];

/** The job that was in hand last: the very same where it says the same; what it became is worked on from it. */
let last: JobFile | null = null;

function inHand(written: JobFile): JobFile {
  if (last && sameFile(last, written)) return last;
  if (last?.job.id === written.job.id) becomes(last, written);
  last = written;
  return written;
}

/** A job as its places see it: what the server has and what still waits here, judged together. */
export interface JobContext {
  readonly file: JobFile;
  readonly version: number;
  readonly moved: JobView['moved'];
  readonly judgement: Judgement;
  /** Whether the server was asked since the page came; until then this is what the device kept. */
  readonly answered: boolean;
  readonly unit: LengthUnit;
  /** Who is at the gauge. */
  readonly by: string;
}

// What the server answered is put into the job at once, so that nothing flickers while the view is fetched.
onAnswered((jobId, { entries }) => {
  queryClient.setQueryData<JobView>(keys.job(jobId), (before) => {
    if (!before) return before;
    const known = new Set(before.file.log.map((e) => e.id));
    return {
      ...before,
      file: { ...before.file, log: [...before.file.log, ...entries.filter((e) => !known.has(e.id))] },
    };
  });
});

export function useJob(id: string) {
  const query = useQuery({ queryKey: keys.job(id), queryFn: () => api.get<JobView>(`/jobs/${id}`) });
  const { entries } = useOutbox();
  const { unit } = useSettings();
  const session = useSession();
  const by = session.data?.person.name ?? '';
  const view = query.data;
  const answered = query.isFetchedAfterMount || !query.isStale;
  const spreadOf = useSpreads();

  const [wasInHand] = useState(last?.job.id);
  const read = useMemo(() => {
    if (!view) return null;
    const known = new Set(view.file.log.map((e) => e.id));
    const mine = entries.filter((w) => w.jobId === id && w.refused === null && !known.has(w.entry.id));
    const pending = pendingEntries(
      view.file,
      mine.map((w) => w.entry),
      by,
    );
    return inHand({ ...view.file, log: [...view.file.log, ...pending] });
  }, [view, entries, id, by]);
  const isJudged = useInPieces(
    read && id,
    () => (read ? inPieces(read, 'judging', unit, spreadOf) : []),
    wasInHand === id,
  );
  const file = useMemo(() => read && judged(read, spreadOf), [read, spreadOf]);
  const version = view?.version ?? 0;
  const moved = view?.moved ?? NOT_MOVED;
  const context = useMemo(
    (): JobContext | null =>
      isJudged && read && file
        ? {
            file,
            judgement: judgeJob(read, unit, spreadOf),
            ...{ version, moved, answered, unit, by },
          }
        : null,
    [isJudged, read, file, spreadOf, version, moved, answered, unit, by],
  );
  usePropagate(context ? mapsOf(context.file, unit) : NO_MAPS);

  useEffect(() => {
    const job = view?.file.job;
    document.title = job ? `${String(job.number).padStart(4, '0')} ${job.machine} · Tribos` : 'Tribos';
    return () => {
      document.title = 'Tribos';
    };
  }, [view]);

  return { query, context };
}

export const useJobContext = (): JobContext => useOutletContext<JobContext>();
