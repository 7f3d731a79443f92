import fc from 'fast-check';
import {
  drawsOf,
  placeKey,
  readingEstimate,
  shownSizes,
  trueDiameter,
  trueFigures,
  uncertaintyOf,
  type Bench,
  type HiddenBore,
  type TakenReading,
} from '@tribos/core';
import { bore, GAUGES, TWENTY } from '../support.js';

const span = (by: number) => fc.double({ min: -by, max: by, noNaN: true });
const hidden: fc.Arbitrary<HiddenBore> = fc.integer({ min: 1, max: 4 }).chain((depths) =>
  fc.record({
    base: fc.constant(77_050_000),
    taper: span(60_000),
    a: fc.array(span(20_000), { minLength: depths, maxLength: depths }),
    b: fc.array(span(20_000), { minLength: depths, maxLength: depths }),
  }),
);
/** Every depth in every direction, half a degree apart. */
const everywhere = (of: HiddenBore): number[][] =>
  of.a.map((_, i) => Array.from({ length: 360 }, (_x, k) => trueDiameter(of, i, k / 2)));

describe('a hidden bore', () => {
  it('has the extremes and the ovality that looking everywhere finds', () => {
    fc.assert(
      fc.property(hidden, (of) => {
        const seen = everywhere(of);
        const truth = trueFigures(of, [0, 90]);
        // Half a degree off the top of a cosine of 28 µm is less than a nanometre or two.
        expect(Math.abs(truth.largest - Math.max(...seen.flat()))).toBeLessThan(3);
        expect(Math.abs(truth.smallest - Math.min(...seen.flat()))).toBeLessThan(3);
        const oval = Math.max(...seen.map((row) => Math.max(...row) - Math.min(...row)));
        expect(Math.abs(truth.outOfRound - oval)).toBeLessThan(3);
      }),
      { numRuns: 100 },
    );
  });

  it('tapers in the directions that are read, and a diameter is the same after half a turn', () => {
    fc.assert(
      fc.property(hidden, fc.double({ min: 0, max: 180, noNaN: true }), (of, angle) => {
        const along = of.a.map((_, i) => trueDiameter(of, i, angle));
        expect(trueFigures(of, [angle]).taper).toBeCloseTo(Math.max(...along) - Math.min(...along), 6);
        expect(trueDiameter(of, 0, angle + 180)).toBeCloseTo(trueDiameter(of, 0, angle), 3);
      }),
    );
    // By hand: 0.030 wider at the top, nothing in between, round.
    const plain = { base: 77_000_000, taper: 30_000, a: [0, 0, 0], b: [0, 0, 0] };
    expect(trueFigures(plain, [0])).toEqual({
      largest: 77_030_000,
      smallest: 77_000_000,
      outOfRound: 0,
      taper: 30_000,
    });
    expect(trueDiameter(plain, 1, 33)).toBe(77_015_000);
  });
});

describe('what a gauge shows of it', () => {
  const bench: Bench = { instruments: GAUGES, thermal: TWENTY, studies: [] };
  const taken = (value: number, angle: number, instrumentId = 'ring-set'): TakenReading => ({
    id: `t${angle}`,
    value,
    instrumentId,
    place: placeKey(bore(0, 15, angle)),
    at: '2026-03-01T10:00:00.000Z',
    part: 'bore:0',
    material: 'grey-iron',
    sense: 'inside',
  });

  it('is the same for the same seed and another for another', () => {
    const places = [0, 45, 90].map((a) => taken(77_012_345, a));
    const shown = (seed: string) => shownSizes(places, bench, drawsOf(seed));
    expect(shown('one')).toEqual(shown('one'));
    expect(shown('one')).not.toEqual(shown('two'));
    for (const v of shown('one')) expect(v % 1_000).toBe(0);
  });

  it('errs as far as its own uncertainty says, what readings share in all of them alike', () => {
    const places = [0, 90].map((a) => taken(77_010_000, a, 'telescoping'));
    const u = uncertaintyOf(readingEstimate(places[0]!, bench)).u;
    const draws = drawsOf('many');
    const errors = Array.from({ length: 2_000 }, () =>
      shownSizes(places, bench, draws).map((v) => v - 77_010_000),
    );
    const spread = (of: readonly number[]) => Math.sqrt(of.reduce((sum, v) => sum + v * v, 0) / of.length);
    expect(spread(errors.map((e) => e[0]!)) / u).toBeGreaterThan(0.9);
    expect(spread(errors.map((e) => e[0]!)) / u).toBeLessThan(1.1);
    // A scale that is off is off for both: they lie nearer to each other than two that err by themselves.
    expect(spread(errors.map((e) => e[0]! - e[1]!))).toBeLessThan(Math.SQRT2 * u);
  });
});
