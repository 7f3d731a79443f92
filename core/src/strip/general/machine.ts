import { hasNot, type EngineSpec } from '../../specs/index.js';
import type { StripStep } from '../stripList.js';
import { noted, parts, small, step } from './step.js';

type Engine = Pick<EngineSpec, 'kind' | 'strokes' | 'cooling' | 'cylinders' | 'parts'>;

const first = step('machine', 'Machine safe and standing', { cautions: ['machine', 'lifting'] });

/** Access on this machine first: what is in the way of the engine. */
const ACCESS: Readonly<Record<EngineSpec['kind'], readonly StripStep[]>> = {
  motorcycle: [
    first,
    step('seat', 'Seat, side panels and tank off', { takes: [parts('panel-bolts', 'panel bolts', 6)] }),
    step('shock', 'Shock or link out of the way, where it is', {
      how: 'The swing arm is held before anything that carries it comes off.',
    }),
  ],
  atv: [
    first,
    step('plastics', 'Seat, plastics and tank off', {
      takes: [parts('panel-bolts', 'panel bolts and clips', 12)],
      hidden: 'Two plastic rivets under the seat strap.',
    }),
  ],
  snowmobile: [
    first,
    step('hood', 'Hood and side panels off', { takes: [parts('panel-bolts', 'panel screws', 6)] }),
    step('belt', 'Belt guard and drive belt off', {
      note: noted('marks', 'Which way does the belt run?', 'belt'),
    }),
  ],
  watercraft: [
    first,
    step('hatch', 'Seat and hatch off, bilge dry', { takes: [parts('hatch-bolts', 'hatch bolts', 4)] }),
    step('coupler', 'Coupler guard off, coupler marked', {
      takes: [parts('guard-bolts', 'guard bolts', 4)],
      note: noted('orientation', 'Where do the coupler halves meet?', 'coupler'),
    }),
  ],
  chainsaw: [
    first,
    step('bar', 'Clutch cover, chain and bar off', { takes: [parts('bar-nuts', 'bar nuts', 2)] }),
    step('top-cover', 'Top cover and air filter off', {
      how: 'Choke shut before it is brushed off: dirt goes down the intake.',
    }),
    step('starter', 'Starter cover off', {
      takes: [parts('starter-screws', 'starter screws', 4)],
      cautions: ['springs'],
    }),
    step('handle', 'Tank and handle off their buffers', {
      takes: [parts('buffer-screws', 'buffer screws', 4)],
      hidden: 'One screw sits inside the rear handle.',
    }),
  ],
};

/** What is drained, looked at and disconnected before anything is opened. */
function fluids(engine: Engine): StripStep[] {
  const { strokes, cooling, kind } = engine;
  const gearOil = strokes === 4 || kind === 'motorcycle' || kind === 'atv';
  return [
    ...(kind === 'chainsaw' || kind === 'watercraft'
      ? [
          step(
            'drain-fuel',
            kind === 'chainsaw' ? 'Fuel and bar oil out' : 'Fuel and oil lines off and drained',
            {
              cautions: ['solvents'],
            },
          ),
        ]
      : []),
    ...(gearOil
      ? [
          step('drain-oil', 'Oil out through a clean cloth, and looked at', {
            takes: [parts('drain-bolt', 'drain bolt', 1), parts('drain-washer', 'drain washer', 1)],
            cautions: ['solvents'],
            waits: { what: 'oil drains', minutes: 20 },
            how: 'More runs out later, when the engine is turned over.',
          }),
        ]
      : []),
    ...(strokes === 4
      ? [
          step('filter', 'Oil filter out, cut open or unfolded', {
            takes: [parts('filter-bolts', 'filter cover bolts', 2)],
            after: ['drain-oil'],
          }),
        ]
      : []),
    ...(cooling === 'liquid' && kind !== 'watercraft' && !hasNot(engine, 'coolant')
      ? [
          step('drain-coolant', 'Coolant out, and looked at', {
            takes: [parts('coolant-washer', 'coolant drain washer', 1)],
            cautions: ['solvents'],
            waits: { what: 'coolant drains', minutes: 10 },
          }),
          step('hoses', 'Radiators or hoses off', {
            takes: [parts('hose-clips', 'hose clips', 4)],
            note: noted('routing', 'How do the hoses run, and how far on?', 'hoses'),
          }),
        ]
      : []),
  ];
}

/** Exhaust, intake, cables and wires. */
function around({ kind, strokes, cylinders }: Engine): StripStep[] {
  const n = cylinders.length;
  const two = strokes === 2;
  return [
    step('exhaust', kind === 'chainsaw' ? 'Muffler off' : 'Exhaust off', {
      takes: [
        parts('exhaust-nuts', kind === 'chainsaw' ? 'muffler bolts' : 'exhaust nuts', 2 * n),
        parts('exhaust-gaskets', 'exhaust gaskets', n),
        ...(two && kind !== 'chainsaw' ? [parts('exhaust-springs', 'exhaust springs', 3 * n)] : []),
      ],
      cautions: two && kind !== 'chainsaw' ? ['springs', 'gaskets'] : ['gaskets'],
      tray: true,
    }),
    step('carburettor', 'Carburettor or throttle body off its boots', {
      takes: [parts('boot-clips', 'boot clips', 2 * n)],
      puts: [small('intake-rag', n === 1 ? 'rag in the intake' : 'rags in the intake', n)],
      note: noted('routing', 'How do cables, fuel and vacuum lines run?', 'carburettor'),
      opens: 'intake',
      tray: true,
    }),
    ...(two && kind !== 'chainsaw'
      ? [
          step('reeds', 'Reed block out', {
            takes: [small('reed-screws', 'reed screws', 4 * n)],
            after: ['carburettor'],
          }),
        ]
      : []),
    step('wires', 'Cables and wires off, their run photographed', {
      note: noted('routing', 'How do cables and wires run?', 'wires'),
    }),
  ];
}

/** From the machine to an engine that can be opened. */
export const machineSteps = (engine: Engine) => ({
  access: ACCESS[engine.kind].filter((s) => s.key !== 'bar' || !hasNot(engine, 'bar-and-chain')),
  fluids: fluids(engine),
  around: around(engine),
});

/** Out of the machine, where the cases are to be split. */
export const engineOut = ({ kind }: Engine): StripStep[] => [
  step('engine-out', kind === 'chainsaw' ? 'Crankcase off its buffers' : 'Engine out of the machine', {
    scopes: ['whole', 'bottom', 'crank-swap'],
    takes: [
      parts(
        'engine-bolts',
        kind === 'chainsaw' ? 'buffer screws of the case' : 'engine bolts',
        kind === 'chainsaw' ? 4 : 6,
      ),
    ],
    cautions: ['lifting'],
    note: noted('washers', 'Spacers and washers of the engine bolts: which side?', 'engine-out'),
    tray: true,
  }),
];
