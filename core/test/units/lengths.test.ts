import fc from 'fast-check';
import {
  atLeastText,
  convert,
  engravedText,
  factorMaximum,
  factorMinimum,
  finishText,
  formatLength,
  inch,
  limitFigureText,
  mm,
  nm,
  OutOfRange,
  roundHalfAway,
  toDecimal,
  um,
  unitsAgree,
  withUnit,
} from '@tribos/core';

describe('lengths', () => {
  it('rounds halves away from zero', () => {
    expect([0.5, 1.5, -0.5, -1.5, 0.49].map(roundHalfAway)).toEqual([1, 2, -1, -2, 0]);
  });

  it('refuses what is not a length', () => {
    for (const bad of [NaN, Infinity, 1e17]) expect(() => nm(bad)).toThrow(OutOfRange);
  });

  it('does not round a derived minimum down: 84.6 × 0.0046 is 0.38916', () => {
    expect(factorMinimum(mm(84.6), 46)).toBe(389_160);
    // 79.001 × 0.0042 = 0.3318042 mm, exactly on a nanometre plus 0.2.
    expect(factorMinimum(nm(79_001_001), 42)).toBe(331_805);
    expect(factorMaximum(nm(79_001_001), 42)).toBe(331_804);
    expect(() => factorMinimum(mm(79), 0.0042)).toThrow(OutOfRange);
  });

  it('a derived minimum is never below the rule and never a whole nanometre above it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200_000_000 }), fc.integer({ min: 0, max: 1000 }), (d, f) => {
        const exact = (BigInt(d) * BigInt(f)) as bigint;
        const min = BigInt(factorMinimum(nm(d), f)) * 10_000n;
        expect(min >= exact && min - exact < 10_000n).toBe(true);
      }),
    );
  });

  it('shows no more digits than the gauge resolves', () => {
    expect(formatLength(mm(77.0942), { unit: 'mm', step: 10_000 })).toBe('77.09');
    expect(formatLength(mm(77.0942), { unit: 'mm' })).toBe('77.094');
    expect(formatLength(inch(3.0342), { unit: 'in', step: 2_540 })).toBe('3.0342');
    expect(withUnit(mm(0), { unit: 'mm' })).toBe('0.000 mm');
  });

  it('never rounds across a limit: adds a digit instead', () => {
    const limits = [mm(77.105)];
    expect(formatLength(mm(77.1052), { unit: 'mm', limits })).toBe('77.1052');
    expect(formatLength(mm(77.1048), { unit: 'mm', limits })).toBe('77.1048');
    expect(formatLength(mm(77.105), { unit: 'mm', step: 1_000, limits })).toBe('77.105');
  });

  it('stands on the same side of every limit as the value does', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 90_000_000 }),
        fc.integer({ min: -3_000, max: 3_000 }),
        (limit, off) => {
          fc.pre(limit + off >= 0);
          const shown = Number(
            formatLength(nm(limit + off), { unit: 'mm', step: 10_000, limits: [nm(limit)] }),
          );
          expect(Math.sign(Math.round(shown * 1e6) - limit)).toBe(Math.sign(off));
        },
      ),
    );
  });

  it('prints a finished size without widening its window', () => {
    expect(finishText({ low: nm(77_252_511), high: nm(77_265_099) }, 'mm')).toBe('77.253 – 77.265');
    expect(finishText({ low: nm(77_252_100), high: nm(77_252_900) }, 'mm')).toBeNull();
    expect(finishText({ low: nm(77_252_511), high: nm(77_265_099) }, 'in')).toBe('3.0415 – 3.0419');
    expect(toDecimal(nm(77_252_511), 'mm', 4, 'up')).toBe('77.2526');
    expect(toDecimal(nm(77_265_099), 'mm', 4, 'down')).toBe('77.2650');
  });

  it('shows a limit printed in the other unit without loosening it', () => {
    expect(limitFigureText(inch(0.0023), 'low', 'mm')).toBe('0.0585');
    expect(limitFigureText(inch(0.0031), 'high', 'mm')).toBe('0.0787');
    expect(limitFigureText(mm(77.105), 'high', 'mm')).toBe('77.105');
    expect(limitFigureText(mm(77.105), 'high', 'in')).toBe('3.03562');
    expect(limitFigureText(inch(0.0023), 'low', 'in')).toBe('0.0023');
  });

  it('converts other quantities by their published factors', () => {
    expect(convert('torque', 20, 'lbf·ft', 'N·m')).toBeCloseTo(27.116, 3);
    expect(convert('pressure', 0.45, 'bar', 'kPa')).toBeCloseTo(45, 9);
    expect(convert('pressure', 100, 'psi', 'kPa')).toBeCloseTo(689.4757, 4);
    expect(() => convert('torque', 1, 'bar', 'N·m')).toThrow(OutOfRange);
  });

  it('finds a sheet that contradicts itself', () => {
    expect(unitsAgree('torque', { value: 40, unit: 'N·m' }, { value: 29.5, unit: 'lbf·ft' })).toBe(true);
    expect(unitsAgree('torque', { value: 40, unit: 'N·m' }, { value: 39.5, unit: 'lbf·ft' })).toBe(false);
    expect(um(1.5)).toBe(1_500);
  });
});

describe('figures that may only be rounded one way', () => {
  it('an uncertainty is never printed smaller than it is', () => {
    expect([4_000, 4_001, 4_999].map((v) => atLeastText(v, 'mm'))).toEqual(['0.004', '0.005', '0.005']);
    // 4.1 µm is 0.00016142 in
    expect(atLeastText(4_100, 'in')).toBe('0.0002');
  });

  it('a leaf is called by all its digits', () => {
    expect([mm(0.4), mm(0.038), inch(0.0015)].map((v) => engravedText(v, 'mm'))).toEqual([
      '0.40',
      '0.038',
      '0.0381',
    ]);
    expect(engravedText(inch(0.0015), 'in')).toBe('0.0015');
  });
});
