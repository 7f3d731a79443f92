import { hasNot, type EngineSpec } from '../../specs/index.js';
import { HELD_SCOPES, type Scope, type StripStep } from '../stripList.js';
import { asks, noted, parts, small, step } from './step.js';

type Engine = Pick<EngineSpec, 'kind' | 'strokes' | 'cooling' | 'cylinders' | 'zeroAt' | 'parts'>;

/** Scopes in which the top end comes off. */
const OFF: readonly Scope[] = ['top', 'whole'];
const HELD: readonly Scope[] = [...HELD_SCOPES];
const LIFTED: readonly Scope[] = [...OFF, ...HELD];

/** Head and timing drive of a four-stroke. */
function timing({ cylinders }: Engine): StripStep[] {
  const n = cylinders.length;
  return [
    step('plugs', 'Spark plugs out, in order', {
      scopes: LIFTED,
      takes: [parts('plugs', 'spark plugs', n)],
      how: 'Blow the wells clean first; look at each plug before it is put down.',
      opens: 'plug hole',
      tray: true,
    }),
    step('head-cover', 'Head cover off', {
      scopes: LIFTED,
      takes: [
        parts('cover-bolts', 'head cover bolts', 4 + 2 * n),
        small('cover-washers', 'rubber washers', 4),
      ],
      cautions: ['gaskets', 'pry'],
      opens: 'timing tunnel',
      tray: true,
    }),
    step('marks', 'Turned by hand to its timing marks', {
      scopes: LIFTED,
      after: ['head-cover'],
      cautions: ['turning'],
      stop: asks(
        'Flywheel and cam marks: what is seen?',
        [
          ['all line up, photographed'],
          ['all line up, no camera here'],
          [
            'one is off',
            'Turn on to the firing stroke and look again; if it stays off, write down by how many teeth.',
          ],
          ['off by a tooth, written in a note'],
        ],
        true,
      ),
      note: noted('marks', 'Where do the marks stand?', 'cams'),
    }),
    step('tensioner', 'Chain tensioner released, then off', {
      scopes: LIFTED,
      after: ['marks'],
      cautions: ['springs'],
      takes: [
        parts('tensioner-bolts', 'tensioner bolts', 2),
        small('tensioner-washer', 'tensioner washer', 1),
      ],
      how: 'Release the plunger before its bolts: its preload bends the last thread.',
      tray: true,
    }),
    step('cams', 'Cam caps and camshafts out', {
      scopes: LIFTED,
      after: ['tensioner'],
      how: 'Slacken in stages, from the outside in.',
      takes: [
        parts('cap-bolts', 'cam cap bolts', 8 * Math.max(1, Math.ceil(n / 2))),
        small('cap-dowels', 'cam cap dowels', 4 * Math.max(1, Math.ceil(n / 2))),
      ],
      stop: asks('Caps: how are they told apart?', [
        ['marked, and kept by place'],
        ['marked now, by us'],
        ['neither', 'A cap put back elsewhere seizes the cam: mark each now, place and front.'],
      ]),
      tray: true,
    }),
    step('shims', 'Buckets and shims out, by place', {
      scopes: OFF,
      after: ['cams'],
      takes: [small('shims', 'lash shims', 4 * n), parts('buckets', 'buckets', 4 * n)],
      stop: asks('Each shim and bucket: where is it kept?', [
        ['by its own place'],
        [
          'mixed',
          'Measure and note each against its valve before going on: the lash sums need to know which was where.',
        ],
        ['measured again, noted by place'],
      ]),
      note: noted('shims', 'Marks of the shims, in the order of the valves', 'shims'),
      tray: true,
    }),
    step('chain', 'Timing chain wired up', {
      scopes: LIFTED,
      after: ['cams'],
      puts: [small('chain-wire', 'wire on the chain', 1)],
      stop: asks('The free chain: what holds it?', [
        ['wired up to the frame'],
        ['nothing', 'It falls behind the sprocket and jams when the crank is turned: wire it up now.'],
      ]),
    }),
  ];
}

function head(engine: Engine): StripStep[] {
  const { strokes, cylinders, kind } = engine;
  const n = cylinders.length;
  if (strokes === 2 && kind === 'chainsaw')
    return [
      step('plugs', 'Spark plug out', {
        scopes: LIFTED,
        takes: [parts('plugs', 'spark plugs', 1)],
        opens: 'plug hole',
      }),
    ];
  return [
    ...(strokes === 4
      ? timing(engine)
      : [
          step('plugs', 'Spark plugs out, in order', {
            scopes: LIFTED,
            takes: [parts('plugs', 'spark plugs', n)],
            opens: 'plug hole',
            tray: true,
          }),
        ]),
    step('head-bolts', 'Head bolts slackened in stages, then out', {
      scopes: LIFTED,
      after: strokes === 4 ? ['cams', 'chain'] : ['plugs'],
      how: 'In three slackenings, the last tightened first.',
      takes: [
        parts('head-bolts', strokes === 4 ? 'head bolts' : 'head nuts', 4 + 2 * n),
        ...(strokes === 4
          ? [small('head-washers', 'head washers', 4)]
          : [parts('head-washers', 'head washers', 4 + 2 * n)]),
      ],
      note: noted('torque', 'Was one looser or tighter than the others?', 'head-bolts'),
      tray: true,
    }),
    step('head', 'Head off its dowels', {
      scopes: LIFTED,
      after: ['head-bolts'],
      cautions: ['pry', 'gaskets'],
      takes: [small('head-dowels', 'head dowels', 2)],
      how: 'Tap at the lugs; turn it over on a cloth.',
      note: noted('orientation', 'Gasket: which side was up, which tab where?', 'head'),
    }),
  ];
}

function barrel(engine: Engine): StripStep[] {
  const { strokes, cylinders, kind, zeroAt } = engine;
  const n = cylinders.length;
  const of = n === 1 ? '' : ', one after the other';
  const two = strokes === 2;
  return [
    ...(two && kind === 'snowmobile' && !hasNot(engine, 'power-valve')
      ? [
          step('power-valves', 'Power valves out, moving or stuck', {
            scopes: LIFTED,
            takes: [
              parts('valve-screws', 'power valve screws', 2 * n),
              small('valve-springs', 'power valve springs', n),
            ],
            cautions: ['springs'],
            tray: true,
          }),
        ]
      : []),
    step('barrel-nuts', two ? 'Cylinder nuts out' : 'Cylinder side bolts out', {
      scopes: LIFTED,
      after: kind === 'chainsaw' ? ['plugs'] : ['head'],
      takes: [parts('barrel-nuts', two ? 'cylinder nuts' : 'cylinder side bolts', two ? 4 * n : 2)],
      hidden: two ? '' : 'One side bolt sits under the chain guide.',
      tray: true,
    }),
    step('barrel-loose', 'Cylinder loose on its gasket', {
      scopes: LIFTED,
      after: ['barrel-nuts'],
      how: 'Stuck studs: penetrant, then wait. Shock at the lugs, never prying.',
      cautions: ['pry', 'penetrants'],
      waits: { what: 'penetrant soaks', minutes: 30 },
    }),
    step('barrel-up', `Cylinder lifted until a rag goes round the rod${of}`, {
      scopes: LIFTED,
      after: ['barrel-loose'],
      puts: [small('case-rag', n === 1 ? 'rag round the rod' : 'rags round the rods', n)],
      opens: two ? 'crankcase mouth and transfers' : 'crankcase mouth',
      cautions: ['turning'],
    }),
    step('barrel', `Cylinder off${of}`, {
      scopes: OFF,
      after: ['barrel-up'],
      takes: [small('base-dowels', 'base dowels', 2 * n)],
      cautions: ['gaskets', 'sharp'],
      note: noted('orientation', 'Base gasket: how thick, which side up?', 'barrel'),
      tray: true,
    }),
    step('crown', 'Crown looked at before it is wiped', {
      scopes: OFF,
      after: ['barrel-up'],
      stop: asks(
        `Mark on the crown${n > 1 ? 's' : ''}: where does it point?`,
        [...new Set([zeroAt, 'exhaust', 'intake', 'flywheel side'])]
          .slice(0, 4)
          .map((t) => [t] as const)
          .concat([['no mark is found']]),
        true,
      ),
      note: noted('orientation', 'Anything else on the crown: size, letter, burn?', 'piston'),
    }),
    step('clips', 'First piston clip out', {
      scopes: LIFTED,
      after: ['barrel-up'],
      cautions: ['springs'],
      takes: [small('clips', 'piston clips', 2 * n)],
      how: 'Rag in place first. Clips are never used again: count both ends of each, then bin them.',
      stop: asks('Each clip: whole, and in the hand?', [
        ['both of each piston, whole'],
        ['one is broken', 'Find every piece before anything turns: write down where the pieces were found.'],
        ['one was missing when it came apart'],
        ['broken, every piece found'],
      ]),
    }),
    step('pin-held', 'Pin pushed out, cylinder away with piston and rings in it', {
      scopes: HELD,
      after: ['clips'],
      takes: [
        parts('pins', 'piston pins', n),
        ...(two ? [small('needles', 'small-end bearings', n)] : []),
        small('base-dowels', 'base dowels', 2 * n),
      ],
      how: 'The piston goes no further down its bore than its pin needs: a ring that comes out below it makes this a whole top end.',
      note: noted('orientation', 'Base gasket: how thick, which side up?', 'barrel'),
      tray: true,
    }),
    step('pin', 'Pin pushed out, piston off', {
      scopes: OFF,
      after: ['clips'],
      takes: [
        parts('pins', 'piston pins', n),
        parts('pistons', 'pistons', n),
        ...(two ? [small('needles', 'small-end bearings', n)] : []),
        ...(two && kind === 'snowmobile' ? [small('pin-washers', 'small-end washers', 2 * n)] : []),
      ],
      how: 'Push or pull it; never hammer across the rod.',
      tray: true,
    }),
    ...(n > 1
      ? [
          step('by-cylinder', 'Pistons, pins and rings kept by cylinder', {
            scopes: OFF,
            after: ['pin'],
            stop: asks('How are they told apart?', [
              ['one bag each, cylinder written on it'],
              [
                'not told apart',
                'Rings and pistons mixed between cylinders cannot be sorted again: bag each now.',
              ],
            ]),
          }),
        ]
      : []),
    step('rings', 'Rings off, top first, by place', {
      scopes: OFF,
      after: ['pin'],
      cautions: ['sharp'],
      takes: [parts('rings', 'rings', (two ? (kind === 'chainsaw' ? 1 : 2) : 5) * n)],
      note: noted('orientation', 'Marks of the rings, and which way up they were', 'rings'),
    }),
  ];
}

/** From plugs to bare rods. */
export const topSteps = (engine: Engine) => ({ head: head(engine), barrel: barrel(engine) });
