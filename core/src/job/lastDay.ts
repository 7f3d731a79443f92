import { ofLog } from '../facts/index.js';
import { takenAt } from '../ledger/index.js';

/** Day something was written last, `YYYY-MM-DD`: calibrations are held against it. Empty before anything was. */
export const lastDay = ofLog('lastDay', (log) => (log.at(-1)?.at ?? '').slice(0, 10));

/** Where in a log the last entry stands that was made no later than a time; -1 where none was. */
export const lastBefore = ofLog('lastBefore', (log, time: string) =>
  log.findLastIndex((e) => takenAt(e) <= time),
);
