import { ROOMS } from './core/rooms.mjs';

/** Who may import whom. A break fails `npm test`. */
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: from },
  to: { path: '^(core|contract|server|web|demo|e2e|bench|stand-ins)/', pathNot: allowed },
});

const coreInOrder = ROOMS.map((room, i) => ({
  name: `core-order-${room}`,
  comment: 'Core rooms are ordered; a cycle between rooms cannot be.',
  severity: 'error',
  from: { path: `^core/src/${room}/` },
  to: { path: '^core/src/', pathNot: `^core/src/(errors|catalogue|(${ROOMS.slice(0, i + 1).join('|')})/)` },
}));

/** Rooms of the core a screen sees besides its own, the ground floor and the house: as few as can be. */
const SEES = {
  assembly: ['strip', 'inspect'],
  bar: ['readings', 'measurands', 'rings'],
  before: ['strip', 'crank'],
  bore: ['readings'],
  crank: ['readings'],
  decide: ['routes', 'inspect'],
  gauges: ['readings'],
  intake: ['strip'],
  job: ['readings', 'bore'],
  jobs: ['readings', 'measurands'],
  measure: ['fit', 'readings', 'rings', 'bore'],
  outside: ['routes'],
  prepare: ['rings', 'readings', 'fit'],
  setup: ['assembly', 'measurands', 'readings'],
  strip: ['cause', 'inspect'],
  tools: ['strip'],
  top: ['assembly', 'torque'],
  valves: ['setup', 'measurands', 'readings'],
  work: ['routes', 'inspect'],
};
const throughDoors = [
  {
    name: 'screens-through-the-doors',
    comment: 'A screen names the room of the core it sees.',
    severity: 'error',
    from: { path: '^web/src/' },
    to: { path: '^core/src/index\\.ts$' },
  },
  {
    name: 'screens-see-their-own-room',
    comment: 'A screen sees its own room of the core, the ground floor and the house; what else is in SEES.',
    severity: 'error',
    from: { path: `^web/src/(?!(?:${Object.keys(SEES).join('|')})/)([^/]+)/` },
    to: { path: '^core/src/', pathNot: '^core/src/(?:ground\\.ts$|house/|$1/)' },
  },
  ...Object.entries(SEES).map(([room, also]) => ({
    name: `screens-of-${room}`,
    severity: 'error',
    from: { path: `^web/src/${room}/` },
    to: {
      path: '^core/src/',
      pathNot: `^core/src/(?:ground\\.ts$|(?:${['house', room, ...also].join('|')})/)`,
    },
  })),
];

export default {
  forbidden: [
    ...coreInOrder,
    ...throughDoors,
    only('core-imports-nobody', '^core/src', '^core/src'),
    only('contract-imports-core', '^contract/src', '^(contract|core)/'),
    only('demo-imports-core', '^demo/src', '^(demo|core)/'),
    only('server-imports', '^server/src', '^(server/src|contract|core|demo)/'),
    {
      name: 'stand-ins-import-nobody',
      comment: 'The outside world knows only published formats.',
      severity: 'error',
      from: { path: '^stand-ins/([^/]+)/' },
      to: {
        path: '^(core|contract|server|web|demo|e2e|bench|stand-ins)/',
        pathNot: '^stand-ins/($1|local)/',
      },
    },
    only('web-imports', '^web/src', '^(web/src|contract|core)/'),
    {
      name: 'core-has-no-dependency',
      comment: 'The computation runs anywhere: no package, and of Node only the command.',
      severity: 'error',
      from: { path: '^core/src', pathNot: '^core/src/cli' },
      to: {
        dependencyTypes: [
          'npm',
          'npm-dev',
          'npm-peer',
          'npm-optional',
          'npm-no-pkg',
          'npm-unknown',
          'unknown',
          'core',
        ],
      },
    },
    {
      name: 'rooms-through-the-door',
      comment:
        'A room imports another room through its index.ts only; kit, ui, forms and database are shared; app stands above them all.',
      severity: 'error',
      from: { path: '^(server|web)/src/([^/]+)/', pathNot: '^(server|web)/src/(app|database)/' },
      to: {
        path: '^(server|web)/src/[^/]+/',
        pathNot: '^$1/src/($2|kit|ui|forms|database)/|/index\\.ts$',
      },
    },
    {
      name: 'core-rooms-through-the-door',
      severity: 'error',
      from: { path: '^core/src/([^/]+)/', pathNot: '^core/src/cli/' },
      to: { path: '^core/src/[^/]+/', pathNot: '^core/src/$1/|/index\\.ts$' },
    },
    {
      name: 'features-are-data',
      comment:
        'What a room calls its figures is read by the catalogue below all rooms: it knows nothing of its room.',
      severity: 'error',
      from: { path: '^core/src/[^/]+/features\\.ts$' },
      to: { path: '^core/src/', pathNot: '^core/src/features/index\\.ts$' },
    },
    {
      name: 'app-stands-above-the-rooms',
      severity: 'error',
      from: { path: '^web/src/([^/]+)/', pathNot: '^web/src/app/' },
      to: { path: '^web/src/app/' },
    },
    {
      name: 'kit-stands-below-the-rooms',
      severity: 'error',
      from: { path: '^(web|server)/src/kit/' },
      to: { path: '^$1/src/', pathNot: '^$1/src/kit/' },
    },
    {
      name: 'no-cycles-between-rooms',
      severity: 'error',
      scope: 'folder',
      from: { path: '^(core|web|server)/src/' },
      to: { circular: true },
    },
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(core|contract|demo|server|web|stand-ins/[^/]+)/dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.depcruise.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
    },
  },
};
