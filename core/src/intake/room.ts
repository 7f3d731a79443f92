import { JOB_KIND, JOB_KINDS } from '../job/index.js';
import type { Room } from '../verdicts/index.js';
import { HAS_NOT } from '../specs/index.js';
import { CODES } from './codes.js';

/** What came in: which engine it is, where that can be read, what is to be done with it. */
export const intake: Room = {
  name: 'intake',
  station: 'intake',
  entries: [JOB_KIND],
  sheets: [CODES, HAS_NOT],
  tell: (entry) => (JOB_KIND.is(entry) ? `Kind of job: ${JOB_KINDS[entry.is].name}` : null),
};
