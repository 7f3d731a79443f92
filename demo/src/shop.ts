import {
  learnedFrom,
  mm,
  um,
  USUAL,
  USUAL_LEAVES,
  type Instrument,
  type InstrumentType,
  type Setting,
  type Shop,
} from '@tribos/core';

import { costs, firms } from './firms.js';

export type Role = 'lead' | 'technician' | 'apprentice';

export interface DemoPerson {
  readonly name: string;
  readonly email: string;
  readonly role: Role;
}

export const shop: Shop = {
  name: 'Tern Hollow Engine Room',
  rules: { wearThreshold: 0.95 },
  allowance: { clearance: um(0), reason: '' },
  costs,
  firms: firms.map(({ came, line: _line, ...firm }) => ({
    ...firm,
    learned: learnedFrom([...came].map(([, off]) => ({ asked: 0, found: um(off), u: um(1.5) }))),
  })),
};

/** Everyone signs in with the same word: this is a demo on your own machine. */
export const PASSWORD = 'demo-bench-77';

export const people: readonly DemoPerson[] = [
  { name: 'Mirela Okafor-Lind', email: 'mirela@ternhollow.example', role: 'lead' },
  { name: 'Tomasz Adeyemi', email: 'tomasz@ternhollow.example', role: 'technician' },
  { name: 'Ngaire Solano', email: 'ngaire@ternhollow.example', role: 'apprentice' },
];

export const benches: readonly string[] = ['Window bench', 'Middle bench', 'Door bench'];

function instrument(
  id: string,
  name: string,
  type: InstrumentType,
  rangeLow: number,
  rangeHigh: number,
  setting: Setting,
  calibrationDue: string,
  own: Partial<Pick<Instrument, 'resolution' | 'repeatability' | 'maxError' | 'travel'>> = {},
): Instrument {
  const { resolution, repeatability, maxError, travel } = { ...USUAL[type], ...own };
  return {
    id,
    name,
    type,
    unit: 'mm',
    resolution,
    repeatability,
    studyRepeats: null,
    maxError,
    rangeLow: mm(rangeLow),
    rangeHigh: mm(rangeHigh),
    contacts: 2,
    setting,
    travel,
    leaves: type === 'leaf' ? USUAL_LEAVES : [],
    calibrationDue,
    retiredOn: null,
    importedBy: null,
  };
}

/** The shop's gauges with the usual figures of their type. `due` is the day calibrations hold until. */
export const instruments = (due: string): readonly Instrument[] => [
  instrument('bore-gauge-1', 'Bore gauge 1 (ring)', 'dial-bore', 50, 100, { kind: 'ring', u: 300 }, due),
  instrument(
    'bore-gauge-2',
    'Bore gauge 2 (set in mic)',
    'dial-bore',
    50,
    100,
    { kind: 'micrometer', instrumentId: 'mic-75-100' },
    due,
  ),
  instrument('telescoping', 'Telescoping gauge + mic', 'telescoping', 50, 100, { kind: 'none' }, due),
  instrument('mic-75-100', 'Micrometer 75–100', 'micrometer', 75, 100, { kind: 'none' }, due),
  instrument('mic-50-75', 'Micrometer 50–75', 'micrometer', 50, 75, { kind: 'none' }, due),
  instrument('small-bore', 'Small-bore gauge 10–20', 'dial-bore', 10, 20, { kind: 'ring', u: 300 }, due),
  instrument('mic-0-25', 'Micrometer 0–25', 'micrometer', 0, 25, { kind: 'none' }, due),
  instrument('leaves', 'Leaf set', 'leaf', 0, 2, { kind: 'none' }, due),
  instrument('calliper', 'Calliper 150', 'calliper', 0, 150, { kind: 'none' }, due),
  instrument('mic-25-50', 'Micrometer 25–50', 'micrometer', 25, 50, { kind: 'none' }, due),
  instrument(
    'bore-gauge-3',
    'Bore gauge 3 (ring), 36–43',
    'dial-bore',
    36,
    43,
    { kind: 'ring', u: 300 },
    due,
  ),
  instrument('small-holes', 'Small-hole gauges 3–10', 'telescoping', 3, 10, { kind: 'none' }, due),
  instrument('dial', 'Dial indicator 10', 'dial', 0, 10, { kind: 'none' }, due),
  instrument('lever-dial', 'Lever dial 0.8', 'dial', 0, 0.8, { kind: 'none' }, due, {
    resolution: um(2),
    repeatability: um(1),
    maxError: um(4),
    travel: mm(0.8),
  }),
];
