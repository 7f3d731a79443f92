import fc from 'fast-check';
import { leakSlope, type LeakTest } from '@tribos/core';

const run = (
  pressures: readonly number[],
  over: Partial<LeakTest> = {},
  celsius: readonly (number | null)[] = [],
): LeakTest => ({
  way: 'pressure',
  resolution: 0.1,
  engineVolume: 600,
  testerVolume: 300,
  atmosphere: 101.325,
  marks: pressures.map((pressure, i) => ({ seconds: 60 + 60 * i, pressure, celsius: celsius[i] ?? null })),
  ...over,
});

describe('the slope of a leak test', () => {
  // By hand: minutes 1 to 5, mean 3, Sxx 10; mean 44.44; Sxy −2.80, slope −0.280; rest 0.008, s 0.0516;
  // 0.0516/√10 = 0.0163; one kelvin at 145.765 kPa absolute is 0.4972 kPa, over 4 minutes 0.1243; air of the tester × 1.5.
  it('is what a hand works out, its uncertainty too', () => {
    const slope = leakSlope(run([45, 44.7, 44.5, 44.1, 43.9]))!;
    expect(slope.loss).toBeCloseTo(0.42, 6);
    expect(slope.scatter).toBeCloseTo(0.05164, 5);
    expect(slope.fromWarmth).toBeCloseTo(1.5 * 0.12431, 4);
    expect(slope.u).toBeCloseTo(1.5 * Math.hypot(0.01633, 0.12431), 4);
    expect(slope.flow).toBeCloseTo(2.487, 3);
    expect(slope).toMatchObject({ marks: 5, span: 240, hidden: 1.5, enough: true });
  });

  it('600 cm³ losing 0.03 bar a minute let 17.8 cm³ of air go', () => {
    const slope = leakSlope(run([45, 42, 39, 36, 33], { testerVolume: 0 }))!;
    expect(slope.loss).toBeCloseTo(3, 9);
    expect(slope.flow).toBeCloseTo(17.76, 2);
  });

  it('never claims to be surer than the gauge resolves', () => {
    expect(leakSlope(run([45, 45, 45, 45, 45]))!.scatter).toBeCloseTo(0.1 / Math.sqrt(12), 9);
  });

  it('leaves out what was read while it settled, and too little of it is not enough', () => {
    const test = run([45, 44.7, 44.5, 44.1, 43.9]);
    const settling = { seconds: 5, pressure: 47, celsius: null };
    expect(leakSlope({ ...test, marks: [settling, ...test.marks] })).toEqual(leakSlope(test));
    expect(leakSlope(run([45, 44.7, 44.5, 44.1]))!.enough).toBe(false);
    const quick = test.marks.map((m, i) => ({ ...m, seconds: 60 + 30 * i }));
    expect(leakSlope({ ...test, marks: quick })!.enough).toBe(false);
    expect(leakSlope(run([45]))).toBeNull();
  });

  it('a tight case that warms by a kelvin shows no leak where its temperature was taken', () => {
    const kelvin = [20, 20.25, 20.5, 20.75, 21];
    const pressures = kelvin.map((c) => ((101.325 + 45) * (c + 273.15)) / 293.15 - 101.325);
    const slope = leakSlope(run(pressures, {}, kelvin))!;
    expect(slope.loss).toBeCloseTo(0, 9);
    expect(slope.fromWarmth).toBe(0);
    // Untaken, the same looks like gaining 0.19 kPa a minute, and its uncertainty covers that.
    const blind = leakSlope(run(pressures))!;
    expect(Math.abs(blind.loss)).toBeLessThan(2 * blind.u);
  });

  it('a vacuum that is lost is a leak as well', () => {
    const slope = leakSlope(run([40, 39, 38, 37, 36], { way: 'vacuum', testerVolume: 0 }))!;
    expect(slope.loss).toBeCloseTo(1, 9);
    // Less air in it, less that a kelvin moves: 63.3 kPa absolute.
    expect(slope.fromWarmth).toBeCloseTo((101.325 - 38) / 293.15 / 4, 6);
  });

  it('finds the leak that was put in, within twice its uncertainty, whatever the volumes', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.integer({ min: 100, max: 3000 }),
        fc.integer({ min: 0, max: 1000 }),
        fc.integer({ min: 5, max: 12 }),
        fc.integer({ min: 1, max: 1_000_000 }),
        (leak, engineVolume, testerVolume, n, seed) => {
          let state = seed;
          const noise = () => {
            state = (state * 16807) % 2147483647;
            return (state / 2147483647 - 0.5) * 0.1;
          };
          const seen = (leak * engineVolume) / (engineVolume + testerVolume);
          const pressures = Array.from({ length: n }, (_, i) => 60 - seen * i + noise());
          const slope = leakSlope(run(pressures, { engineVolume, testerVolume }))!;
          expect(Math.abs(slope.loss - leak)).toBeLessThan(2 * slope.u);
        },
      ),
      { numRuns: 300 },
    );
  });
});
