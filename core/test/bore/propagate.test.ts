import fc from 'fast-check';
import {
  conformance,
  exactly,
  mapKey,
  MAP_FIGURES,
  mm,
  propagate,
  propagation,
  seedOf,
  xoshiro128ss,
  type Component,
  type Estimate,
  type MapProblem,
} from '@tribos/core';

const normal = (key: string, amplitude: number, over: Partial<Component> = {}): Component => ({
  key,
  kind: 'repeatability',
  amplitude,
  dof: Infinity,
  shape: 'normal',
  ...over,
});
const of = (value: number, ...components: Component[]): Estimate => ({ value: mm(value), components });
const problem = (
  places: readonly (readonly [depth: number, angle: number, of: Estimate])[],
  over: Partial<MapProblem> = {},
): MapProblem => ({
  places: places.map(([depth, angle, e]) => ({ depth: mm(depth), angle, of: e })),
  piston: null,
  sigma: 0,
  taper: 'worst-direction',
  limits: {},
  fits: [],
  ...over,
});
const limit = (side: 'max' | 'min', at: number) => ({ side, at: mm(at) });
const DRAWS = 60_000;
/** Scatter of a share of so many draws, four of them. */
const WITHIN = 4 * Math.sqrt(0.25 / DRAWS);
const figuresOf = (of: MapProblem, draws = DRAWS) => propagate(of, draws).figures;

describe('propagation of a map against closed forms', () => {
  it('one normal reading: P is Φ, the interval ±1.96 u', () => {
    const { largest } = figuresOf(
      problem([[15, 0, of(77.1, normal('a', 5_000))]], { limits: { largest: limit('max', 77.105) } }),
    );
    expect(Math.abs(largest!.p! - conformance(mm(77.1), 'max', mm(77.105), 5_000))).toBeLessThan(WITHIN);
    // A quantile of so many draws: √(0.025·0.975/N) over the density there, 0.0584/u.
    const quantileU = (Math.sqrt((0.025 * 0.975) / DRAWS) / 0.0584) * 5_000;
    expect(Math.abs(largest!.high - mm(77.1) - 1.96 * 5_000)).toBeLessThan(4 * quantileU);
    expect(Math.abs(mm(77.1) - largest!.low - 1.96 * 5_000)).toBeLessThan(4 * quantileU);
  });

  it('one rectangular tolerance: the interval is 95 % of its width', () => {
    const { largest } = figuresOf(
      problem([[15, 0, of(77.1, normal('a', 4_000 / Math.sqrt(3), { shape: 'rectangular' }))]]),
    );
    expect(largest!.high - largest!.low).toBeCloseTo(0.95 * 8_000, -2);
    expect(largest!.p).toBeNull();
  });

  it('the largest of four alike is drawn alone; a part at the limit would read as far out 1 − (1 − Φ)⁴', () => {
    const each = (n: number) => of(77.1, normal(`a${n}`, 5_000));
    const { largest } = figuresOf(
      problem(
        [
          [15, 0, each(1)],
          [45, 0, each(2)],
          [60, 0, each(3)],
          [80, 0, each(4)],
        ],
        { limits: { largest: limit('max', 77.105) } },
      ),
    );
    const p = conformance(mm(77.1), 'max', mm(77.105), 5_000);
    expect(Math.abs(largest!.p! - p)).toBeLessThan(WITHIN);
    expect(Math.abs(largest!.tail! - (1 - (1 - p) ** 4))).toBeLessThan(WITHIN);
  });

  it('taper of two depths with one gauge: the shared error cancels, √2 of the rest stays', () => {
    const shared = normal('scale', 50_000);
    const { taper } = figuresOf(
      problem([
        [15, 0, of(77.15, shared, normal('a', 1_000))],
        [80, 0, of(77.05, shared, normal('b', 1_000))],
      ]),
    );
    expect(taper!.high - taper!.low).toBeCloseTo(2 * 1.96 * Math.SQRT2 * 1_000, -2);
  });

  it('clearance with a micrometer shared by bore and piston', () => {
    const mic = normal('mic', 30_000);
    const { tightest, loosest } = figuresOf(
      problem([[15, 0, of(77.04, mic, normal('a', 2_000))]], {
        piston: of(77.0, mic, normal('b', 1_500)),
        limits: { tightest: limit('min', 0.035) },
      }),
    );
    const p = conformance(mm(0.04), 'min', mm(0.035), 2_500);
    expect(Math.abs(tightest!.p! - p)).toBeLessThan(WITHIN);
    expect(loosest!.low).toBe(tightest!.low);
  });

  it('scatter from few repeats as Student’s t, stood or fallen together', () => {
    const few = (key: string) => normal(key, 5_000, { dof: 4, pool: 'study' });
    const { largest } = figuresOf(
      problem([[15, 0, of(77.1, few('a'))]], { limits: { largest: limit('max', 77.11) } }),
    );
    // t = 2 with 4 degrees of freedom: 0.94194 from tables.
    expect(Math.abs(largest!.p! - 0.94194)).toBeLessThan(WITHIN);
  });

  it('the unseen oval of two directions: half normal about what is seen', () => {
    const { outOfRound } = figuresOf(
      problem(
        [
          [15, 0, exactly(mm(77.1))],
          [15, 90, exactly(mm(77.1))],
        ],
        { sigma: 10_000, limits: { outOfRound: limit('max', 0.02) } },
      ),
    );
    // Amplitude |N(0, 10)|, so the oval 2|b| is under 20 when |b| < σ: 0.6827.
    expect(Math.abs(outOfRound!.p! - 0.6827)).toBeLessThan(WITHIN);
    expect(outOfRound!.high).toBeCloseTo(2 * 10_000 * 2.2414, -3);
  });

  it('gives no figure a map cannot give', () => {
    const figures = figuresOf(problem([[15, 0, of(77.1, normal('a', 1))]]), 4_000);
    expect(MAP_FIGURES.filter((f) => figures[f] === null)).toEqual([
      'outOfRound',
      'ovality',
      'taper',
      'tightest',
      'loosest',
    ]);
  });
});

describe('the same problem', () => {
  const four = (order: (c: Component[]) => Component[]) =>
    problem(
      [0, 45, 90, 135].map((a, i) => [
        15,
        a,
        of(77.1 + i / 100, ...order([normal('s', 900), normal(`r${i}`, 1_500)])),
      ]),
      {
        piston: of(77, normal('p', 2_000)),
      },
    );

  it('gives the same bits, whatever order its error sources are named in', () => {
    const [a, b] = [four((c) => c), four((c) => [...c].reverse())];
    expect(mapKey(a)).toBe(mapKey(b));
    expect(propagate(a, 8_000)).toEqual(propagate(b, 8_000));
    expect(seedOf('x')).toEqual(seedOf('x'));
    expect(seedOf('x')).not.toEqual(seedOf('y'));
  });

  it('is worked in blocks that can be stopped, and says how far it is', () => {
    const shares: number[] = [];
    const run = propagation(
      four((c) => c),
      16_000,
    );
    for (let step = run.next(); !step.done; step = run.next()) shares.push(step.value);
    expect(shares).toEqual([0.25, 0.5, 0.75, 1]);
  });

  it('does not hang on where the depths or directions are counted from', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 179 }), (turn) => {
        const at = (t: number) =>
          propagate(
            problem(
              [0, 45, 90, 135].map((a, i) => [
                15,
                (a + t) % 180,
                exactly(mm([77.094, 77.081, 77.068, 77.079][i]!)),
              ]),
            ),
            4_000,
          ).figures;
        // No error source: every draw is the figure itself. 0.0261 oval, by least squares.
        expect(at(turn).ovality!.high / 1e6).toBeCloseTo(0.0261, 3);
        expect(Math.abs(at(turn).largest!.high - at(0).largest!.high)).toBeLessThan(2);
      }),
      { numRuns: 20 },
    );
  });

  it('draws uniformly: 128-bit generator against its published first outputs for state 1, 2, 3, 4', () => {
    // Reference algorithm: rotl(s1·5, 7)·9 = 11520, 0, 5927040, 70819200 for this state.
    const { uniform } = xoshiro128ss([1, 2, 3, 4]);
    const word = () => uniform() * 2 ** 32 - 0.5;
    expect([word(), word(), word(), word()]).toEqual([11520, 0, 5927040, 70819200]);
  });
});
