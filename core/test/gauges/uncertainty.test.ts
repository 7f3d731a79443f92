import fc from 'fast-check';
import {
  acceptance,
  calibrationOverdue,
  combineVerdicts,
  conformance,
  decide,
  difference,
  linear,
  mm,
  narrowestWindow,
  OutOfRange,
  readingEstimate,
  toTwenty,
  uncertaintyOf,
  UNSTATED_THERMAL,
  Unknown,
  whichDecides,
  type Bench,
  type Instrument,
  type TakenReading,
} from '@tribos/core';
import { CALLIPER, GAUGES, IN_MIC, instrument, MIC, RING, TELESCOPING, TWENTY as STILL } from '../support.js';

const benchWith = (over: Partial<Bench> = {}): Bench => ({
  instruments: GAUGES,
  thermal: STILL,
  studies: [],
  ...over,
});
const bench = benchWith();
const take = (i: Instrument, over: Partial<TakenReading> = {}): TakenReading => ({
  id: 'a',
  value: mm(77.097),
  instrumentId: i.id,
  place: 'p',
  at: '2026-01-01T00:00:00Z',
  part: 'bore:0',
  sense: 'inside',
  material: 'grey-iron',
  ...over,
});
const u = (i: Instrument, b: Bench = bench) => uncertaintyOf(readingEstimate(take(i), b)).u / 1_000;

describe('what one reading is worth', () => {
  // √(1²/12 + s² + E²/3), by hand, in µm; temperature adds 0.25 in quadrature.
  it.each([
    ['micrometer', MIC, 2.769],
    ['telescoping gauge', TELESCOPING, 6.436],
    ['calliper', CALLIPER, 20.207],
    ['dial gauge in a 0.3 µm ring', RING, Math.sqrt(5.3333 + 0.09)],
    ['dial gauge set in a micrometer', IN_MIC, Math.sqrt(5.3333 + 7.6667)],
  ])('%s', (_, gauge, expected) => {
    expect(u(gauge)).toBeCloseTo(
      Math.hypot(expected, 77.097 * 11e-3 * (0.5 / Math.sqrt(3)), (77.097 * 0.5e-3) / Math.sqrt(3)),
      2,
    );
  });

  it('counts the error double once the calibration has run out', () => {
    const late = instrument('late', 'micrometer', { kind: 'none' }, { calibrationDue: '2025-12-31' });
    expect(calibrationOverdue(late, '2026-01-01T00:00:00Z')).toBe(true);
    expect(calibrationOverdue(late, '2025-12-31T23:00:00Z')).toBe(false);
    const both: Bench = benchWith({ instruments: [MIC, late] });
    expect(u(late, both)).toBeCloseTo(Math.hypot(Math.sqrt(1 / 12 + 2.25 + 64 / 3), 0.246), 2);
  });

  it('does not know an instrument that is not on the bench', () => {
    expect(() => readingEstimate(take(instrument('lost', 'calliper')), bench)).toThrow(Unknown);
  });

  it('lets the error shared by one instrument cancel in a difference', () => {
    const a = readingEstimate(take(TELESCOPING, { id: 'a', place: 'p1' }), bench);
    const b = readingEstimate(take(TELESCOPING, { id: 'b', place: 'p2' }), bench);
    // Independent: 2(s² + 1/12); scale by place: 2 · 0.2 · E²/3; the shared 80 % is gone.
    expect(uncertaintyOf(difference(a, b)).u / 1_000).toBeCloseTo(
      Math.sqrt(2 * (36 + 1 / 12) + 2 * 0.2 * (16 / 3)),
      2,
    );
  });

  it('lets the micrometer cancel between a bore gauge set in it and a piston sized with it', () => {
    const bore = readingEstimate(take(IN_MIC, { part: 'x' }), bench);
    const piston = readingEstimate(take(MIC, { id: 'b', place: 'q', part: 'y' }), bench);
    const apart = Math.hypot(uncertaintyOf(bore).u, uncertaintyOf(piston).u);
    expect(uncertaintyOf(difference(bore, piston)).u).toBeLessThan(0.85 * apart);
  });

  it('averages repeats down to what they share and no further', () => {
    const repeats = [1, 2, 3, 4].map((n) => readingEstimate(take(TELESCOPING, { id: `r${n}` }), bench));
    const together = uncertaintyOf(linear(repeats.map((of) => ({ c: 0.25, of })))).u / 1_000;
    expect(together).toBeCloseTo(Math.sqrt((36 + 1 / 12) / 4 + 16 / 3 + 0.246 ** 2), 2);
  });

  it('joins degrees of freedom by Welch and Satterthwaite', () => {
    const studied = instrument('studied', 'micrometer', { kind: 'none' }, { studyRepeats: 10 });
    const b = benchWith({ instruments: [studied] });
    const { dof } = uncertaintyOf(readingEstimate(take(studied), b));
    const total = 1 / 12 + 2.25 + 16 / 3 + 0.246 ** 2;
    expect(dof).toBeCloseTo((total ** 2 / 2.25 ** 2) * 9, 0);
  });
});

describe('temperature', () => {
  it('a 78 mm cast piston 8 K warm, read with a gauge as warm, is corrected by the difference of expansions', () => {
    const { value } = toTwenty(mm(78), 'cast-high-silicon', 'p', {
      ...STILL,
      celsius: 28,
    });
    expect((mm(78) - value) / 1_000).toBeCloseTo(78 * 8 * (18.5 - 11.5) * 1e-3, 1);
  });

  it('says more uncertainty when nothing was said about it', () => {
    const stated = u(RING);
    const silent = u(RING, benchWith({ thermal: UNSTATED_THERMAL }));
    expect(silent).toBeGreaterThan(stated);
    expect(Math.sqrt(silent ** 2 - stated ** 2)).toBeCloseTo(77.097 * 11e-3 * Math.sqrt((4 - 0.25) / 3), 1);
  });

  it('changes nothing at 20 °C', () => {
    expect(toTwenty(mm(77), 'forged-2618', 'p', STILL).value).toBe(mm(77));
  });
});

describe('the verdict', () => {
  const against = (i: Instrument) =>
    whichDecides(
      {
        value: mm(77.097),
        side: 'max',
        limit: mm(77.105),
        consequence: 'wear',
        of: 'inside',
        at: '2026-01-01T00:00:00Z',
        part: 'bore:0',
        material: 'grey-iron',
      },
      bench,
      { wearThreshold: 0.95 },
    ).find((g) => g.instrument.id === i.id)!;

  // Worked example: 77.097 against max 77.105.
  it.each([
    [RING, 0.9997, 'within'],
    [IN_MIC, 0.987, 'within'],
    [TELESCOPING, 0.893, 'undecided'],
    [CALLIPER, 0.654, 'undecided'],
  ])('$id says P %f, %s', (gauge, p, state) => {
    const answer = against(gauge);
    expect(answer.p).toBeCloseTo(p, p > 0.999 ? 4 : 3);
    expect(answer.state).toBe(state);
  });

  it('lists only gauges that read a bore of this size', () => {
    const small = instrument('small', 'dial-bore', { kind: 'ring', u: 300 }, { rangeHigh: mm(60) });
    const three = instrument('three', 'dial-bore', { kind: 'ring', u: 300 }, { contacts: 3 });
    const found = whichDecides(
      {
        value: mm(77),
        side: 'max',
        limit: mm(77.1),
        consequence: 'wear',
        of: 'inside',
        at: '2026-01-01T00:00:00Z',
        part: 'b',
        material: 'grey-iron',
      },
      benchWith({ instruments: [...GAUGES, small, three] }),
      { wearThreshold: 0.95 },
    );
    expect(found.map((g) => g.instrument.id)).toEqual(['ring-set', 'mic-set', 'telescoping', 'calliper']);
  });

  it('lets a shop lower wear but not seizure, and wear not below 0.80', () => {
    expect(acceptance('wear', { wearThreshold: 0.85 })).toBe(0.85);
    expect(acceptance('wear', { wearThreshold: 0.5 })).toBe(0.8);
    expect(acceptance('seizure', { wearThreshold: 0.8 })).toBe(0.95);
    expect(acceptance('cosmetic')).toBe(0.5);
  });

  it('is monotone: further inside is never worse, and a maximum mirrors a minimum', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -50_000, max: 50_000 }),
        fc.integer({ min: 1, max: 20_000 }),
        fc.integer({ min: 100, max: 30_000 }),
        (off, step, sd) => {
          const p = conformance(mm(77) + off, 'max', mm(77), sd);
          expect(conformance(mm(77) + off - step, 'max', mm(77), sd)).toBeGreaterThanOrEqual(p);
          expect(conformance(mm(77) - off, 'min', mm(77), sd)).toBeCloseTo(p, 12);
        },
      ),
    );
    expect(() => conformance(1, 'max', 2, 0)).toThrow(OutOfRange);
  });

  it('a less certain gauge never turns undecided into a decision', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -40_000, max: 40_000 }),
        fc.integer({ min: 500, max: 10_000 }),
        (off, sd) => {
          const near = decide(conformance(off, 'max', 0, sd), 'wear');
          const coarse = decide(conformance(off, 'max', 0, sd * 3), 'wear');
          expect(coarse === 'undecided' || coarse === near).toBe(true);
        },
      ),
    );
  });

  it('combines beyond > undecided > no limit > within, and nothing is never a pass', () => {
    expect(combineVerdicts(['within', 'noLimit'])).toBe('noLimit');
    expect(combineVerdicts(['within', 'noLimit', 'undecided'])).toBe('undecided');
    expect(combineVerdicts(['undecided', 'beyond', 'within'])).toBe('beyond');
    expect(combineVerdicts(['within', 'unread'])).toBe('unread');
    expect(combineVerdicts(['noLimit', 'unread'])).toBe('noLimit');
    expect(combineVerdicts([])).toBe('unread');
  });

  it('a window under 3.29 u cannot be confirmed', () => {
    expect(narrowestWindow(1_000, 'wear')).toBeCloseTo(3_290, 0);
  });
});
