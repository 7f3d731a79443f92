import fc from 'fast-check';
import {
  factorMinimum,
  gapPasses,
  leafBracket,
  leafConformance,
  leafMiddle,
  mm,
  nextLeaf,
  OutOfRange,
  sumOfRectangularCdf,
  USUAL_LEAVES,
  type LeafAnswer,
  type LeafTry,
} from '@tribos/core';

const tries = (...list: (readonly [number | readonly number[], LeafAnswer])[]): LeafTry[] =>
  list.map(([t, answer]) => ({ stack: (Array.isArray(t) ? t : [t]).map((v: number) => mm(v)), answer }));

describe('what leaves leave between them', () => {
  it('is a bracket between the thickest that goes and the thinnest that drags or does not go', () => {
    expect(leafBracket(tries([0.05, 'goes'], [0.08, 'does-not'], [0.06, 'goes'], [0.07, 'drags']))).toEqual({
      low: mm(0.06),
      high: mm(0.07),
      lowLeaves: 1,
      highLeaves: 1,
      contradicts: false,
    });
  });

  it('is a bound with one kind of answer only, and nothing without any', () => {
    expect(leafBracket(tries([0.1, 'goes']))).toMatchObject({ low: mm(0.1), high: null });
    expect(leafBracket(tries([0.1, 'does-not']))).toMatchObject({ low: null, high: mm(0.1) });
    expect(leafBracket([])).toMatchObject({ low: null, high: null, contradicts: false });
  });

  it('contradicts itself when a thicker one goes than one that does not', () => {
    const bracket = leafBracket(tries([0.1, 'goes'], [0.08, 'drags']));
    expect(bracket.contradicts).toBe(true);
    expect(leafConformance(bracket, 'min', mm(0.01), { tolerance: 5_000, bias: 0 })).toBeNull();
    expect(leafMiddle(bracket, { tolerance: 5_000, bias: 0 })).toBeNull();
    expect(nextLeaf(USUAL_LEAVES, bracket, mm(0.1))).toBeNull();
  });

  it('only ever narrows as tries are added', () => {
    const one = fc.record({
      t: fc.constantFrom(...USUAL_LEAVES),
      gap: fc.constant(mm(0.33)),
    });
    fc.assert(
      fc.property(fc.array(one, { minLength: 1, maxLength: 12 }), (list) => {
        const honest = list.map(({ t, gap }): LeafTry => ({
          stack: [t],
          answer: t <= gap ? 'goes' : 'does-not',
        }));
        const before = leafBracket(honest.slice(0, -1));
        const after = leafBracket(honest);
        expect(after.low ?? 0).toBeGreaterThanOrEqual(before.low ?? 0);
        expect(after.high ?? Infinity).toBeLessThanOrEqual(before.high ?? Infinity);
        expect(after.contradicts).toBe(false);
      }),
    );
  });
});

describe('a sum of rectangular quantities', () => {
  // By geometry: the corner triangle of a unit square, the corner simplex of a unit cube.
  it.each([
    [[1, 1], 0.5, 0.125],
    [[1, 1], 1, 0.5],
    [[1, 1, 1], 1, 1 / 6],
    [[1, 1, 1], 1.5, 0.5],
    [[2, 1], 1, 0.25],
    [[3], 0.75, 0.25],
  ])('%j below %d has %d', (widths, x, expected) => {
    expect(sumOfRectangularCdf(widths, x)).toBeCloseTo(expected, 12);
  });

  it('is symmetric about the middle and never falls', () => {
    const widths = fc.array(fc.double({ min: 0.01, max: 10, noNaN: true }), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(
        widths,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (w, a, b) => {
          const total = w.reduce((x, y) => x + y, 0);
          const [low, high] = [Math.min(a, b) * total, Math.max(a, b) * total];
          expect(sumOfRectangularCdf(w, low)).toBeLessThanOrEqual(sumOfRectangularCdf(w, high) + 1e-6);
          expect(sumOfRectangularCdf(w, low) + sumOfRectangularCdf(w, total - low)).toBeCloseTo(1, 5);
        },
      ),
    );
  });

  it('refuses widths that are none', () => {
    expect(() => sumOfRectangularCdf([], 1)).toThrow(OutOfRange);
    expect(() => sumOfRectangularCdf([1, 0], 1)).toThrow(OutOfRange);
  });
});

describe('a clearance by leaf beside the piston', () => {
  const model = { tolerance: 5_000, bias: 25_000 };
  const bracket = leafBracket(tries([0.06, 'goes'], [0.07, 'drags']));

  it('keeps a minimum it is well above, whatever the tolerance of the leaves', () => {
    expect(leafConformance(bracket, 'min', mm(0.04), model)).toBe(1);
    expect(leafConformance(bracket, 'max', mm(0.15), model)).toBe(1);
    expect(leafConformance(bracket, 'max', mm(0.05), model)).toBe(0);
  });

  it('agrees with drawing the bracket, the bias and the leaf ten thousand times', () => {
    let state = 12_345;
    const uniform = () => {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
      return (state + 0.5) / 2 ** 32;
    };
    const limit = mm(0.08);
    const n = 20_000;
    let kept = 0;
    for (let i = 0; i < n; i += 1) {
      const x = mm(0.06) + 10_000 * uniform() + 25_000 * uniform() + 5_000 * (2 * uniform() - 1);
      if (x <= limit) kept += 1;
    }
    // Binomial scatter at this count is 0.0035; three of them.
    expect(Math.abs(leafConformance(bracket, 'max', limit, model)! - kept / n)).toBeLessThan(0.0105);
  });

  it('has a middle and a spread: (60 + 70 + 25)/2, √(10² + 25² + 10²)/√12', () => {
    expect(leafMiddle(bracket, model)).toEqual({ value: 77_500, u: expect.closeTo(8291.56, 1) });
  });

  it('with one end settles only what no tolerance could undo', () => {
    const bound = leafBracket(tries([0.06, 'goes']));
    expect(leafConformance(bound, 'min', mm(0.055), model)).toBe(1);
    expect(leafConformance(bound, 'min', mm(0.056), model)).toBeNull();
    expect(leafConformance(bound, 'max', mm(0.05), model)).toBe(0);
    const upper = leafBracket(tries([0.06, 'does-not']));
    expect(leafConformance(upper, 'max', mm(0.09), model)).toBe(1);
    expect(leafConformance(upper, 'max', mm(0.0899), model)).toBeNull();
  });

  it('counts every leaf of a stack', () => {
    const stacked = leafBracket(tries([[0.03, 0.03], 'goes'], [0.07, 'drags']));
    expect(leafMiddle(stacked, model)!.u).toBeGreaterThan(leafMiddle(bracket, model)!.u);
  });
});

describe('a ring gap against its minimum', () => {
  // 84.6 × 0.0046 = 0.38916, rounded up.
  const minimum = factorMinimum(mm(84.6), 46);

  it('does not pass on the leaf below the minimum', () => {
    expect(minimum).toBe(389_160);
    expect(gapPasses(leafBracket(tries([0.38, 'goes'])), minimum)).toBe(false);
    expect(gapPasses(leafBracket(tries([0.4, 'goes'])), minimum)).toBe(true);
    expect(gapPasses(leafBracket(tries([0.4, 'drags'])), minimum)).toBe(false);
  });
});

describe('the next leaf', () => {
  const next = (list: LeafTry[], expected = 0.3) =>
    nextLeaf(USUAL_LEAVES, leafBracket(list), mm(expected))?.map((t) => t / 1e6);

  it('begins near what is expected and halves the bracket', () => {
    expect(next([], 0.31)).toEqual([0.3]);
    expect(next(tries([0.05, 'goes'], [0.1, 'does-not']))).toEqual([0.07]);
  });

  it('walks out while only one end is known', () => {
    expect(next(tries([0.3, 'goes']))).toEqual([0.4]);
    expect(next(tries([0.3, 'does-not']))).toEqual([0.25]);
    expect(next(tries([1, 'goes']))).toBeUndefined();
    expect(next(tries([0.03, 'does-not']))).toBeUndefined();
  });

  it('lays a stack only where no single leaf lies between', () => {
    const stack = next(tries([0.3, 'goes'], [0.35, 'does-not']))!;
    expect(stack).toHaveLength(2);
    const sum = stack[0]! + stack[1]!;
    expect(sum).toBeGreaterThan(0.3);
    expect(sum).toBeLessThan(0.35);
  });

  it('finds a gap between any two neighbouring leaves in few tries', () => {
    fc.assert(
      fc.property(fc.integer({ min: 31_000, max: 999_000 }), (gap) => {
        const list: LeafTry[] = [];
        let tried = 0;
        for (;;) {
          const stack = nextLeaf(USUAL_LEAVES, leafBracket(list), mm(0.1));
          if (!stack || stack.length > 1) break;
          list.push({ stack: stack as LeafTry['stack'], answer: stack[0]! <= gap ? 'goes' : 'does-not' });
          tried += 1;
        }
        const { low, high } = leafBracket(list);
        expect(low! <= gap && gap < high!).toBe(true);
        expect(USUAL_LEAVES.some((l) => l > low! && l < high!)).toBe(false);
        expect(tried).toBeLessThan(USUAL_LEAVES.length);
      }),
    );
  });
});
