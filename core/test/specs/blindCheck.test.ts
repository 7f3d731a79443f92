import { figuresOn, inch, mm, sameFigures, typedAgain, type Limit } from '@tribos/core';
import { limit } from '../support.js';

const BORE = mm(77);
const same = (text: string, of: Limit): boolean | string => {
  const read = typedAgain(text, of, BORE);
  return read.ok ? sameFigures(read.value, figuresOn(of)) : read.sentence;
};
const range = limit('clearance', 'new', 0.03, 0.048);
const service = limit('bore', 'service', null, 77.105);
const least = limit('pin.in-piston', 'new', 0.003, null);
const sheet = {
  ...limit('clearance', 'new', null, null),
  low: inch(0.0014),
  high: inch(0.0022),
  unit: 'in' as const,
};
const steps = {
  ...limit('ring.gap.top', 'new', null, 0.62),
  rows: [
    { below: 40, low: mm(0.16) },
    { below: null, low: mm(0.21) },
  ],
};
const rule = { ...limit('ring.gap.top.factor', 'new', null, null), low: 42, unit: '×' as const };

describe('a limit typed again', () => {
  it.each<[string, Limit, boolean]>([
    ['0.030-0.048', range, true],
    ['.03 to .048', range, true],
    ['0,030 – 0,048', range, true],
    ['0.030-0.049', range, false],
    ['0.30-0.48', range, false],
    ['77.105', service, true],
    ['max 77.105', service, true],
    ['77.150', service, false],
    ['min 77.105', service, false],
    ['0.003', least, true],
    ['0.003 min', least, true],
    ['max 0.003', least, false],
    ['.0014-.0022', sheet, true],
    ['0.0014-0.0022 mm', sheet, false],
    ['0.0042', rule, true],
    ['0.0046', rule, false],
    ['0.16 0.21 max 0.62', steps, true],
    ['0.16 0.21', steps, false],
    ['0.16 0.22 max 0.62', steps, false],
    ['0.16 max 0.62', steps, false],
  ])('%s', (text, of, equal) => expect(same(text, of)).toBe(equal));

  it('that cannot be read is said, and never counts as the same', () => {
    expect(same('', range)).toContain('no figure');
    expect(same('0.030-0.048, limit 0.15', range)).toContain('One limit at a time');
    expect(same('a hair', range)).not.toBe(true);
  });
});
