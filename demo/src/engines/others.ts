import type { EngineSpec, Port } from '@tribos/core';
import { fourStroke, pack, ringPacks, twoStroke } from './rings.js';
import { beforeLimits, caseLimits, depths, kit, line, mm, pair, type Sheet } from './sheet.js';

const maker = (
  party: string,
  document: string,
  unit: 'mm' | 'in' = 'mm',
  type: Sheet['type'] = 'engine-maker',
): Sheet => ({ party, type, document, unit });
const port = (name: string, roof: number, floor: number, from: number, to: number): Port => ({
  name,
  roof: mm(roof),
  floor: mm(floor),
  from,
  to,
});
const transfers = (roof: number, floor: number, from: number, to: number): Port[] => [
  port('transfer', roof, floor, from, to),
  port('transfer', roof, floor, 360 - to, 360 - from),
];
const common = { pinAxisDeg: 90, cooling: 'liquid', year: null, code: null } as const;

const atv = 'Drumlin 386';
const atvManual = maker('Drumlin', 'Drumlin 386 manual');
const lintel = maker('Lintel', 'Lintel kit sheet L84', 'in', 'part-maker');
export const drumlin386: EngineSpec = {
  ...common,
  id: 'drumlin-386',
  maker: 'Drumlin',
  model: '386',
  kind: 'atv',
  strokes: 4,
  cylinders: ['cylinder'],
  bore: mm(84),
  stroke: mm(69.6),
  wall: 'iron-sleeve',
  zeroAt: 'front',
  depths: depths(14, 44, 78),
  wallDepth: mm(98),
  ports: [],
  sleeveOuter: null,
  pin: mm(18),
  limits: [
    ...pair(atvManual, atv, '3-18', 'bore', [84.0, 84.015], 84.09),
    line(lintel, atv, '1', 'clearance', 'new', [0.0014, 0.0022]),
    line(lintel, atv, '2', 'ring.gap.top', 'new', [0.01, 0.018]),
    line(lintel, atv, '2', 'ring.gap.second', 'new', [0.014, 0.022]),
    line(lintel, atv, '2', 'ring.gap.rail', 'new', [0.008, 0.028]),
    ...beforeLimits(atvManual, atv, '2-4', 8.5),
  ],
  kits: [
    kit(atv, 'Lintel', 'standard', 0, 83.962, 'cast-high-silicon', 11),
    kit(atv, 'Lintel', '+0.25', 0.25, 84.212, 'cast-high-silicon', 11),
    kit(atv, 'Lintel', '+0.50', 0.5, 84.462, 'cast-high-silicon', 11),
    kit(atv, 'Lintel', '+0.75', 0.75, 84.712, 'cast-high-silicon', 11),
    kit(atv, 'Lintel', '+1.00', 1.0, 84.962, 'cast-high-silicon', 11),
  ],
  parts: ringPacks(
    pack(
      lintel,
      '2',
      'Lintel',
      fourStroke(['top', 1.2, 'rectangular', 'chromed', 'L'], ['second', 1.5, 'taper', 'bare iron', 'L2']),
      ['IN', 180],
    ),
  ),
};

const youth = 'Drumlin 212 Y';
const youthManual = maker('Drumlin', 'Drumlin 212 Y manual');
export const drumlin212: EngineSpec = {
  ...common,
  id: 'drumlin-212-y',
  maker: 'Drumlin',
  model: '212 Y',
  kind: 'atv',
  strokes: 2,
  cylinders: ['cylinder'],
  bore: mm(62.8),
  stroke: mm(68.4),
  wall: 'iron-sleeve',
  zeroAt: 'exhaust',
  depths: depths(16, 36, 80),
  wallDepth: mm(94),
  ports: [],
  sleeveOuter: null,
  pin: mm(15),
  limits: [
    ...pair(youthManual, youth, '2-9', 'bore', [62.8, 62.815], 62.89),
    ...pair(youthManual, youth, '2-10', 'clearance', [0.055, 0.075], 0.15),
    ...pair(youthManual, youth, '2-11', 'ring.gap.top', [0.22, 0.36], 0.7),
    line(youthManual, youth, '2-14', 'setup.squish', 'new', [1.05, 1.35]),
    ...caseLimits(youthManual, youth, '2-20', 7.2, 0.4, 0.02),
  ],
  kits: [kit(youth, 'Drumlin', 'standard', 0, 62.74, 'cast-high-silicon', 14)],
  parts: ringPacks(
    pack(
      youthManual,
      '2-11',
      'Drumlin',
      twoStroke(['top', 1.5, 'keystone', 'chromed', 'D'], ['second', 1.5, 'rectangular', 'bare iron', 'D']),
      ['arrow', 0],
      {
        pegs: [
          { ring: 'top', angle: 150 },
          { ring: 'second', angle: 210 },
        ],
        gapDepth: [16, 'deck'],
      },
    ),
  ),
};

const sled = 'Kaldera 620 Twin';
const sledManual = maker('Kaldera', 'Kaldera 620 manual');
const sledKit = maker('Corrie', 'Corrie kit sheet 76-S', 'mm', 'part-maker');
export const kaldera620: EngineSpec = {
  ...common,
  id: 'kaldera-620-twin',
  maker: 'Kaldera',
  model: '620 Twin',
  kind: 'snowmobile',
  strokes: 2,
  cylinders: ['magneto side', 'drive side'],
  bore: mm(76.4),
  stroke: mm(68),
  wall: 'plated',
  zeroAt: 'exhaust',
  depths: depths(20, 45, 82),
  wallDepth: mm(100),
  ports: [port('exhaust', 38.5, 68, -34, 34), ...transfers(53, 68, 55, 125)],
  sleeveOuter: null,
  pin: mm(18),
  limits: [
    ...pair(sledManual, sled, '5-6', 'bore', [76.4, 76.412], 76.43),
    ...pair(sledManual, sled, '5-8', 'ring.gap.top', [0.28, 0.42], 0.8),
    ...pair(sledManual, sled, '5-8', 'ring.gap.second', [0.28, 0.42], 0.8),
    line(sledKit, sled, '1', 'clearance', 'new', [0.11, 0.125]),
    line(sledKit, sled, '1', 'ring.gap.top.factor', 'new', [0.0046, null], { unit: '×' }),
    line(sledManual, sled, '5-9', 'setup.squish', 'new', [1.35, 1.65]),
    ...caseLimits(sledManual, sled, '5-14', 7.8, 0.45, 0.03),
  ],
  kits: [kit(sled, 'Corrie', 'Corrie matched pair', 0, 76.288, 'forged-2618', 20)],
  parts: ringPacks(
    pack(
      sledManual,
      '5-8',
      'Kaldera',
      twoStroke(
        ['top', 1.2, 'semi-keystone', 'chromed', 'K'],
        ['second', 1.2, 'semi-keystone', 'chromed', 'K'],
      ),
      ['arrow', 0],
      {
        pegs: [
          { ring: 'top', angle: 150 },
          { ring: 'second', angle: 210 },
        ],
      },
    ),
    pack(
      sledKit,
      '2',
      'Corrie',
      twoStroke(
        ['top', 1.2, 'semi-keystone', 'chromed', 'C'],
        ['second', 1.2, 'semi-keystone', 'chromed', 'C'],
      ),
      ['arrow', 0],
      {
        pegs: [
          { ring: 'top', angle: 150 },
          { ring: 'second', angle: 210 },
        ],
      },
    ),
  ),
};

const pwc = 'Pellworm 720';
const pwcManual = maker('Pellworm', 'Pellworm 720 manual');
export const pellworm720: EngineSpec = {
  ...common,
  id: 'pellworm-720',
  maker: 'Pellworm',
  model: '720',
  kind: 'watercraft',
  strokes: 2,
  cylinders: ['front', 'rear'],
  bore: mm(81),
  stroke: mm(70),
  wall: 'iron-sleeve',
  zeroAt: 'exhaust',
  depths: depths(18, 38, 84),
  wallDepth: mm(102),
  ports: [],
  sleeveOuter: null,
  pin: mm(20),
  limits: [
    ...pair(pwcManual, pwc, '3-4', 'bore', [81.0, 81.02], 81.09),
    ...pair(pwcManual, pwc, '3-5', 'clearance', [0.08, 0.11], 0.18),
    ...pair(pwcManual, pwc, '3-6', 'ring.gap.top', [0.25, 0.4], 0.75),
    ...pair(pwcManual, pwc, '3-6', 'ring.gap.second', [0.25, 0.4], 0.75),
    ...caseLimits(pwcManual, pwc, '3-12', 7.5, 0.45, 0.03),
  ],
  kits: [
    kit(pwc, 'Pellworm', 'standard', 0, 80.915, 'cast-high-silicon', 15),
    kit(pwc, 'Pellworm', '+0.25', 0.25, 81.165, 'cast-high-silicon', 15),
    kit(pwc, 'Pellworm', '+0.50', 0.5, 81.415, 'cast-high-silicon', 15),
    kit(pwc, 'Pellworm', '+1.00', 1.0, 81.915, 'cast-high-silicon', 15),
  ],
  parts: ringPacks(
    pack(
      pwcManual,
      '3-7',
      'Pellworm',
      twoStroke(['top', 2.0, 'rectangular', 'chromed', 'P'], ['second', 2.0, 'rectangular', 'chromed', 'P']),
      ['arrow', 0],
      {
        pegs: [
          { ring: 'top', angle: 155 },
          { ring: 'second', angle: 205 },
        ],
      },
    ),
  ),
};

const saw = 'Brask 59';
const sawManual = maker('Brask', 'Brask 59 workshop sheet');
const ashgate = maker('Ashgate', 'Ashgate ring table', 'mm', 'part-maker');
export const brask59: EngineSpec = {
  ...common,
  id: 'brask-59',
  maker: 'Brask',
  model: '59',
  kind: 'chainsaw',
  strokes: 2,
  cylinders: ['cylinder'],
  bore: mm(45.2),
  stroke: mm(36.5),
  wall: 'plated',
  zeroAt: 'exhaust',
  depths: depths(11, 26, 42),
  wallDepth: mm(52),
  ports: [port('exhaust', 24.1, 36.5, -38, 38), ...transfers(28.9, 36.5, 50, 130)],
  sleeveOuter: null,
  pin: mm(10),
  cooling: 'air',
  limits: [
    ...pair(sawManual, saw, '6', 'bore', [45.2, 45.212], 45.23),
    line(sawManual, saw, '6', 'clearance', 'new', [0.04, 0.07]),
    ...caseLimits(sawManual, saw, '9', 7.5, 0.5, 0.03),
    line(ashgate, saw, '1', 'ring.gap.top', 'service', [null, 0.62], { unchecked: true }),
    line(ashgate, saw, '1', 'ring.gap.top', 'new', [null, 0.62], {
      rows: [
        { below: 40, low: mm(0.16) },
        { below: 60, low: mm(0.21) },
        { below: 80, low: mm(0.26) },
        { below: null, low: mm(0.31) },
      ],
      unchecked: true,
    }),
  ],
  kits: [kit(saw, 'Brask', 'standard', 0, 45.145, 'cast-high-silicon', 8)],
  parts: ringPacks(
    pack(ashgate, '1', 'Brask', twoStroke(['top', 1.2, 'rectangular', 'chromed', null]), ['arrow', 0], {
      maker: 'Ashgate',
      pegs: [{ ring: 'top', angle: 180 }],
    }),
  ),
};
