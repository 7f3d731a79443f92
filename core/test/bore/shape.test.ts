import fc from 'fast-check';
import {
  exactly,
  extremeConformance,
  fitShape,
  mm,
  normalCdf,
  OutOfRange,
  ovalityConformance,
  surveyBore,
  taper,
  um,
  unseenSigma,
  wearMap,
  type Direction,
  type WallReading,
} from '@tribos/core';

const at = (angle: number, value: number): Direction => ({ angle, of: exactly(mm(value)) });
const wall = (depth: number, angle: number, value: number): WallReading => ({
  depth: mm(depth),
  ...at(angle, value),
});

describe('the oval through the diameters of one depth', () => {
  it('comes out to the digit: 77.094, 77.081, 77.068, 77.079', () => {
    const s = fitShape([at(0, 77.094), at(45, 77.081), at(90, 77.068), at(135, 77.079)], um(1.5));
    expect((s.m.value / 1e6).toFixed(4)).toBe('77.0805');
    expect((s.ovality / 1e6).toFixed(4)).toBe('0.0261');
    expect(s.longAxis!.toFixed(1)).toBe('2.2');
  });

  it('takes the gauge’s noise out of the ovality: √(V² − 16u²/n)', () => {
    const s = fitShape([at(0, 77.094), at(45, 77.081), at(90, 77.068), at(135, 77.079)], um(6));
    expect(s.ovalityLessNoise / 1e3).toBeCloseTo(Math.sqrt(26.0768 ** 2 - (16 * 36) / 4), 2);
  });

  it('prints no long axis that scatter alone could have drawn', () => {
    expect(fitShape([at(0, 77.001), at(60, 77.0), at(120, 77.0)], um(6)).longAxis).toBeNull();
  });

  it('needs three distinct directions', () => {
    expect(() => fitShape([at(0, 77), at(90, 77.01), at(180, 77)], 0)).toThrow(OutOfRange);
  });

  const oval = (m: number, amplitude: number, axis: number, angles: readonly number[]) =>
    angles.map((a) => ({
      angle: a,
      of: exactly(m + amplitude * Math.cos((2 * (a - axis) * Math.PI) / 180)),
    }));

  it('finds any oval again, turned and scaled as it was', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40_000_000, max: 90_000_000 }),
        fc.integer({ min: 100, max: 60_000 }),
        fc.double({ min: 0, max: 179, noNaN: true }),
        fc.double({ min: 0, max: 90, noNaN: true }),
        (m, amplitude, axis, turn) => {
          const s = fitShape(
            oval(
              m,
              amplitude,
              axis,
              [0, 45, 90, 135].map((a) => a + turn),
            ),
            0,
          );
          expect(s.ovality).toBeCloseTo(2 * amplitude, 3);
          expect(s.largest.value).toBeCloseTo(m + amplitude, 3);
          expect(s.smallest.value).toBeCloseTo(m - amplitude, 3);
          expect(Math.abs(Math.sin(((s.longAxis! - axis) * Math.PI) / 180))).toBeLessThan(1e-6);
        },
      ),
    );
  });
});

/** A bore read in two directions, one pair of sizes a depth. */
const two = (...depths: (readonly [number, number])[]) =>
  surveyBore(depths.flatMap(([x, y], i) => [wall(15 + 30 * i, 0, x), wall(15 + 30 * i, 90, y)]));

describe('what two directions cannot see', () => {
  it('is a fifth of the limit, half of it after a seizure', () => {
    expect(unseenSigma(um(50), false)).toBe(um(10));
    expect(unseenSigma(um(50), true)).toBe(um(25));
  });

  it('a bore that reads round may be oval at 45°: P(2|b| ≤ limit)', () => {
    // a = 0, no gauge error: P = 2Φ(25/σ) − 1.
    const round = two([77, 77]);
    expect(ovalityConformance(round, 0, um(50), 0, um(10))).toBeCloseTo(2 * normalCdf(2.5) - 1, 9);
    expect(ovalityConformance(round, 0, um(50), 0, um(25))).toBeCloseTo(2 * normalCdf(1) - 1, 9);
  });

  it('is another one at each depth: two depths keep it with the square of the odds', () => {
    const both = two([77, 77], [77, 77]);
    expect(ovalityConformance(both, 0, um(50), 0, um(25))).toBeCloseTo((2 * normalCdf(1) - 1) ** 2, 9);
    expect(extremeConformance(both, both.largest, 'max', mm(77.025), 0, um(25))).toBeCloseTo(
      (2 * normalCdf(1) - 1) ** 2,
      9,
    );
  });

  it('lowers the odds of the largest bore, never raises them', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 40_000 }),
        fc.integer({ min: 0, max: 20_000 }),
        fc.integer({ min: 500, max: 8_000 }),
        (room, a, u) => {
          const bore = two([77 + a / 1e6, 77 - a / 1e6]);
          const at = (side: 'max' | 'min', sigma: number) =>
            side === 'max'
              ? extremeConformance(bore, bore.largest, side, mm(77) + a + room, u, sigma)
              : extremeConformance(bore, bore.smallest, side, mm(77) - a - room, u, sigma);
          expect(at('max', 10_000)).toBeLessThanOrEqual(at('max', 0) + 1e-9);
          expect(at('min', 10_000)).toBeCloseTo(at('max', 10_000), 6);
        },
      ),
    );
  });

  it('agrees with draws of the same model', () => {
    let seed = 12345;
    const uniform = () => (seed = (seed * 1103515245 + 12345) % 2147483648) / 2147483648;
    const normal = () => Math.sqrt(-2 * Math.log(uniform() + 1e-12)) * Math.cos(2 * Math.PI * uniform());
    const [m, a, u, sigma, limit] = [0, 13_000, 6_000, 10_000, 25_000];
    const n = 60_000;
    let kept = 0;
    for (let i = 0; i < n; i += 1)
      kept += m + u * normal() + Math.hypot(a, sigma * normal()) <= limit ? 1 : 0;
    const bore = two([77.013, 76.987]);
    expect(extremeConformance(bore, bore.largest, 'max', mm(77) + limit, u, sigma)).toBeCloseTo(kept / n, 2);
  });
});

describe('a whole bore', () => {
  const readings = [
    wall(15, 0, 77.097),
    wall(15, 90, 77.071),
    wall(45, 0, 77.081),
    wall(45, 90, 77.066),
    wall(80, 0, 77.058),
    wall(80, 90, 77.055),
  ];

  it('gives largest, smallest and out-of-round as differences of diameter', () => {
    const s = surveyBore(readings);
    expect(s.largest.of.value).toBe(mm(77.097));
    expect(s.smallest.of.value).toBe(mm(77.055));
    expect(s.outOfRound?.value).toBe(um(26));
    expect(s.depths[0]?.two).toEqual({ mean: mm(77.084), a: um(13) });
  });

  it('lets the fitted oval reach past any reading', () => {
    const s = surveyBore([
      wall(15, 0, 77.118),
      wall(15, 45, 77.142),
      wall(15, 90, 77.116),
      wall(15, 135, 77.09),
    ]);
    expect(s.largest.fitted).toBe(true);
    // m 77.1165, a 0.001, b 0.026.
    expect(s.largest.of.value / 1e6).toBeCloseTo(77.1165 + Math.hypot(0.001, 0.026), 6);
    expect(s.outOfRound!.value / 1e6).toBeCloseTo(0.05204, 4);
  });

  it.each([
    ['worst-direction', 39],
    ['top-bottom', 39],
    ['cross-depth', 39],
  ] as const)('taper by %s', (definition, microns) => {
    expect(taper(readings, definition)!.value).toBe(um(microns));
  });

  it('tells the definitions of taper apart', () => {
    const barrel = [wall(15, 0, 77.05), wall(45, 0, 77.09), wall(80, 0, 77.06)];
    expect(taper(barrel, 'worst-direction')!.value).toBe(um(40));
    expect(taper(barrel, 'top-bottom')!.value).toBe(um(10));
    expect(taper([wall(15, 0, 77.05)])).toBeNull();
  });

  it('compares depths where ports turn the directions', () => {
    expect(taper([wall(20, 0, 76.41), wall(45, 45, 76.42)])!.value).toBe(um(10));
  });

  it('maps wear harmonic in angle, linear in depth, and nowhere beyond the places', () => {
    const map = wearMap(surveyBore(readings), mm(77));
    expect(map(0, mm(15))).toBeCloseTo(um(97), 3);
    expect(map(90, mm(15))).toBeCloseTo(um(71), 3);
    expect(map(45, mm(15))).toBeCloseTo(um(84), 3);
    expect(map(0, mm(30))).toBeCloseTo(um(89), 3);
    expect(map(180, mm(15))).toBeCloseTo(um(97), 3);
    expect(map(0, mm(10))).toBeNull();
    expect(map(0, mm(90))).toBeNull();
  });

  it('does not mind the order the readings came in', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(readings, { minLength: 6 }), (shuffled) => {
        const [a, b] = [surveyBore(readings), surveyBore(shuffled)];
        expect([b.largest.of.value, b.smallest.of.value, b.outOfRound?.value, b.taper?.value]).toEqual([
          a.largest.of.value,
          a.smallest.of.value,
          a.outOfRound?.value,
          a.taper?.value,
        ]);
      }),
    );
  });
});
