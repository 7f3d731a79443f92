import fc from 'fast-check';
import { cheapestAssignment, chooseShims, lashWith, newShim, roomAfter, type LashNow } from '@tribos/core';

const valve = (measured: number, shim: number, over: Partial<LashNow> = {}): LashNow => ({
  name: 'v',
  measured,
  shim,
  low: 80,
  high: 120,
  target: 100,
  ...over,
});

describe('a shim', () => {
  it('is old + measured − target: 0.14 over 2.400 for 0.10 wants 2.440', () => {
    expect(newShim({ shim: 2_400_000, measured: 140_000, target: 100_000 })).toBe(2_440_000);
    expect(lashWith({ shim: 2_400_000, measured: 140_000 }, 2_440_000)).toBe(100_000);
    // 0.2 nearer along a stem that leans 20°: 1.8 − 0.2·cos 20°.
    expect(roomAfter(1_800_000, 200_000, 20) / 1e6).toBeCloseTo(1.61206, 5);
  });
});

describe('choosing shims', () => {
  it('swaps what the engine has before anything is bought', () => {
    // Each wants the other’s.
    const choice = chooseShims([valve(140, 2_400), valve(60, 2_440)], [], [2_440, 2_400])!;
    expect(choice.map((c) => [c.shim.thickness, c.shim.from, c.stays, c.gives])).toEqual([
      [2_440, 'engine', false, 100],
      [2_400, 'engine', false, 100],
    ]);
  });

  it('leaves what is inside alone where nothing is the better for it, takes the shelf before the shop', () => {
    expect(chooseShims([valve(100, 2_400)], [2_400], [])![0]).toMatchObject({ stays: true });
    expect(chooseShims([valve(150, 2_400)], [2_450], [2_450])![0]!.shim.from).toBe('shelf');
    expect(chooseShims([valve(150, 2_400)], [], [2_425, 2_450])![0]!.shim).toEqual({
      thickness: 2_450,
      from: 'bought',
    });
    expect(chooseShims([valve(150, 2_400)], [], [2_500])).toBeNull();
    expect(chooseShims([], [], [])).toEqual([]);
  });

  it('of two that are as far off takes the thinner: rather a little loose', () => {
    expect(chooseShims([valve(200, 2_400)], [], [2_490, 2_510])![0]!.shim.thickness).toBe(2_490);
  });

  /** Every choice there is, tried one by one. */
  function exhaustive(valves: readonly LashNow[], shelf: readonly number[], buy: readonly number[]) {
    let best: number[] | null = null;
    const offers = [
      ...valves.map((v) => ({ t: v.shim, k: 0 })),
      ...shelf.map((t) => ({ t, k: 1 })),
      ...buy.map((t) => ({ t, k: 2 })),
    ];
    const used = new Set<number>();
    const walk = (i: number, score: number[]) => {
      if (i === valves.length) {
        if (best === null || compare(score, best) < 0) best = score;
        return;
      }
      const v = valves[i]!;
      offers.forEach(({ t, k }, j) => {
        const gives = v.measured + v.shim - t;
        if ((k < 2 && used.has(j)) || gives < v.low || gives > v.high) return;
        if (k < 2) used.add(j);
        const off = Math.abs(gives - v.target);
        walk(i + 1, [
          score[0]! + Number(k === 2),
          score[1]! + Number(k === 1),
          Math.max(score[2]!, off),
          score[3]! + off,
          score[4]! + t,
        ]);
        used.delete(j);
      });
    };
    walk(0, [0, 0, 0, 0, 0]);
    return best as number[] | null;
  }
  const compare = (a: readonly number[], b: readonly number[]) =>
    a.map((x, i) => x - b[i]!).find((d) => d !== 0) ?? 0;
  const scoreOf = (choice: NonNullable<ReturnType<typeof chooseShims>>) => {
    const off = choice.map((c) => Math.abs(c.gives - 100));
    return [
      choice.filter((c) => c.shim.from === 'bought').length,
      choice.filter((c) => c.shim.from === 'shelf').length,
      Math.max(0, ...off),
      off.reduce((a, b) => a + b, 0),
      choice.reduce((sum, c) => sum + c.shim.thickness, 0),
    ];
  };

  it('is the least of every choice there is, on random engines', () => {
    const any = fc.record({
      valves: fc.array(
        fc.record({
          measured: fc.integer({ min: 4, max: 18 }).map((n) => n * 10),
          shim: fc.integer({ min: 90, max: 110 }).map((n) => n * 25),
        }),
        { minLength: 1, maxLength: 4 },
      ),
      shelf: fc.array(
        fc.integer({ min: 90, max: 110 }).map((n) => n * 25),
        { maxLength: 3 },
      ),
      buy: fc.uniqueArray(
        fc.integer({ min: 88, max: 112 }).map((n) => n * 25),
        { maxLength: 5 },
      ),
    });
    fc.assert(
      fc.property(any, ({ valves, shelf, buy }) => {
        const engine = valves.map((v) => valve(v.measured, v.shim));
        const choice = chooseShims(engine, shelf, buy);
        const best = exhaustive(engine, shelf, buy);
        expect(choice === null ? null : scoreOf(choice)).toEqual(best);
      }),
      { numRuns: 400 },
    );
  });

  it('does sixteen valves at once: each a shim of its own, every one inside, none better by a swap of two', () => {
    const engine = Array.from({ length: 16 }, (_, i) =>
      valve(60 + ((i * 37) % 90), 2_300 + ((i * 53) % 12) * 25),
    );
    const choice = chooseShims(
      engine,
      [2_350, 2_400, 2_450],
      Array.from({ length: 60 }, (_, i) => 2_000 + i * 25),
    )!;
    expect(choice).toHaveLength(16);
    for (const c of choice) expect(c.gives >= 80 && c.gives <= 120).toBe(true);
    const own = choice.filter((c) => c.shim.from === 'engine').map((c) => c.shim.thickness);
    for (const t of new Set(own))
      expect(own.filter((x) => x === t).length).toBeLessThanOrEqual(
        engine.filter((v) => v.shim === t).length,
      );
    const score = scoreOf(choice);
    for (let a = 0; a < 16; a += 1)
      for (let b = a + 1; b < 16; b += 1) {
        const swapped = choice.map((c, i) => {
          const { shim } = choice[i === a ? b : i === b ? a : i]!;
          return { ...c, shim, gives: lashWith(engine[i]!, shim.thickness) };
        });
        if (swapped.every((c) => c.gives >= 80 && c.gives <= 120))
          expect(compare(scoreOf(swapped), score)).toBeGreaterThanOrEqual(0);
      }
  });
});

describe('assigning', () => {
  it('finds the least of all permutations, and says when there is none', () => {
    const any = fc.array(
      fc.array(fc.option(fc.bigInt(0n, 50n), { nil: null }), { minLength: 4, maxLength: 4 }),
      {
        minLength: 1,
        maxLength: 4,
      },
    );
    const least = (cost: readonly (readonly (bigint | null)[])[], i = 0, used = 0): bigint | null => {
      if (i === cost.length) return 0n;
      let best: bigint | null = null;
      cost[i]!.forEach((c, j) => {
        if (c === null || used & (1 << j)) return;
        const rest = least(cost, i + 1, used | (1 << j));
        if (rest !== null && (best === null || c + rest < best)) best = c + rest;
      });
      return best;
    };
    fc.assert(fc.property(any, (cost) => expect(cheapestAssignment(cost)?.cost ?? null).toBe(least(cost))));
    expect(cheapestAssignment([[1n], [1n]])).toBeNull();
  });
});
