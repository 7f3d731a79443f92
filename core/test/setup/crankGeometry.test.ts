import fc from 'fast-check';
import {
  clearanceVolume,
  compressionRatio,
  pistonBelowTop,
  portDuration,
  strokeOf,
  sweptVolume,
  topDeadCentre,
  wheelAt,
} from '@tribos/core';

const K620 = { throw: 34, rod: 132 };

describe('crank geometry', () => {
  it('comes out to the worked figures: 17° is 1.860, 2.000 is 17.63°', () => {
    expect(pistonBelowTop(K620, 17)).toBeCloseTo(1.86, 3);
    expect(pistonBelowTop(K620, -17)).toBeCloseTo(1.86, 3);
    expect(-wheelAt(K620, 2).before).toBeCloseTo(17.63, 2);
    expect(strokeOf(K620)).toBeCloseTo(68, 12);
    // One millimetre of offset turns the top of the piston by 0.35°.
    expect(topDeadCentre({ ...K620, offset: 1 })).toBeCloseTo(0.345, 3);
  });

  it('port durations: roof 38.5 at a deck of 0.3 is 180.9°, at 0.8 is 182.5°', () => {
    expect(portDuration(K620, 38.5, 0.3)).toBeCloseTo(180.9, 1);
    expect(portDuration(K620, 38.5, 0.8)).toBeCloseTo(182.5, 1);
    expect(portDuration(K620, 0.2, 0.3)).toBeNull();
    expect(portDuration(K620, 69, 0.3)).toBeNull();
  });

  const trains = fc
    .record({
      throw: fc.double({ min: 10, max: 60, noNaN: true }),
      ratio: fc.double({ min: 1.4, max: 3, noNaN: true }),
      offset: fc.double({ min: -3, max: 3, noNaN: true }),
    })
    .map(({ throw: t, ratio, offset }) => ({ throw: t, rod: t * ratio + 4, offset }));

  it('is the distance between two circles: found again by bisecting the linkage', () => {
    fc.assert(
      fc.property(trains, fc.double({ min: -175, max: 175, noNaN: true }), (train, wheel) => {
        // The pin's height from the linkage itself: crankpin on its circle, pin a rod away on its line.
        const θ = ((wheel + topDeadCentre(train)) * Math.PI) / 180;
        const [px, py] = [train.throw * Math.sin(θ), train.throw * Math.cos(θ)];
        let [low, high] = [py, py + train.rod];
        for (let i = 0; i < 200; i += 1) {
          const mid = (low + high) / 2;
          if (Math.hypot(px - train.offset, mid - py) < train.rod) low = mid;
          else high = mid;
        }
        const top = Math.sqrt((train.throw + train.rod) ** 2 - train.offset ** 2);
        expect(pistonBelowTop(train, wheel)).toBeCloseTo(top - low, 8);
      }),
    );
  });

  it('goes back and forth, near the centres too, and never above its top', () => {
    fc.assert(
      fc.property(trains, fc.double({ min: 0, max: 1, noNaN: true }), (train, part) => {
        const below = strokeOf(train) * part;
        const { before, after } = wheelAt(train, below);
        expect(before).toBeLessThanOrEqual(1e-9);
        expect(after).toBeGreaterThanOrEqual(-1e-9);
        for (const w of [before, after]) expect(pistonBelowTop(train, w)).toBeCloseTo(below, 7);
      }),
    );
    // 1 nm of a 68 mm stroke, in nm: acos of it would be nought.
    const { after } = wheelAt({ throw: 34e6, rod: 132e6 }, 1);
    expect(after).toBeGreaterThan(0);
    expect(pistonBelowTop({ throw: 34e6, rod: 132e6 }, after)).toBeCloseTo(1, 1);
  });

  it('refuses what cannot be', () => {
    expect(() => wheelAt(K620, 68.01)).toThrow('0 to the stroke');
    expect(() => wheelAt(K620, -0.1)).toThrow();
    expect(() => strokeOf({ throw: 34, rod: 34 })).toThrow('rod');
    expect(() => strokeOf({ throw: 0, rod: 34 })).toThrow('throw');
  });
});

describe('compression', () => {
  const chamber = { bore: 77e6, burette: 30, gasket: 0.6e6, gasketBore: 78e6, deck: 0.1e6, dome: 2 };

  it('by hand: 77 × 69.1 with 30 cm³ in the head', () => {
    // π/4·7.7²·6.91 = 321.777; gasket π/4·7.8²·0.06 = 2.867; deck π/4·7.7²·0.01 = 0.4657; 30 + 2.867 + 0.466 − 2.
    expect(sweptVolume(77e6, 69.1e6)).toBeCloseTo(321.774, 2);
    expect(clearanceVolume(chamber)).toBeCloseTo(31.3328, 3);
    expect(compressionRatio(chamber, 69.1e6)).toBeCloseTo(1 + 321.774 / 31.3328, 3);
  });

  it('trapped: only what is left of the stroke once the exhaust is shut', () => {
    const trapped = compressionRatio(chamber, 38.2e6);
    expect(trapped).toBeCloseTo(1 + sweptVolume(77e6, 38.2e6) / 31.3328, 3);
    expect(trapped).toBeLessThan(compressionRatio(chamber, 69.1e6));
  });

  it('falls when the gasket grows, rises with a dome, and refuses a chamber of nothing', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3_000_000 }), (more) => {
        const of = (over: object) => compressionRatio({ ...chamber, ...over }, 69.1e6);
        expect(of({ gasket: chamber.gasket + more })).toBeLessThan(of({}));
        expect(of({ dome: chamber.dome + more / 1e6 })).toBeGreaterThan(of({}));
      }),
    );
    expect(() => clearanceVolume({ ...chamber, dome: 99 })).toThrow('clearance volume');
  });
});
