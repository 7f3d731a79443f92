import { standingDecision } from '../job/index.js';
import { withUnit, type Nanometres } from '../units/index.js';
import { capital, type Room } from '../verdicts/index.js';
import { routeOffers } from './actions.js';
import { partsOfWay } from './cost.js';
import { routesReport } from './report.js';
import { SIDE_WEAR } from './sideWear.js';
import { ROUTE_LABOUR, ROUTE_PARTS } from './waySheets.js';
import { wayWants } from './wants.js';

/** The way out: which kit, which work, and what it waits for. */
export const routes: Room = {
  name: 'routes',
  station: 'decide',
  decides: true,
  entries: [SIDE_WEAR],
  sheets: [ROUTE_PARTS, ROUTE_LABOUR],
  wants: wayWants,
  // What goes with the way decided on; nothing of it while nobody has decided.
  parts: (file) => {
    const decision = standingDecision(file);
    const kit = file.engine.kits.find((k) => k.id === decision?.kitId) ?? null;
    return decision ? partsOfWay(file, decision.route, kit) : [];
  },
  tell: (entry, file, unit) => {
    if (SIDE_WEAR.is(entry)) {
      const text = (v: Nanometres) => withUnit(v, { unit, step: 10_000 });
      return `${capital(file.engine.cylinders[entry.cylinder] ?? '')} wall, edge laid along it${entry.where ? ` at ${entry.where}` : ''}: ${text(entry.goes)} goes${entry.doesNot === null ? '' : `, ${text(entry.doesNot)} does not`}`;
    }
    return null;
  },
  steps: (file) => [
    {
      key: 'decision',
      done: standingDecision(file)?.id ?? null,
      excused: null,
      sentence: () => 'Decide what to do with the engine.',
    },
  ],
  actions: routeOffers,
  report: routesReport,
  cautions: [
    'Boring, plating, sleeving and crank work are for specialists: a ticket says what is wanted, not how; the finished size goes with the piston it is for.',
    'Plating and silicon-carbide dust harms: eye and respiratory protection, wet where possible; stripping and plating are for licensed shops.',
  ],
};
