import fc from 'fast-check';
import {
  againstMinimum,
  harsh,
  mm,
  OutOfRange,
  riseAt,
  selectiveFit,
  um,
  warmClearance,
  WARMING,
  warmUp,
  type SelectiveFitInput,
  type WarmUpBuild,
} from '@tribos/core';

const BUILD: WarmUpBuild = {
  bore: mm(79.04),
  piston: mm(79),
  boreMaterial: 'grey-iron',
  pistonMaterial: 'cast-high-silicon',
};

describe('warm-up', () => {
  it('rises by lag: 63.2 % after one time constant', () => {
    expect(riseAt({ rise: 60, tau: 15 }, 15)).toBeCloseTo(60 * 0.6321206, 5);
    expect(riseAt({ rise: 60, tau: 15 }, 0)).toBe(0);
    expect(harsh({ rise: 60, tau: 15 })).toEqual({ rise: 90, tau: 7.5 });
  });

  it('works clearance as by hand', () => {
    // 79.04 · (1 + 11.0e-6 · 30) − 79 · (1 + 18.5e-6 · 50) = 79.0660832 − 79.073075 = −0.0069918 mm
    expect(warmClearance(BUILD, 30, 50) / 1e6).toBeCloseTo(-0.0069918, 7);
  });

  it('dips where a fine search finds it, earlier and deeper when harsh', () => {
    const gentle = warmUp(BUILD, WARMING.liquid);
    const rough = warmUp(BUILD, { ...WARMING.liquid, piston: harsh(WARMING.liquid.piston) });
    const { piston, wall } = WARMING.liquid;
    let [least, when] = [Infinity, 0];
    for (let t = 0; t < 300; t += 0.05) {
      const c = warmClearance(BUILD, riseAt(wall, t), riseAt(piston, t));
      if (c < least) [least, when] = [c, t];
    }
    expect(Math.abs(gentle.dip.t - when)).toBeLessThanOrEqual(2);
    expect(gentle.dip.clearance).toBeGreaterThanOrEqual(least);
    expect(rough.dip.clearance).toBeLessThan(gentle.dip.clearance);
    expect(rough.dip.t).toBeLessThan(gentle.dip.t);
  });

  it('differs from the maker’s minimum by the cold difference, all through', () => {
    const run = warmUp(BUILD, WARMING.air);
    // 0.040 against 0.030: ten microns looser, give or take the expansion of those ten microns.
    for (const d of againstMinimum(BUILD, um(30), run)) expect(Math.abs(d - 10_000)).toBeLessThan(30);
  });

  it('refuses no time at all', () => {
    expect(() => warmUp(BUILD, WARMING.air, 20, 0)).toThrow(OutOfRange);
    expect(() => warmUp(BUILD, WARMING.air, 20, 10, 0)).toThrow(OutOfRange);
  });
});

/** Every matching in turn: what the exact method has to agree with. */
function bruteForce({ bores, pistons, least, target }: SelectiveFitInput) {
  let best: { worst: number; sum: number } | null = null;
  const go = (chosen: number[]): void => {
    if (chosen.length === bores.length) {
      const off = chosen.map((p, b) => Math.abs(bores[b]!.mean - pistons[p]! - target));
      const found = { worst: Math.max(...off), sum: off.reduce((a, b) => a + b, 0) };
      if (!best || found.worst < best.worst || (found.worst === best.worst && found.sum < best.sum))
        best = found;
      return;
    }
    pistons.forEach((p, i) => {
      if (!chosen.includes(i) && bores[chosen.length]!.smallest - p >= least) go([...chosen, i]);
    });
  };
  go([]);
  return best as { worst: number; sum: number } | null;
}

describe('selective fit', () => {
  const bore = (mean: number, smallest = mean - 2) => ({ mean, smallest });

  it('swaps two pistons where that brings both nearer the target', () => {
    const input = { bores: [bore(100), bore(110)], pistons: [72, 61], least: 20, target: 39 };
    // As they are 28 and 49, off 11 and 10; swapped 39 and 38, off 0 and 1.
    expect(selectiveFit(input)).toEqual({ pistonFor: [1, 0], clearances: [39, 38], worst: 1 });
  });

  it('forbids a pair that would be too tight, and says when none is left', () => {
    expect(selectiveFit({ bores: [bore(100)], pistons: [75], least: 24, target: 30 })).toBeNull();
    expect(selectiveFit({ bores: [bore(100, 99)], pistons: [75], least: 24, target: 30 })!.worst).toBe(5);
  });

  it('takes the lowest index among equals', () => {
    const input = { bores: [bore(100), bore(100)], pistons: [70, 70], least: 0, target: 30 };
    expect(selectiveFit(input)!.pistonFor).toEqual([0, 1]);
  });

  it('agrees with trying every matching', () => {
    const size = fc.integer({ min: 0, max: 30 });
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5 }).chain((n) =>
          fc.record({
            bores: fc.array(
              size.map((v) => bore(100 + v)),
              { minLength: n, maxLength: n },
            ),
            pistons: fc.array(
              size.map((v) => 50 + v),
              { minLength: n, maxLength: n },
            ),
            least: fc.integer({ min: 20, max: 45 }),
            target: fc.integer({ min: 30, max: 60 }),
          }),
        ),
        (input) => {
          const [fit, all] = [selectiveFit(input), bruteForce(input)];
          expect(fit === null).toBe(all === null);
          if (!fit || !all) return;
          const off = fit.clearances.map((c) => Math.abs(c - input.target));
          expect(fit.worst).toBe(all.worst);
          expect(off.reduce((a, b) => a + b, 0)).toBe(all.sum);
          expect([...fit.pistonFor].sort()).toEqual(input.pistons.map((_, i) => i));
        },
      ),
    );
  });

  it('takes twelve and refuses thirteen, or counts that differ', () => {
    const many = (n: number) => ({
      bores: Array.from({ length: n }, (_, i) => bore(100 + i)),
      pistons: Array.from({ length: n }, (_, i) => 70 + i),
      least: 0,
      target: 30,
    });
    expect(selectiveFit(many(12))!.worst).toBe(0);
    expect(() => selectiveFit(many(13))).toThrow(OutOfRange);
    expect(() => selectiveFit({ ...many(2), pistons: [70] })).toThrow(OutOfRange);
  });
});
