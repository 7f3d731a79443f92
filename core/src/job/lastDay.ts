import { ofLog } from '../facts/index.js';

/** Day something was written last, `YYYY-MM-DD`: calibrations are held against it. Empty before anything was. */
export const lastDay = ofLog('lastDay', (log) => (log.at(-1)?.at ?? '').slice(0, 10));
