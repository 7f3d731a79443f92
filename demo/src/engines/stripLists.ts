import type { EngineSpec } from '@tribos/core';
import type { Sheet } from './sheet.js';
import { around, ownStrip, type OwnStrip } from './strip.js';

type Bare = Pick<EngineSpec, 'kind' | 'strokes' | 'cooling' | 'cylinders' | 'zeroAt'>;
type Own = Omit<OwnStrip, 'sheet'>;

const head = (
  size: readonly [number, number],
  at: readonly (readonly [number, number])[],
  main: string,
  length: number,
  side: readonly number[],
): Own['covers'][number] => ({
  key: 'head',
  name: 'the head',
  page: '6-2',
  size,
  thread: main,
  length,
  washers: true,
  at,
  odd: Object.fromEntries(
    side.map((n) => [n, { thread: 'M6 × 1', length: n === side.at(-1) ? 55 : 35, washer: false }]),
  ),
});

const cover = (
  key: string,
  name: string,
  page: string,
  size: readonly [number, number],
  count: number,
  length: number,
  odd: Own['covers'][number]['odd'] = {},
): Own['covers'][number] => ({
  key,
  name,
  page,
  size,
  thread: 'M6 × 1',
  length,
  at: around(size[0], size[1], count),
  odd,
});

const PULLERS = [
  ['flywheel puller', 'M27 × 1 left, 28 mm deep at most'],
  ['flywheel holder', 'by the two slots, never by the magnets'],
] as const;
const SPLIT = [
  ['case splitter', 'on the clutch side half'],
  ['crank pusher', 'out of the flywheel side half'],
] as const;
const CLUTCH = [['clutch holder', 'holds the hub while its nut turns']] as const;

const FOUR: Own['patches'] = {
  'head-bolts': {
    map: 'head',
    instead: 'head-bolts',
    how: 'In three slackenings, from the last number to the first.',
  },
  'clutch-cover': { map: 'clutch-cover', instead: 'clutch-cover-bolts' },
  'ignition-cover': { map: 'ignition-cover', instead: 'ignition-bolts' },
  'case-bolts': { map: 'cases', instead: 'case-bolts' },
};
const TWO: Own['patches'] = {
  'head-bolts': { map: 'head', instead: 'head-bolts', how: 'Crosswise, in two slackenings.' },
  'case-bolts': { map: 'cases', instead: 'case-bolts' },
};

const OWN: Readonly<Record<string, Own>> = {
  '644': {
    page: '6-1',
    covers: [
      head(
        [180, 120],
        [
          [20, 30],
          [90, 30],
          [160, 30],
          [20, 90],
          [90, 90],
          [160, 90],
          [8, 60],
          [172, 60],
        ],
        'M10 × 1.25',
        120,
        [7, 8],
      ),
      cover('clutch-cover', 'the clutch cover', '7-2', [190, 150], 11, 35, {
        4: { length: 55 },
        9: { length: 30, sealant: true },
      }),
      cover('ignition-cover', 'the ignition cover', '7-14', [150, 130], 9, 30, { 6: { length: 45 } }),
      cover('cases', 'the cases, from below', '8-3', [280, 200], 16, 65, {
        2: { thread: 'M8 × 1.25', length: 95 },
        10: { thread: 'M8 × 1.25', length: 95 },
        13: { length: 40 },
      }),
    ],
    patches: {
      ...FOUR,
      tensioner: { hidden: 'Its lower bolt sits behind the starter: a short key reaches it.' },
      'head-bolts': {
        ...FOUR['head-bolts'],
        hidden: 'Two M6 at the ends, in the chain tunnel and under the plug lead.',
      },
    },
    tools: [...PULLERS, ...SPLIT, ...CLUTCH, ['chain wire', 'holds the timing chain up']],
  },
  '312': {
    page: '6-1',
    covers: [
      head(
        [130, 100],
        [
          [22, 20],
          [100, 20],
          [22, 80],
          [100, 80],
          [122, 40],
          [122, 66],
        ],
        'M9 × 1.25',
        130,
        [5, 6],
      ),
      cover('clutch-cover', 'the clutch cover', '7-2', [160, 140], 9, 30, {
        3: { length: 45 },
        7: { length: 45, washer: true },
      }),
      cover('ignition-cover', 'the ignition cover', '7-10', [120, 110], 6, 25, { 5: { length: 40 } }),
      cover('cases', 'the cases, flywheel side', '8-2', [220, 180], 12, 55, {
        4: { length: 75 },
        11: { length: 35 },
      }),
    ],
    patches: {
      ...FOUR,
      'head-bolts': { ...FOUR['head-bolts'], hidden: 'Number 6 is longer and sits by the chain tunnel.' },
      shock: { how: 'Upper mount out, the shock swung back; the swing arm stands on the block.' },
    },
    tools: [...PULLERS, ...SPLIT, ...CLUTCH, ['clip pick', 'for the clips of the forged piston']],
  },
  '744': {
    page: '6-1',
    covers: [
      head(
        [330, 130],
        [
          [20, 30],
          [92, 30],
          [165, 30],
          [238, 30],
          [310, 30],
          [20, 100],
          [92, 100],
          [165, 100],
          [238, 100],
          [310, 100],
          [325, 65],
        ],
        'M9 × 1.25',
        145,
        [11],
      ),
      cover('clutch-cover', 'the clutch cover', '7-2', [180, 150], 10, 35, { 2: { length: 50 } }),
      cover('ignition-cover', 'the ignition cover', '7-12', [150, 140], 8, 30),
      cover('cases', 'the lower case', '8-4', [360, 220], 22, 60, {
        1: { thread: 'M9 × 1.25', length: 110, oneTime: true },
        6: { thread: 'M9 × 1.25', length: 110, oneTime: true },
        12: { thread: 'M9 × 1.25', length: 110, oneTime: true },
        17: { thread: 'M9 × 1.25', length: 110, oneTime: true },
      }),
    ],
    patches: { ...FOUR, sump: { hidden: 'Case bolts 13 and 14 sit inside the sump, under the strainer.' } },
    tools: [...PULLERS, ...CLUTCH, ['chain tool', 'with its new link and pin']],
  },
  '386': {
    page: '6-1',
    covers: [
      head(
        [140, 110],
        [
          [24, 24],
          [108, 24],
          [24, 88],
          [108, 88],
          [132, 44],
          [132, 72],
        ],
        'M10 × 1.25',
        110,
        [5, 6],
      ),
      cover('clutch-cover', 'the clutch cover', '7-3', [200, 160], 12, 35, { 8: { length: 60 } }),
      cover('ignition-cover', 'the recoil cover', '7-11', [170, 150], 8, 30),
      cover('cases', 'the cases', '8-2', [240, 190], 13, 60, { 5: { length: 80 } }),
    ],
    patches: { ...FOUR, kick: { what: 'Recoil starter and shift linkage off' } },
    tools: [...PULLERS, ...SPLIT, ...CLUTCH],
  },
  '212': {
    page: '5-1',
    covers: [
      head(
        [110, 110],
        [
          [20, 20],
          [90, 20],
          [90, 90],
          [20, 90],
        ],
        'M8 × 1.25',
        40,
        [],
      ),
      cover('clutch-cover', 'the clutch cover', '6-2', [150, 120], 8, 30, { 3: { length: 45 } }),
      cover('cases', 'the cases', '7-1', [200, 160], 10, 50, { 7: { length: 70 } }),
    ],
    patches: { ...TWO, 'clutch-cover': { map: 'clutch-cover', instead: 'clutch-cover-bolts', hidden: '' } },
    tools: [...PULLERS, ...SPLIT, ...CLUTCH],
  },
  '620': {
    page: '4-1',
    covers: [
      head(
        [220, 110],
        [
          [16, 16],
          [78, 16],
          [142, 16],
          [204, 16],
          [16, 94],
          [78, 94],
          [142, 94],
          [204, 94],
          [110, 8],
          [110, 102],
        ],
        'M8 × 1.25',
        45,
        [9, 10],
      ),
      cover('cases', 'the cases, from below', '5-2', [300, 160], 14, 65, {
        4: { length: 95 },
        9: { length: 95 },
      }),
    ],
    patches: TWO,
    tools: [
      ...PULLERS,
      ['clutch puller', 'three-stage, into the drive clutch'],
      ['clutch holder', 'in its flats'],
      ...SPLIT,
    ],
  },
  '720': {
    page: '3-1',
    covers: [
      head(
        [260, 130],
        [
          [18, 18],
          [92, 18],
          [168, 18],
          [242, 18],
          [18, 112],
          [92, 112],
          [168, 112],
          [242, 112],
          [130, 8],
          [130, 122],
        ],
        'M8 × 1.25',
        50,
        [9, 10],
      ),
      cover('cases', 'the cases, from below', '3-20', [340, 170], 16, 70, {
        3: { length: 105, sealant: true },
        11: { length: 105, sealant: true },
      }),
    ],
    patches: TWO,
    tools: [...PULLERS, ['coupler holder', 'turns the coupler against the crank'], ...SPLIT],
  },
  '59': {
    page: '2',
    covers: [
      {
        key: 'barrel',
        name: 'the cylinder foot',
        page: '3',
        size: [60, 60],
        thread: 'M5 × 0.8',
        length: 20,
        at: [
          [6, 6],
          [54, 6],
          [54, 54],
          [6, 54],
        ],
      },
      cover('cases', 'the crankcase', '7', [120, 100], 6, 30, { 2: { length: 45 } }),
    ],
    patches: {
      'barrel-nuts': {
        map: 'barrel',
        instead: 'barrel-nuts',
        what: 'Cylinder screws out',
        how: 'A long key through the fins; crosswise.',
      },
      'case-bolts': { map: 'cases', instead: 'case-bolts' },
    },
    tools: [
      ['piston stop', 'soft, through the plug hole'],
      ['clutch tool', 'turns the clutch off'],
      ['flywheel puller', 'two M5 screws'],
      ['flywheel holder', 'strap'],
      ...SPLIT,
    ],
  },
};

/** How a demo engine comes apart, by its own manual. */
export const stripOf = (of: keyof typeof OWN & string, engine: Bare, sheet: Sheet): Record<string, unknown> =>
  ownStrip(engine, { ...OWN[of]!, sheet });
