import type { JobView } from '@tribos/contract';
import type { JobContext } from '../job/index.js';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { useSave } from '../kit/useSave.js';

/** Says that wall and ring lie on one bench whose temperature was read: nothing is added for warmth any more. */
export function useReadHere({ file: { job }, version }: JobContext) {
  return useSave(
    () =>
      api.patch<JobView>(`/jobs/${job.id}`, {
        version,
        thermal: { ...job.thermal, measured: true, sameBench: true, cylinder: null },
      }),
    { topic: 'jobs', id: job.id, view: keys.job(job.id) },
  );
}
