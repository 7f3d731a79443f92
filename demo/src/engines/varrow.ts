import type { EngineSpec } from '@tribos/core';
import { fourStroke, pack, ringPacks } from './rings.js';
import { beforeLimits, depths, kit, line, mm, pair, type Sheet } from './sheet.js';

const common = {
  maker: 'Varrow',
  kind: 'motorcycle',
  strokes: 4,
  zeroAt: 'front',
  pinAxisDeg: 90,
  ports: [],
  cooling: 'liquid',
  year: null,
  code: null,
} as const;
const manual = (model: string): Sheet => ({
  party: 'Varrow',
  type: 'engine-maker',
  document: `Varrow ${model} manual`,
  unit: 'mm',
});
const corrieSheet: Sheet = {
  party: 'Corrie',
  type: 'part-maker',
  document: 'Corrie kit sheet 79-F',
  unit: 'in',
};

const twin = 'Varrow 644 Twin';
const twinManual = manual('644');
export const varrow644: EngineSpec = {
  ...common,
  id: 'varrow-644-twin',
  model: '644 Twin',
  cylinders: ['left', 'right'],
  bore: mm(77),
  stroke: mm(69.1),
  wall: 'iron-sleeve',
  depths: depths(15, 45, 80),
  wallDepth: mm(105),
  sleeveOuter: mm(82.5),
  pin: mm(18),
  limits: [
    ...pair(twinManual, twin, '4-12', 'bore', [77.0, 77.012], 77.105),
    line(twinManual, twin, '4-12', 'bore.out-of-round', 'service', [null, 0.05]),
    line(twinManual, twin, '4-12', 'bore.taper', 'service', [null, 0.05], { taper: 'worst-direction' }),
    line(twinManual, twin, '4-12', 'sleeve.wall', 'service', [2.0, null]),
    ...pair(twinManual, twin, '4-13', 'clearance', [0.03, 0.048], 0.15),
    ...pair(twinManual, twin, '4-15', 'ring.gap.top', [0.2, 0.32], 0.6),
    ...pair(twinManual, twin, '4-15', 'ring.gap.second', [0.3, 0.45], 0.75),
    line(twinManual, twin, '4-15', 'ring.gap.rail', 'new', [0.2, 0.7]),
    ...pair(twinManual, twin, '4-15', 'ring.groove.top', [0.03, 0.065], 0.15),
    ...pair(twinManual, twin, '5-8', 'crank.rod-side', [0.15, 0.35], 0.5),
    line(twinManual, twin, '5-9', 'crank.journal', 'new', [37.984, 38.0]),
    ...pair(twinManual, twin, '5-9', 'crank.journal-clearance', [0.024, 0.048], 0.07),
    line(twinManual, twin, '4-14', 'pin.in-piston', 'new', [0.003, null]),
    line(twinManual, twin, '4-14', 'pin.in-piston', 'service', [null, 0.03]),
    line(twinManual, twin, '4-14', 'pin.in-rod', 'new', [0.006, null]),
    line(twinManual, twin, '4-14', 'pin.in-rod', 'service', [null, 0.04]),
    line(twinManual, twin, '4-20', 'setup.deck', 'new', [0.0, 0.2]),
    line(twinManual, twin, '3-6', 'setup.valve.intake', 'new', [0.08, 0.12]),
    line(twinManual, twin, '3-6', 'setup.valve.exhaust', 'new', [0.14, 0.18]),
    ...beforeLimits(twinManual, twin, '3-2', 10.5),
  ],
  kits: [
    kit(twin, 'Varrow', 'standard', 0, 76.967, 'cast-high-silicon', 10),
    kit(twin, 'Varrow', '+0.25', 0.25, 77.217, 'cast-high-silicon', 10),
    kit(twin, 'Varrow', '+0.50', 0.5, 77.467, 'cast-high-silicon', 10),
    kit(twin, 'Varrow', '+1.00', 1.0, 77.967, 'cast-high-silicon', 10),
  ],
  parts: ringPacks(
    pack(
      twinManual,
      '4-16',
      'Varrow',
      fourStroke(['top', 1.2, 'barrel', 'chromed', 'T1'], ['second', 1.5, 'taper', 'bare iron', 'T2']),
      ['dot', 0],
      {
        clock: { top: 0, second: 180, 'upper-rail': 60, expander: 120, 'lower-rail': 300 },
        gapDepth: [20, 'deck'],
        hatch: 45,
      },
    ),
  ),
};

const mx = 'Varrow 312 MX';
const mxManual = manual('312 MX');
export const varrow312: EngineSpec = {
  ...common,
  id: 'varrow-312-mx',
  model: '312 MX',
  cylinders: ['cylinder'],
  bore: mm(79),
  stroke: mm(63.6),
  wall: 'plated',
  depths: depths(12, 40, 70),
  wallDepth: mm(90),
  sleeveOuter: null,
  pin: mm(18),
  limits: [
    ...pair(mxManual, mx, '7-4', 'bore', [79.0, 79.012], 79.04),
    line(mxManual, mx, '7-4', 'bore.out-of-round', 'service', [null, 0.01]),
    line(mxManual, mx, '7-4', 'bore.taper', 'service', [null, 0.015]),
    ...pair(mxManual, mx, '7-5', 'clearance', [0.03, 0.05], 0.08),
    ...pair(mxManual, mx, '7-6', 'ring.gap.top', [0.25, 0.35], 0.65),
    ...pair(mxManual, mx, '7-6', 'ring.gap.second', [0.35, 0.5], 0.8),
    line(mxManual, mx, '7-6', 'ring.gap.rail', 'new', [0.2, 0.7]),
    line(corrieSheet, mx, '1', 'clearance', 'new', [0.0023, 0.0031]),
    line(corrieSheet, mx, '2', 'ring.gap.top.factor', 'new', [0.0042, null], { unit: '×' }),
    line(corrieSheet, mx, '2', 'ring.gap.second.factor', 'new', [0.0053, null], { unit: '×' }),
    line(corrieSheet, mx, '2', 'ring.gap.rail', 'new', [0.0115, null]),
    ...beforeLimits(mxManual, mx, '3-2', 9.2),
  ],
  kits: [
    kit(mx, 'Varrow', 'grade A', 0, 78.962, 'cast-high-silicon', 8),
    kit(mx, 'Varrow', 'grade B', 0, 78.967, 'cast-high-silicon', 8),
    kit(mx, 'Varrow', 'grade C', 0, 78.972, 'cast-high-silicon', 8),
    kit(mx, 'Corrie', 'Corrie forged', 0, 78.94, 'forged-2618', 12),
    kit(mx, 'Corrie', 'Corrie 82 mm', 3, 81.94, 'forged-2618', 12),
  ],
  parts: ringPacks(
    pack(
      mxManual,
      '7-6',
      'Varrow',
      fourStroke(['top', 1.0, 'barrel', 'chromed', 'A'], ['second', 1.2, 'taper', 'bare iron', 'A2']),
      ['arrow', 180],
    ),
    pack(
      corrieSheet,
      '3',
      'Corrie',
      fourStroke(['top', 0.9, 'barrel', 'nitrided', 'CR1'], ['second', 1.2, 'taper', 'bare iron', 'CR2']),
      ['arrow', 180],
    ),
  ),
};

const four = 'Varrow 744 Four';
const fourManual = manual('744');
export const varrow744: EngineSpec = {
  ...common,
  id: 'varrow-744-four',
  model: '744 Four',
  cylinders: ['one', 'two', 'three', 'four'],
  bore: mm(67.2),
  stroke: mm(52.45),
  wall: 'iron-sleeve',
  depths: depths(12, 36, 62),
  wallDepth: mm(84),
  sleeveOuter: null,
  pin: mm(16),
  limits: [
    ...pair(fourManual, four, '6-11', 'crank.journal-clearance', [0.02, 0.044], 0.08),
    ...pair(fourManual, four, '6-9', 'crank.run-out', [null, 0.02], 0.05),
    line(fourManual, four, '6-9', 'crank.end-float', 'new', [0.08, 0.2]),
    ...pair(fourManual, four, '6-16', 'ring.gap.top', [0.15, 0.28], 0.5),
    ...pair(fourManual, four, '6-16', 'ring.gap.second', [0.25, 0.4], 0.6),
    line(fourManual, four, '6-16', 'ring.gap.rail', 'new', [0.2, 0.7]),
    ...beforeLimits(fourManual, four, '3-3', 10.8),
  ],
  kits: [],
  parts: ringPacks(
    pack(
      fourManual,
      '6-17',
      'Varrow',
      fourStroke(['top', 0.8, 'barrel', 'chromed', 'R'], ['second', 1.0, 'taper', 'bare iron', 'RN']),
      ['dot', 0],
      { gapDepth: [15, 'deck'] },
    ),
  ),
};
