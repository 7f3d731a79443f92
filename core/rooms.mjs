/**
 * Rooms of the core in order: each may know those before it and no other. Who may import whom, the doors of the core, the
 * catalogue of features and the list of rooms in the docs are made of this by `npm run schema`.
 */
export const ROOMS = [
  'units',
  'money',
  'shape',
  'features',
  'statistics',
  'specs',
  'gauges',
  'ledger',
  'facts',
  'cylinder',
  'job',
  'verdicts',
  'readings',
  'bore',
  'fit',
  'routes',
  'outside',
  'rings',
  'hone',
  'fluids',
  'strip',
  'inspect',
  'measurands',
  'crank',
  'bearings',
  'head',
  'valves',
  'torque',
  'setup',
  'gearbox',
  'clutch',
  'pumps',
  'before',
  'cause',
  'assembly',
  'refit',
  'intake',
  'practice',
  'house',
];

/** The ground floor: what every screen may see, beside the room it is of. */
export const GROUND = ROOMS.slice(0, ROOMS.indexOf('readings'));
