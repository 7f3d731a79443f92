import { LOG_KINDS, openSteps, REOPENED, WORK } from '../cylinder/index.js';
import { placeKey } from '../ledger/index.js';
import { capital, type Room } from '../verdicts/index.js';
import { readingOffers } from './actions.js';
import { doubtedOf, readingsOf } from './standingReadings.js';
import { walkOf } from './plan.js';
import { readingsReport } from './report.js';
import { tellReading } from './tell.js';
import { placeWants } from './wants.js';

/** Gauges, places and what was read there. */
export const readings: Room = {
  name: 'readings',
  station: 'measure',
  wants: placeWants,
  entries: [...LOG_KINDS.measured, ...LOG_KINDS.found, ...LOG_KINDS.done],
  steps: (file) =>
    openSteps(file.log, file.engine.cylinders.length).map(({ work, what }) => ({
      key: `${what}:${work.id}`,
      done: null,
      excused: null,
      sentence: () => `${capital(WORK[work.what].name)}: ${REOPENED[what]} again.`,
    })),
  ahead: (file, unit) => file.engine.cylinders.map((_, at) => () => doubtedOf(file, [unit, at])),
  asks: (file) => walkOf(file),
  left: (file) => {
    const { places } = readingsOf(file, 'mm');
    const walk = walkOf(file);
    const unread = walk.filter((s) => !places.has(placeKey(s))).length;
    return unread > 0 && unread < walk.length ? `${unread} of ${walk.length} not read` : null;
  },
  actions: readingOffers,
  tell: tellReading,
  report: (file, _found, ask) => readingsReport(file, ask),
  cautions: [
    'Drill-driven brushes and hones can break and fling: eye protection, clamp the cylinder, stop before withdrawing.',
  ],
};
