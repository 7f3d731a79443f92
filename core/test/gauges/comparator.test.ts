import fc from 'fast-check';
import {
  difference,
  driftAllowed,
  driftAt,
  fromDeviation,
  mm,
  readingContext,
  readingEstimate,
  um,
  uncertaintyOf,
  type Bench,
  type TakenReading,
  type Zero,
} from '@tribos/core';
import { IN_MIC, instrument, MIC, RING, TWENTY } from '../support.js';

const bench: Bench = { instruments: [MIC, IN_MIC, RING], thermal: TWENTY, studies: [] };
const at = '2026-03-01T10:00:00.000Z';
const zero = (over: Partial<Zero> = {}): Zero => ({
  id: 'z',
  instrumentId: 'mic-set',
  in: { kind: 'micrometer', instrumentId: 'mic' },
  value: mm(77.23),
  needle: 'clockwise-larger',
  repeats: 1,
  at,
  closing: null,
  ...over,
});
const bore = (value: number, over: Partial<TakenReading> = {}): TakenReading => ({
  id: 'bore',
  value,
  instrumentId: 'mic-set',
  place: 'bore:0',
  at,
  part: 'bore:0',
  sense: 'inside',
  material: 'grey-iron',
  zero: zero(),
  ...over,
});
const piston = (value: number): TakenReading => ({
  id: 'piston',
  value,
  instrumentId: 'mic',
  place: 'piston:0',
  at,
  part: 'piston:0',
  sense: 'outside',
  material: 'cast-high-silicon',
  thermalPart: 'piston',
});
/** Variance without what the thermometer adds, µm². */
const variance = (...[a, b]: [TakenReading, TakenReading]) =>
  uncertaintyOf(difference(readingEstimate(a, bench), readingEstimate(b, bench)))
    .budget.filter((c) => c.kind !== 'temperature')
    .reduce((sum, c) => sum + (c.u / 1000) ** 2, 0);

describe('a comparator', () => {
  it('reads from its zero, whichever way the needle turns', () => {
    expect(fromDeviation(zero(), um(4))).toBe(mm(77.234));
    expect(fromDeviation(zero({ needle: 'clockwise-smaller' }), um(4))).toBe(mm(77.226));
    fc.assert(
      fc.property(fc.integer({ min: -500_000, max: 500_000 }), (d) => {
        const [a, b] = [fromDeviation(zero(), d), fromDeviation(zero({ needle: 'clockwise-smaller' }), d)];
        expect(a + b).toBe(2 * mm(77.23));
      }),
    );
  });

  it('is typed in micrometres at a metric dial, in tenths at an inch one', () => {
    expect(readingContext({ unit: 'mm' }, true).deviationUnit).toBe('um');
    expect(readingContext({ unit: 'in' }, true).deviationUnit).toBe('tenths');
    expect(readingContext({ unit: 'mm' }, false).deviationUnit).toBeUndefined();
  });

  it('corrects a wandering zero in proportion to time, and only between the two settings', () => {
    const closed = zero({ closing: { q: 6_000, at: '2026-03-01T10:30:00.000Z' } });
    expect(driftAt(closed, '2026-03-01T10:10:00.000Z')).toBeCloseTo(2_000, 6);
    expect(driftAt(closed, '2026-03-01T11:00:00.000Z')).toBe(6_000);
    expect(driftAt(closed, '2026-03-01T09:00:00.000Z')).toBe(0);
    expect(driftAt(zero(), '2026-03-01T10:10:00.000Z')).toBe(0);
    const read = (z: Zero) =>
      readingEstimate(bore(mm(77.234), { zero: z, at: '2026-03-01T10:10:00.000Z' }), bench);
    expect(read(zero()).value - read(closed).value).toBeCloseTo(2_000, 0);
    // |q| / √12 joins the setting: 6 / 3.4641 = 1.732 µm.
    const extra = read(closed).components.find((c) => c.key.endsWith(':drift'))!;
    expect(extra.amplitude).toBeCloseTo(6_000 / Math.sqrt(12), 6);
  });

  it('lets a zero wander 3√2 scatters of one reading: 6.48 µm for 1 µm and 1.5 µm', () => {
    // √(1/12 + 2.25) = 1.5275; × 4.2426 = 6.481
    expect(driftAllowed({ resolution: 1_000, repeatability: 1_500 }) / 1000).toBeCloseTo(6.481, 3);
  });

  it('leaves, of bore − piston, the four acts and what the micrometer errs within a turn of its thimble', () => {
    // Four acts (bore, zero, setting, piston), each 1/12 + 1.5² = 2.3333: 9.3333; the micrometer within a turn
    // 2·(1 − 0.8)·4²/3 = 2.1333; the dial nothing at its own zero. Together 11.4667 µm².
    expect(variance(bore(mm(77.23)), piston(mm(77.2)))).toBeCloseTo(11.4667, 3);
    // 0.040 off its zero on a dial of 1 mm: (3 · 0.04)²/3 = 0.0048 more.
    expect(variance(bore(mm(77.27)), piston(mm(77.2)))).toBeCloseTo(11.4715, 3);
  });

  it('leaves more where the piston lies turns of the thimble away', () => {
    // 2·(1 − 0.5)·16/3 = 5.3333 in place of 2.1333.
    expect(variance(bore(mm(77.23)), piston(mm(74.2)))).toBeCloseTo(14.6667, 3);
  });

  it('halves the acts of its setting in variance with the repeats they were found by', () => {
    // Two of the four acts repeated four times: 2.25 of each falls to 0.5625; resolutions stay.
    const four = bore(mm(77.23), { zero: zero({ repeats: 4 }) });
    expect(variance(four, piston(mm(77.2)))).toBeCloseTo(11.4667 - 2 * 2.25 * 0.75, 3);
  });

  it('set in a ring owes the micrometer nothing', () => {
    const ring = bore(mm(77.23), { zero: zero({ in: { kind: 'ring', u: 300 } }) });
    // bore, zero, piston acts 7.0; ring 0.09; the piston's own micrometer whole, 16/3.
    expect(variance(ring, piston(mm(77.2)))).toBeCloseTo(7 + 0.09 + 16 / 3, 3);
  });

  it('counts a calliper’s inside and outside jaws as two scales', () => {
    const calliper = instrument('cal', 'calliper');
    const b: Bench = { ...bench, instruments: [calliper] };
    const read = (id: string, sense: 'inside' | 'outside') =>
      readingEstimate(
        {
          id,
          value: mm(45.2),
          instrumentId: 'cal',
          place: id,
          at,
          part: id,
          material: 'grey-iron',
          sense,
        },
        b,
      );
    const u = (s: 'inside' | 'outside') =>
      uncertaintyOf(difference(read('a', 'inside'), read('b', s)))
        .budget.filter((c) => c.kind !== 'temperature')
        .reduce((sum, c) => sum + (c.u / 1000) ** 2, 0);
    // √2 · 20.207 = 28.577 µm with two jaws; with one, only a fifth of E²/3 of each stays.
    expect(Math.sqrt(u('outside'))).toBeCloseTo(28.577, 2);
    expect(Math.sqrt(u('inside'))).toBeCloseTo(Math.sqrt(2 * (100 / 12 + 100 + 0.2 * 300)), 2);
  });
});
