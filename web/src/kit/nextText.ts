import type { JobRow } from '@tribos/contract';

/** What to do next with a job, as a list says it. Between a write and its summary there is nothing to say yet. */
export const nextText = (job: Pick<JobRow, 'next'>, unit: 'mm' | 'in'): string =>
  job.next?.[unit] ?? 'What is next is being worked out.';
