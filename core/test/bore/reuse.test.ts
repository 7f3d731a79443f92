import {
  keptAfter,
  mm,
  normalCdf,
  propagate,
  um,
  type Component,
  type Estimate,
  type MapProblem,
} from '@tribos/core';

const noise = (key: string, amplitude: number): Component => ({
  key,
  kind: 'repeatability',
  amplitude,
  dof: Infinity,
  shape: 'normal',
});
const of = (value: number, ...components: Component[]): Estimate => ({ value: mm(value), components });
const limit = (side: 'max' | 'min', at: number) => ({ side, at: mm(at) });
const DRAWS = 60_000;
/** Four standard deviations of a share of so many draws. */
const SLACK = 4 * Math.sqrt(0.25 / DRAWS);

const wall = (limits: MapProblem['limits']): MapProblem => ({
  places: [
    { depth: mm(15), angle: 0, of: of(77.096, noise('a', 4_000)) },
    { depth: mm(15), angle: 90, of: of(77.09, noise('b', 4_000)) },
    { depth: mm(80), angle: 0, of: of(77.03, noise('c', 4_000)) },
    { depth: mm(80), angle: 90, of: of(77.028, noise('d', 4_000)) },
  ],
  piston: of(76.95, noise('p', 2_000)),
  sigma: 0,
  taper: 'worst-direction',
  limits,
  fits: [],
});
const reuse = (limits: MapProblem['limits']) => propagate(wall(limits), DRAWS).reuse;

describe('a wall used again: every limit at once', () => {
  it('is nothing where nothing is asked of it', () => {
    expect(reuse({})).toBeNull();
  });

  it('with one limit is that limit’s own probability', () => {
    const spread = propagate(wall({ largest: limit('max', 77.105) }), DRAWS);
    expect(spread.reuse!.p).toBe(spread.figures.largest!.p);
    // The largest alone, 9 µm inside with u 4 µm.
    expect(spread.reuse!.p).toBeCloseTo(normalCdf(9 / 4), 2);
  });

  it('is never surer than its least sure limit, nor less sure than all of them apart could be', () => {
    const spread = propagate(
      wall({
        largest: limit('max', 77.1),
        loosest: limit('max', 0.152),
        tightest: limit('min', 0.074),
        taper: limit('max', 0.07),
      }),
      DRAWS,
    );
    const each = ['largest', 'loosest', 'tightest', 'taper'].map((f) => spread.figures[f as 'largest']!.p!);
    expect(spread.reuse!.p).toBeLessThanOrEqual(Math.min(...each) + 1e-12);
    expect(spread.reuse!.p).toBeGreaterThanOrEqual(each.reduce((s, p) => s + p - 1, 1) - 1e-12);
    // One bore makes both: what takes the one limit takes the other as a rule, so that a product says too little.
    expect(spread.reuse!.p).toBeGreaterThan(each[0]! * each[1]! * each[2]! * each[3]!);
  });

  it('after more wear is what lower limits would have said, without drawing anew', () => {
    const room = reuse({ largest: limit('max', 77.105), loosest: limit('max', 0.16) })!;
    for (const wear of [1, 3, 6, 9, 14]) {
      const lower = reuse({
        largest: limit('max', Number((77.105 - wear / 1_000).toFixed(4))),
        loosest: limit('max', Number((0.16 - wear / 1_000).toFixed(4))),
      })!;
      expect(Math.abs(keptAfter(room, um(wear)) - lower.p)).toBeLessThan(SLACK + 1 / 200);
    }
  });

  it('never grows with wear, and ends at nothing', () => {
    const room = reuse({ largest: limit('max', 77.105), tightest: limit('min', 0.07) })!;
    expect(keptAfter(room, 0)).toBe(room.p);
    let before = 1;
    for (let w = 0; w <= 60_000; w += 500) {
      const now = keptAfter(room, w);
      expect(now).toBeLessThanOrEqual(before + 1e-12);
      before = now;
    }
    expect(keptAfter(room, um(100))).toBe(0);
    // Wear opens the bore: a minimum is kept by it, and what another limit has lost it does not give back.
    const lost = reuse({ largest: limit('max', 77.2), tightest: limit('min', 0.2) })!;
    expect(lost.p).toBe(0);
    expect(keptAfter(lost, um(1))).toBe(0);
  });
});
