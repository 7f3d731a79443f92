import { learnedFrom, sharesOf, targetBore, mm, um, USUAL_RULES, onGrid } from '@tribos/core';

describe('what a firm’s returns teach', () => {
  it('comes out to hand figures: one bore 6 µm over', () => {
    // w = 1/(1 + 16) per µm²; b = w·6/(1/25 + w) = 0.35294/0.098824; σ² = (5·16 + (6 − b)² − 1)/6.
    const one = learnedFrom([{ asked: 0, found: 6_000, u: 1_000 }]);
    expect(one.bias / 1_000).toBeCloseTo(3.5714, 3);
    expect(one.spread / 1_000).toBeCloseTo(Math.sqrt((80 + (6 - 3.571_43) ** 2 - 1) / 6), 4);
  });

  it('weighs each return with the spread learned before it came', () => {
    const two = learnedFrom([
      { asked: 0, found: 6_000, u: 1_000 },
      { asked: 0, found: 2_000, u: 1_000 },
    ]);
    const s1 = (80 + (6 - 3.571_428_57) ** 2 - 1) / 6;
    const w = 1 / (1 + s1);
    const b = (w * 8) / (1 / 25 + 2 * w);
    expect(two.bias / 1_000).toBeCloseTo(b, 5);
    const over = Math.max(0, (6 - b) ** 2 - 1) + Math.max(0, (2 - b) ** 2 - 1);
    expect(two.spread / 1_000).toBeCloseTo(Math.sqrt((80 + over) / 7), 5);
    expect(learnedFrom([])).toEqual({ bias: 0, spread: 4_000, returns: 0, biasU: 5_000 });
    // One return of w = 1/17: 1/√(1/25 + 1/17).
    expect(learnedFrom([{ asked: 0, found: 0, u: 1_000 }]).biasU).toBeCloseTo(
      1_000 / Math.sqrt(1 / 25 + 1 / 17),
      6,
    );
  });

  it('finds a bias of 3 µm in many bores, and their spread', () => {
    // A fixed series about 3 with spread 2: no chance in it.
    const off = Array.from({ length: 60 }, (_, i) => 3_000 + 2_000 * Math.sqrt(2) * Math.sin(i * 2.4));
    const { bias, spread } = learnedFrom(off.map((found) => ({ asked: 0, found, u: 500 })));
    expect(bias / 1_000).toBeCloseTo(3, 0);
    expect(spread / 1_000).toBeGreaterThan(1.8);
    expect(spread / 1_000).toBeLessThan(2.4);
  });

  it('moves the aim against the bias, and never the finished size', () => {
    const input = {
      piston: mm(77.217),
      clearanceLow: um(30),
      clearanceHigh: um(48),
      uClearance: um(3.4),
      allowance: 0,
      rules: USUAL_RULES,
    };
    const known = (bias: number, spread: number) => ({ bias, spread, returns: 40, biasU: 600 });
    // 77.217 + 0.030 + 1.6449·0.0034 = 77.252593, up to 77.253; t = √(2² + 0.6²) = 2.088.
    // low + min(12/2, 2t) = 77.257176, no more than high − 2t = 77.260824; less 2 of bias, down to the micron.
    const moved = targetBore({ ...input, learned: known(2_000, 2_000) });
    expect([moved.low, moved.high, moved.aim]).toEqual([mm(77.253), mm(77.265), mm(77.255)]);
    // A firm that bores 40 µm over is asked for less than is wanted: the size on paper stays.
    const far = targetBore({ ...input, learned: known(40_000, 2_000) });
    expect([far.low, far.high, far.aim]).toEqual([mm(77.253), mm(77.265), mm(77.217)]);
    expect(far.visits.kept).toBeCloseTo(moved.visits.kept, 2);
    // In inches on a grid of a ten-thousandth: low up, high down.
    expect(targetBore({ ...input, unit: 'in' })).toMatchObject({
      low: Math.ceil(77_252_593 / 2_540) * 2_540,
      high: Math.floor(77_265_000 / 2_540) * 2_540,
      unit: 'in',
    });
    expect(onGrid({ low: 77_252_593, high: 77_265_000 }, 'in')).toEqual({
      low: Math.ceil(77_252_593 / 2_540) * 2_540,
      high: Math.floor(77_265_000 / 2_540) * 2_540,
    });
    expect(onGrid({ low: 77_252_000, high: 77_253_000 }, 'in')).toBeNull();
  });
});

describe('wear of one side', () => {
  it('tells how the wear is shared: f = max(w, m − s − w)/(m − s)', () => {
    const wear = 94_000;
    expect(sharesOf(wear, null)).toEqual({ low: 0.5, high: 1 });
    // 0.080 goes and 0.085 does not: 80/94 … 85/94.
    const one = sharesOf(wear, { goes: um(80), doesNot: um(85) });
    expect(one.low).toBeCloseTo(80 / 94, 9);
    expect(one.high).toBeCloseTo(85 / 94, 9);
    // The less worn side says the same.
    const other = sharesOf(wear, { goes: um(9), doesNot: um(14) });
    expect(other.low).toBeCloseTo(80 / 94, 9);
    expect(other.high).toBeCloseTo(85 / 94, 9);
    // Across the middle it may be even.
    expect(sharesOf(wear, { goes: um(40), doesNot: um(60) }).low).toBe(0.5);
    // Only that a leaf goes: anything more may be so.
    expect(sharesOf(wear, { goes: um(60), doesNot: null }).high).toBe(1);
    expect(sharesOf(0, { goes: um(60), doesNot: null })).toEqual({ low: 0.5, high: 1 });
  });
});
