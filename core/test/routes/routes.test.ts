import fc from 'fast-check';
import {
  cleanupDiameters,
  cleanupOdds,
  CONSTRUCTION,
  jointP,
  mm,
  OutOfRange,
  targetBore,
  um,
  weakest,
} from '@tribos/core';

const worn = (over: object = {}) => ({ standard: mm(77), largest: mm(77.094), u: 0, score: 0, ...over });

describe('cleaning a worn bore up', () => {
  it('comes out to the digit: 77.144 evenly worn, 77.238 one-sided', () => {
    expect(cleanupDiameters(worn())).toEqual({ even: mm(77.144), oneSided: mm(77.238) });
    expect(cleanupDiameters(worn({ score: um(20) }))).toEqual({ even: mm(77.184), oneSided: mm(77.278) });
  });

  it('+0.25 (finish 77.247) will', () => {
    expect(cleanupOdds(mm(77.247), worn())).toMatchObject({ says: 'will', p: 1 });
    expect(cleanupOdds(mm(77.247), worn({ u: um(2.3) })).says).toBe('will');
  });

  it('with a score 0.020 deep it may, P 0.67', () => {
    const odds = cleanupOdds(mm(77.247), worn({ score: um(20) }));
    expect(odds.says).toBe('may');
    expect(odds.p!.toFixed(2)).toBe('0.67');
    expect(cleanupOdds(mm(77.247), worn({ score: um(20), u: um(2.3) })).p!.toFixed(2)).toBe('0.67');
  });

  it('will not when even wear needs more', () => {
    expect(cleanupOdds(mm(77.14), worn()).says).toBe('will-not');
  });

  it('an unworn bore cleans up when there is room for the hone', () => {
    expect(cleanupOdds(mm(77.25), worn({ largest: mm(76.99) })).says).toBe('will');
    expect(cleanupOdds(mm(77.02), worn({ largest: mm(77) })).says).toBe('will-not');
  });

  it('a deeper score or more wear never helps, a larger kit never hurts', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1_000, max: 300_000 }),
        fc.integer({ min: 0, max: 60_000 }),
        fc.integer({ min: 0, max: 500_000 }),
        fc.integer({ min: 0, max: 8_000 }),
        (wear, score, over, u) => {
          const p = cleanupOdds(mm(77) + over, worn({ largest: mm(77) + wear, score, u })).p!;
          expect(p).toBeGreaterThanOrEqual(
            cleanupOdds(mm(77) + over, worn({ largest: mm(77) + wear, score: score + 5_000, u })).p! - 1e-12,
          );
          expect(
            cleanupOdds(mm(77) + over + 10_000, worn({ largest: mm(77) + wear, score, u })).p,
          ).toBeGreaterThanOrEqual(p - 1e-12);
          expect(p >= 0 && p <= 1).toBe(true);
        },
      ),
    );
  });
});

describe('the finished size', () => {
  const ask = (over = {}) =>
    targetBore({
      piston: mm(77.217),
      clearanceLow: um(30),
      clearanceHigh: um(48),
      uClearance: um(3.4),
      allowance: 0,
      rules: { wearThreshold: 0.95 },
      ...over,
    });

  it('comes out to the digit: piston 77.217, 0.030–0.048, u 3.4 µm → 77.253…77.265', () => {
    const t = ask();
    // 77.2526, up to the micron.
    expect(t.low).toBe(mm(77.253));
    expect(t.high).toBe(mm(77.265));
    // With nothing on file t = √(4² + 5²) = 6.403: half of 12 up is over high − 2t, which is under low. It lands on low.
    expect([t.landing, t.aim]).toEqual([mm(77.253), mm(77.253)]);
    // Too large Φ(−12/6.403) = 0.03045, too small one half: kept 1 − 0.03045/0.5, one further visit.
    expect(t.visits.first).toBeCloseTo(0.4695, 3);
    expect(t.visits.kept).toBeCloseTo(1 - 0.030_45 / 0.5, 3);
    expect(t.visits.further).toBeCloseTo(1, 6);
    expect(t.raisedBy).toBe('uncertainty');
  });

  it('takes the shop’s allowance when it asks for more', () => {
    expect(ask({ allowance: um(10) })).toMatchObject({ low: mm(77.257), raisedBy: 'allowance' });
    // 77.257 + 0.001 over a micron would be no size; a minimum is never rounded down.
    expect(ask({ allowance: um(10.2) }).low).toBe(mm(77.258));
  });

  it('says when no size can be shown to fit', () => {
    expect(ask({ uClearance: um(20) }).cannotBeVerified).toBe(true);
    expect(() => ask({ clearanceLow: um(50) })).toThrow(OutOfRange);
  });

  it('never puts its low end under piston + minimum', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40_000_000, max: 90_000_000 }),
        fc.double({ min: 0, max: 10_000, noNaN: true }),
        (piston, u) => {
          expect(ask({ piston, uClearance: u }).low).toBeGreaterThanOrEqual(piston + um(30));
        },
      ),
    );
  });
});

describe('which one', () => {
  it('multiplies over cylinders and names the one that chooses', () => {
    expect(jointP([0.9, 0.9])).toBeCloseTo(0.81, 12);
    expect(jointP([0.9, null])).toBeNull();
    expect(weakest([1, 0.2, 0.5])).toBe(1);
    expect(weakest([null])).toBeNull();
  });

  it('never bores what is plated or chromed', () => {
    expect(CONSTRUCTION.plated.boring || CONSTRUCTION.chrome.boring).toBe(false);
    expect(CONSTRUCTION.plated.never).toContain('bore and leave unplated');
    expect(CONSTRUCTION.chrome.never).toEqual(['any hone']);
  });
});
