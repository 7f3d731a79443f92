import { ROUTES, standingDecision } from '../job/index.js';
import { renewedWall } from '../log/index.js';
import { printedDay, type Room } from '../verdicts/index.js';
import { routeOffers } from './actions.js';
import { routesReport } from './report.js';

const OUTSIDE = new Set(['bore', 'replate', 'sleeve', 'exchange']);

/** The way out: which kit, which work, and what it waits for. */
export const routes: Room = {
  name: 'routes',
  station: 'decide',
  steps: (file) => [
    {
      key: 'decision',
      done: standingDecision(file)?.id ?? null,
      excused: null,
      sentence: () => 'Decide what to do with the engine.',
    },
  ],
  blockers: (file) => {
    const decision = standingDecision(file);
    if (!decision || !OUTSIDE.has(decision.route)) return [];
    const back = file.engine.cylinders.some((_, i) => {
      const wall = renewedWall(file.log, i);
      return wall !== null && wall.work.at > decision.at;
    });
    return back
      ? []
      : [
          {
            key: 'outside',
            since: decision.at,
            until: null,
            sentence: () =>
              `Waits for outside work since ${printedDay(decision.at)}: ${ROUTES[decision.route]}.`,
          },
        ];
  },
  actions: routeOffers,
  report: routesReport,
  cautions: [
    'Boring, plating, sleeving and crank work are for specialists; the finished size goes with the piston it is for.',
    'Plating and silicon-carbide dust harms: eye and respiratory protection, wet where possible; stripping and plating are for licensed shops.',
  ],
};
