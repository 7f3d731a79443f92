import { hasNot, type EngineSpec } from '../../specs/index.js';
import type { Scope, StripStep } from '../stripList.js';
import { asks, noted, parts, small, step } from './step.js';

type Engine = Pick<EngineSpec, 'kind' | 'strokes' | 'cylinders' | 'parts'>;

const DEEP: readonly Scope[] = ['whole', 'bottom', 'crank-swap'];
/** What a crank swap leaves alone. */
const GEARED: readonly Scope[] = ['whole', 'bottom'];

function flywheel({ kind }: Engine): StripStep[] {
  const saw = kind === 'chainsaw';
  return [
    ...(saw
      ? []
      : [
          step('ignition-cover', 'Ignition cover off', {
            scopes: DEEP,
            takes: [parts('ignition-bolts', 'ignition cover bolts', 6)],
            cautions: ['gaskets'],
            tray: true,
          }),
        ]),
    step('flywheel-nut', 'Flywheel nut off', {
      scopes: DEEP,
      tools: ['flywheel holder'],
      takes: [parts('flywheel-nut', 'flywheel nut', 1), parts('flywheel-washer', 'flywheel washer', 1)],
      note: noted('torque', 'Was the nut loose?', 'flywheel-nut'),
    }),
    step('flywheel', 'Flywheel pulled', {
      scopes: DEEP,
      after: ['flywheel-nut'],
      tools: ['flywheel puller'],
      cautions: ['flywheel'],
      takes: [small('flywheel-key', 'flywheel key', 1)],
      stop: asks('Key and taper: what is seen?', [
        ['key whole, taper clean'],
        ['key sheared or bruised'],
        ['taper marked or fretted'],
      ]),
      tray: true,
    }),
    ...(saw
      ? [step('coil', 'Coil off', { scopes: DEEP, takes: [parts('coil-screws', 'coil screws', 2)] })]
      : [
          step('base-plate', 'Ignition base plate off', {
            scopes: DEEP,
            after: ['flywheel'],
            takes: [parts('plate-screws', 'base plate screws', 3)],
            stop: asks(
              'Base plate: how will it go back where it was?',
              [
                ['a line scribed over plate and case'],
                ['it is keyed, it fits one way'],
                ['neither', 'Turned a few degrees it changes the timing: scribe a line now.'],
              ],
              true,
            ),
            note: noted('marks', 'Where is the line of the base plate?', 'base-plate'),
          }),
        ]),
  ];
}

/** The clutch side without the pumps this very machine has not got. */
function clutch(engine: Engine): StripStep[] {
  const [oil, water] = [hasNot(engine, 'oil-pump'), hasNot(engine, 'water-pump')];
  const none = (s: StripStep): boolean =>
    oil && (s.key === 'oiler' || (s.key === 'pump-cover' && (water || engine.kind === 'watercraft')));
  return clutchSide(engine.kind)
    .filter((s) => !none(s))
    .map((s) =>
      s.key === 'pump-cover' && engine.kind === 'snowmobile' && (oil || water)
        ? { ...s, what: oil ? 'Water pump off' : 'Oil pump off' }
        : s,
    );
}

function clutchSide(kind: EngineSpec['kind']): StripStep[] {
  switch (kind) {
    case 'chainsaw':
      return [
        step('clutch', 'Centrifugal clutch off', {
          scopes: DEEP,
          tools: ['piston stop', 'clutch tool'],
          cautions: ['springs'],
          takes: [
            parts('clutch-parts', 'clutch, drum and bearing', 3),
            small('clutch-washer', 'clutch washer', 1),
          ],
          how: 'It turns off the way the crank runs.',
          note: noted('orientation', 'Which side of clutch and washer was out?', 'clutch'),
          tray: true,
        }),
        step('oiler', 'Oil pump and its worm off', {
          scopes: DEEP,
          after: ['clutch'],
          takes: [parts('oiler-screws', 'oil pump screws', 2)],
          tray: true,
        }),
      ];
    case 'snowmobile':
      return [
        step('drive-clutch', 'Drive clutch pulled', {
          scopes: DEEP,
          tools: ['clutch holder', 'clutch puller'],
          cautions: ['flywheel', 'springs'],
          takes: [parts('clutch-bolt', 'drive clutch bolt', 1)],
          stop: asks('Taper of the drive clutch: what is seen?', [['clean and dry'], ['marked or fretted']]),
        }),
        step('pump-cover', 'Water pump and oil pump off', {
          scopes: DEEP,
          takes: [parts('pump-bolts', 'pump bolts', 6), small('pump-washers', 'pump washers', 2)],
          cautions: ['gaskets'],
          tray: true,
        }),
      ];
    case 'watercraft':
      return [
        step('coupler-off', 'Coupler off the crank', {
          scopes: DEEP,
          tools: ['coupler holder'],
          how: 'Warm it first if it was locked.',
          cautions: ['heat'],
        }),
        step('pump-cover', 'Oil pump and its drive off', {
          scopes: DEEP,
          takes: [parts('pump-bolts', 'pump bolts', 4)],
          tray: true,
        }),
      ];
    default:
      return [
        step('clutch-cover', 'Clutch cover off', {
          scopes: GEARED,
          takes: [
            parts('clutch-cover-bolts', 'clutch cover bolts', 10),
            parts('clutch-dowels', 'clutch cover dowels', 2),
          ],
          cautions: ['gaskets', 'pry'],
          hidden: 'One bolt sits behind the oil filter cover.',
          tray: true,
        }),
        step('clutch-plates', 'Clutch plates out as one stack', {
          scopes: GEARED,
          after: ['clutch-cover'],
          cautions: ['springs'],
          takes: [
            parts('clutch-bolts', 'clutch spring bolts', 5),
            parts('clutch-springs', 'clutch springs', 5),
          ],
          stop: asks(
            'The plate that differs: where was it?',
            [
              ['outermost'],
              ['innermost'],
              ['none differs'],
              ['not looked at', 'Keep the stack in order and find it: narrower lining or another colour.'],
            ],
            true,
          ),
          tray: true,
        }),
        step('clutch-hub', 'Clutch hub nut, hub and basket off', {
          scopes: GEARED,
          after: ['clutch-plates'],
          tools: ['clutch holder'],
          takes: [parts('hub-nut', 'hub nut', 1), small('hub-washers', 'hub washers', 3)],
          note: noted('washers', 'Hub and basket washers: order, and which side up?', 'clutch-hub'),
          tray: true,
        }),
        step('primary', 'Primary gear and oil pump drive off', {
          scopes: GEARED,
          after: ['clutch-hub'],
          tools: ['gear jam'],
          takes: [parts('primary-nut', 'primary nut', 1), small('primary-washer', 'primary washer', 1)],
          tray: true,
        }),
        step('kick', 'Kick-start and shift linkage off', {
          scopes: GEARED,
          after: ['clutch-cover'],
          cautions: ['springs'],
          takes: [parts('kick-parts', 'kick-start parts', 4), small('shift-roller', 'shift roller', 1)],
          stop: asks(
            'Return spring: how far was it wound up, and where does its end sit?',
            [
              ['noted and photographed'],
              ['there is none'],
              ['it flew off', 'Look at the other end and at the manual: note its preload before going on.'],
            ],
            true,
          ),
          note: noted('marks', 'Preload of the return spring, and where its end sits', 'kick'),
          tray: true,
        }),
      ];
  }
}

function cases({ kind, strokes, cylinders }: Engine): StripStep[] {
  const n = cylinders.length;
  const geared = kind === 'motorcycle' || kind === 'atv';
  return [
    ...(strokes === 4
      ? [
          step('sump', 'Sump and strainer off', {
            scopes: GEARED,
            takes: [parts('sump-bolts', 'sump bolts', 8)],
            hidden: 'Two case bolts sit inside the sump.',
            cautions: ['gaskets'],
            tray: true,
          }),
        ]
      : []),
    step('case-bolts', 'Case bolts out, by place', {
      scopes: DEEP,
      after: [kind === 'chainsaw' ? 'flywheel' : 'base-plate'],
      how: 'In stages, the last tightened first.',
      hidden: 'Look under the engine and behind the last cover: the split waits for the bolt nobody saw.',
      takes: [parts('case-bolts', 'case bolts', kind === 'chainsaw' ? 6 : geared ? 14 : 12)],
      tray: true,
    }),
    step('split', 'Cases split', {
      scopes: DEEP,
      after: ['case-bolts'],
      tools: ['case splitter'],
      cautions: ['pry', 'heat', 'gaskets'],
      takes: [parts('case-dowels', 'case dowels', 2)],
      stop: asks('How do the halves part?', [
        ['evenly, by hand and mallet'],
        ['with the splitter, evenly'],
        ['they hang', 'A bolt is still in, or a dowel is stuck: look again, and never wedge the joint.'],
      ]),
      opens: 'split case',
    }),
    step('crank', 'Crank out', {
      scopes: DEEP,
      after: ['split'],
      tools: ['crank pusher'],
      cautions: ['heat', 'lifting'],
      takes: [
        small('thrust-washers', 'thrust washers and crank shims', 2),
        ...(n > 1 && strokes === 4 ? [small('shells', 'bearing shells', 4 * n + 4)] : []),
      ],
      stop: asks(
        'Thrust washers and shims: which side up, which end?',
        [
          ['noted and photographed'],
          ['there are none'],
          ['not seen when it came out', 'Find them now: on the crank, in the case, on the bench.'],
        ],
        true,
      ),
      note: noted('shims', 'Crank shims: thickness, end, side up', 'crank'),
      tray: true,
    }),
    ...(geared
      ? [
          step('gearbox', 'Forks, drum and shafts out as they stand', {
            scopes: GEARED,
            after: ['split'],
            takes: [parts('fork-rods', 'fork rods', 2), small('gear-shims', 'gearbox shims', 4)],
            stop: asks(
              'Shims of the shafts: are they all on their shafts?',
              [
                ['all there, photographed'],
                ['one stayed in the case, put back'],
                ['one is missing', 'Look in the case half and on the bench before anything is washed.'],
              ],
              true,
            ),
            note: noted('shims', 'Gearbox shims: shaft, order, thickness', 'gearbox'),
            tray: true,
          }),
        ]
      : []),
    step('bearings', 'Bearings and seals looked at where they sit', {
      scopes: DEEP,
      after: ['crank'],
      cautions: ['air'],
      how: 'Turn each by hand, dry: rough, loose, blue? Those that come out go with heat, from the outer ring.',
    }),
  ];
}

/** From covers to bare case halves. */
export const bottomSteps = (engine: Engine) => ({
  left: flywheel(engine),
  right: clutch(engine),
  cases: cases(engine),
});
