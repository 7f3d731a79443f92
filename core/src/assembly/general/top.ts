import type { RingPack } from '../../rings/index.js';
import { GASKETS, hasNot, type EngineSpec } from '../../specs/index.js';
import type { AssemblyStep } from '../assemblySheet.js';
import { asks, step } from './step.js';

const GASKET = ['gasket-changed', 'exchanged', 'skimmed'];
const WALL = ['exchanged', 'gasket-changed', 'piston-renewed', 'rings-renewed'];

/** How a gasket of a place lies by this engine's sheet. */
function lies(engine: EngineSpec, where: 'base' | 'head'): string {
  return GASKETS.of(engine)?.gaskets.find((g) => g.where === where && g.lies !== '')?.lies ?? '';
}

const gasketAsk = (engine: EngineSpec, where: 'base' | 'head') => {
  const how = lies(engine, where);
  return asks(
    `${where === 'base' ? 'Base' : 'Head'} gasket on its dowels${how ? ` (${how})` : ''}: what is seen through it?`,
    'gasket',
    [
      ['every oil, water and transfer passage, its bolt holes too'],
      [
        'a passage is covered',
        'It lies the wrong way round or is another engine’s: that passage would be shut for good.',
      ],
      [
        'its edge stands in the bore',
        'It would be hammered by the piston: the wrong bore, or not on its dowels.',
      ],
    ],
  );
};

/** Before anything goes together. */
export const firstSteps = (engine: EngineSpec): AssemblyStep[] => [
  step('why', 'Why it failed is said', { proof: 'cause' }),
  step(
    'parts-here',
    'Parts, gaskets, O-rings, new clips and one to spare lie on the bench, told apart by cylinder',
  ),
  step(
    'tools-here',
    'Tools lie there: ring compressor or band, clip tool, leaves, torque wrench with its range',
  ),
  step('oils-here', 'Oil for rings and wall, lube for the pin, grease for lips, what the gaskets want'),
  step(
    'clean-here',
    'Bench, hands and parts are clean; faces wiped, threads clean and in the state the sheet wants',
  ),
  step('rods-free', 'Rods and crank turn freely, a rag in each mouth', { cautions: ['turning'] }),
  step('washed', 'The wall is washed until a white cloth stays white, oiled at once', {
    each: true,
    proof: 'washed',
    reopens: ['honed', 'bored', 'brushed'],
  }),
  step('fits', 'The piston fits this bore', {
    each: true,
    proof: 'clearance',
    reopens: ['honed', 'bored', 'exchanged', 'piston-renewed', 'piston-eased'],
  }),
  ...((engine.kind === 'snowmobile' || engine.kind === 'watercraft') && !hasNot(engine, 'power-valve')
    ? [step('power-valves', 'Power valves clean, moving, stops and springs right', { each: true })]
    : []),
];

/** Cylinder over its piston. */
export const cylinderSteps = (engine: EngineSpec, pack: RingPack | null): AssemblyStep[] => {
  const pegged = (pack?.pegs.length ?? 0) > 0 || (pack === null && engine.strokes === 2);
  return [
    step('base-gasket', 'Base gasket laid, dry, sprayed or sealed as the sheet has it; dowels in', {
      reopens: GASKET,
      asks: [gasketAsk(engine, 'base')],
    }),
    ...(engine.strokes === 4 || engine.cooling === 'liquid'
      ? [
          step('foot-o-ring', 'O-rings at the foot, late, so that none falls', {
            reopens: GASKET,
            asks: [
              asks('Each O-ring', 'o-ring', [
                ['in its groove, greased, none left on the bench'],
                ['one is not there', 'An oil way would be open to the crankcase: it goes in first.'],
                ['this foot has none'],
              ]),
            ],
          }),
        ]
      : []),
    step('oiled', 'Wall and rings oiled, a light film; never dry', { each: true }),
    step('gaps-again', 'Gaps looked at once more, just before the cylinder goes on', {
      each: true,
      proof: 'clock',
      reopens: WALL,
      asks: [
        asks('The gaps stand', 'gaps', [
          ['as the ring clock has them'],
          ['two in line', 'Gas and oil follow gaps in line: turn the rings before anything covers them.'],
          ['one has wandered', 'Set it back to its angle now: nobody sees it again.'],
        ]),
        ...(pegged
          ? [
              asks('Each gap over its peg', 'peg', [
                ['yes, every ring gives when it is pressed'],
                ['no', 'A ring that rides on its peg breaks as the cylinder comes down.'],
              ]),
            ]
          : []),
      ],
    }),
    step('cylinder-on', 'Cylinder down over the rings by hand, tension on the timing drive, no force', {
      each: engine.strokes === 2,
      reopens: WALL,
      refits: ['crown', 'barrel', 'barrel-up', 'barrel-loose'],
      how:
        engine.cylinders.length > 1
          ? 'Twins at mid stroke. Stuck means a ring is out of its groove: up again, look.'
          : 'Stuck means a ring is out of its groove: up again, look.',
      cautions: ['turning'],
    }),
    step('cylinder-held', 'Cylinder down with its piston in it, the rings where they were', {
      each: engine.strokes === 2,
      reopens: WALL,
      refits: ['barrel-up', 'barrel-loose'],
      cautions: ['turning'],
      asks: [
        asks('The rings', 'ring', [
          ['never left their bore'],
          [
            'one came out below',
            'It has to be seen and set: take the piston out, and put it together as a whole top end.',
          ],
        ]),
      ],
    }),
    step('rags-out', 'Rags and what was put in are out', { proof: 'counted' }),
    step('held-down', 'Barrel held down before the crank is turned', {
      reopens: WALL,
      refits: ['barrel-nuts'],
    }),
    step('turned-low', 'Turned by hand through a whole turn: even, no scrape', {
      reopens: WALL,
      cautions: ['turning'],
      asks: [
        asks('It turns', 'none', [
          ['evenly all the way round'],
          [
            'with a tight place',
            'Stop and find it: ring, rod or gasket. Nothing is turned through a tight place.',
          ],
        ]),
      ],
    }),
    step('deck-read', 'Deck clearance and squish read, dry, the head clamped', {
      proof: 'squish',
      reopens: GASKET,
      how: 'It chooses the gasket: read it before the gasket is bought, and again after.',
    }),
    ...(engine.kind === 'chainsaw'
      ? [
          step('cylinder-tight', 'Cylinder tightened in its steps, each screw marked', {
            proof: 'cylinder-tight',
            reopens: WALL,
          }),
        ]
      : []),
  ];
};

/** Head and what drives it. */
export const headSteps = (engine: EngineSpec): AssemblyStep[] => {
  if (engine.kind === 'chainsaw')
    return [step('plug', 'Plug in, by hand until it bears', { refits: ['plugs'] })];
  const four = engine.strokes === 4;
  return [
    step('head-gasket', 'Head gasket or its O-rings laid, dowels in', {
      reopens: GASKET,
      asks: [gasketAsk(engine, 'head')],
    }),
    step('head-on', 'Head on, square to its dowels', { reopens: GASKET, refits: ['head'] }),
    step('head-tight', 'Head tightened in its steps and its pattern, each bolt marked', {
      proof: 'head-tight',
      reopens: GASKET,
      refits: ['head-bolts'],
    }),
    ...(four ? timingSteps() : []),
    step('turned', 'Turned by hand twice, feeling for a touch', {
      reopens: GASKET,
      cautions: ['turning'],
      asks: [
        asks('Two turns by hand', 'none', [
          ['nothing touches'],
          [
            'something touches',
            'Stop: valve, piston or head. Take it apart to where it is seen; nothing is forced round.',
          ],
        ]),
      ],
    }),
    ...(four
      ? [
          step('marks-again', 'Timing marks looked at once more after two turns', {
            reopens: GASKET,
            photo: true,
            twice: true,
            settles: 'cams',
            asks: [
              asks('The marks now', 'timing', [
                ['all line up'],
                ['one is off', 'A tooth off bends valves: back to the marks, chain off, again.'],
              ]),
            ],
          }),
          step('lash', 'Valve clearances read cold, after the head is tight', {
            proof: 'lash',
            reopens: ['shim-changed', ...GASKET],
            settles: 'shims',
          }),
          step('valve-room', 'Room between valves and piston is known', {
            proof: 'contact',
            reopens: [...GASKET, 'piston-renewed', 'cams-set'],
            how: 'Everything the maker’s own: nothing is read. Another piston, head, cam or a skim: clay or a needle.',
          }),
          step('cover', 'Head cover on, its gasket and washers in place', {
            refits: ['head-cover', 'plugs'],
          }),
        ]
      : [step('plugs', 'Plugs in, by hand until they bear, in order', { refits: ['plugs'] })]),
    ...(engine.kind === 'snowmobile' && !hasNot(engine, 'power-valve')
      ? [
          step('valves-on', 'Power valve covers on, springs and lids right', {
            each: true,
            refits: ['power-valves'],
          }),
        ]
      : []),
  ];
};

function timingSteps(): AssemblyStep[] {
  return [
    step('shims', 'Buckets and shims in, each to its own valve', {
      refits: ['shims'],
      leaves: 'lash is provisional until it is read after the head is tight',
    }),
    step('cams', 'Chain free, cams in by their marks, caps by place and front, in stages', {
      refits: ['chain', 'cams'],
      photo: true,
      leaves: 'cam timing is provisional until the marks are seen after two turns',
      asks: [
        asks('Flywheel and cam marks', 'timing', [
          ['all line up'],
          ['one is off', 'A tooth off bends valves: set the crank to its mark, chain off, again.'],
        ]),
      ],
    }),
    step('joined', 'A cut chain joined: its rivet measured', {
      asks: [
        asks('The chain', 'none', [
          ['was not cut'],
          ['joined, rivet spread as the tool’s sheet has it'],
          ['joined with a spring clip', 'It flies off inside the engine: a riveted link, nothing else.'],
        ]),
      ],
    }),
    step('tensioner', 'Tensioner reset, then on; released only when its bolts are tight', {
      refits: ['tensioner', 'marks'],
      asks: [
        asks('The plunger', 'none', [
          ['was pushed back and locked before it went on, released after'],
          ['was left out', 'It would jam the chain or slip a tooth: off, pushed back, on again.'],
        ]),
      ],
    }),
  ];
}
