import fc from 'fast-check';
import { gasketStacks, type StackGasket } from '@tribos/core';

const g = (thickness: number, over: Partial<StackGasket> = {}): StackGasket => ({
  name: (thickness / 1e6).toFixed(2),
  thickness,
  fibre: false,
  ...over,
});
const range = { low: 1.05e6, high: 1.35e6, target: 1.2e6 };

describe('a gasket stack', () => {
  it('too loose, one gasket out: 1.50 over 0.25 + 0.40 becomes 1.10 or 1.25', () => {
    const stacks = gasketStacks({ smaller: 1.48e6, mean: 1.5e6 }, 0.65e6, [g(0.25e6), g(0.4e6)], range);
    expect(stacks.map((s) => [s.gaskets.map((x) => x.name).join('+'), s.mean / 1e6])).toEqual([
      ['0.40', 1.25],
      ['0.25', 1.1],
      ['0.25+0.25', 1.35],
    ]);
    // 1.20 is the middle: 0.05 off, 0.10 off, 0.15 off.
    expect(stacks.map((s) => Math.round(s.off))).toEqual([50_000, 100_000, 150_000]);
  });

  it('holds the minimum against the smaller side and the maximum against the mean', () => {
    const tilted = gasketStacks({ smaller: 1.0e6, mean: 1.2e6 }, 0.25e6, [g(0.25e6), g(0.4e6)], range);
    expect(tilted.map((s) => s.gaskets.map((x) => x.name).join('+'))).toEqual(['0.40']);
    expect(gasketStacks({ smaller: 1.0e6, mean: 1.34e6 }, 0.25e6, [g(0.25e6), g(0.4e6)], range)).toEqual([]);
  });

  it('uses no more than there are, names one of fibre, takes the sheet’s target', () => {
    const one = [g(0.1e6, { count: 1 }), g(0.5e6, { fibre: true })];
    const stacks = gasketStacks({ smaller: 1.2e6, mean: 1.2e6 }, 0.1e6, one, { ...range, target: 1.3e6 });
    expect(stacks.every((s) => s.gaskets.filter((x) => x === one[0]).length <= 1)).toBe(true);
    expect(stacks.map((s) => s.thickness)).toEqual([0.1e6]);
    expect(gasketStacks({ smaller: 0.8e6, mean: 0.8e6 }, 0.1e6, one, range).map((s) => s.fibre)).toEqual([
      true,
      true,
    ]);
    expect(() => gasketStacks({ smaller: 1, mean: 1 }, 0, [], { low: 2, high: 1, target: 1 })).toThrow();
  });

  it('is what trying every stack there is finds, in the same order', () => {
    const any = fc.record({
      mean: fc.integer({ min: 500, max: 2_500 }),
      tilt: fc.integer({ min: 0, max: 120 }),
      fitted: fc.integer({ min: 0, max: 1_000 }),
      stock: fc.uniqueArray(
        fc.integer({ min: 1, max: 16 }).map((n) => n * 50),
        { minLength: 1, maxLength: 4 },
      ),
      low: fc.integer({ min: 700, max: 1_300 }),
      width: fc.integer({ min: 0, max: 600 }),
    });
    fc.assert(
      fc.property(any, ({ mean, tilt, fitted, stock, low, width }) => {
        const limits = { low, high: low + width, target: low + width / 2 };
        const found = gasketStacks(
          { smaller: mean - tilt, mean },
          fitted,
          stock.map((t) => g(t)),
          limits,
        );
        // Every way of laying up to four, as numbers in base (n + 1).
        const all = new Set<string>();
        const base = stock.length + 1;
        for (let code = 1; code < base ** 4; code += 1) {
          const digits = [0, 1, 2, 3].map((i) => Math.floor(code / base ** i) % base).filter((d) => d > 0);
          const sum = digits.reduce((s, d) => s + stock[d - 1]!, 0);
          if (digits.length > 0 && mean - tilt - fitted + sum >= low && mean - fitted + sum <= limits.high)
            all.add(digits.sort().join());
        }
        expect(found).toHaveLength(all.size);
        const target = low + width / 2;
        for (const s of found) expect(s.off).toBeCloseTo(Math.abs(mean - fitted + s.thickness - target), 9);
        for (let i = 1; i < found.length; i += 1) {
          const [a, b] = [found[i - 1]!, found[i]!];
          const order = [a.off - b.off, a.gaskets.length - b.gaskets.length, a.thickness - b.thickness];
          expect(order.find((d) => d !== 0) ?? 0).toBeLessThanOrEqual(0);
        }
      }),
      { numRuns: 200 },
    );
  });
});
