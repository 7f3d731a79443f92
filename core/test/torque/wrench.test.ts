import fc from 'fast-check';
import { adapterSetting, isBelieved, NUT_FACTOR, patternOf, preload } from '@tribos/core';

describe('a wrench', () => {
  it('is set to less through an adapter that reaches out: 40 N·m by 280 + 45 is 34.5', () => {
    expect(adapterSetting(40, { arm: 280, out: 45, angle: 0 })).toBeCloseTo(34.46, 2);
    // Across it changes nothing, folded back it takes more: 40·280/235.
    expect(adapterSetting(40, { arm: 280, out: 45, angle: 90 })).toBeCloseTo(40, 9);
    expect(adapterSetting(40, { arm: 280, out: 45, angle: 180 })).toBeCloseTo(47.66, 2);
    expect(() => adapterSetting(40, { arm: 40, out: 45, angle: 180 })).toThrow('arm with the adapter');
    expect(() => adapterSetting(40, { arm: 0, out: 45, angle: 0 })).toThrow();
  });

  it('is believed from a fifth of its range to all of it', () => {
    expect([9.9, 10, 50, 50.1].map((t) => isBelieved(t, 50))).toEqual([false, true, true, false]);
  });

  it('leaves 13.4 kN in a dry M8 at 21.5 N·m, 19.2 in an oiled one: 43 % more', () => {
    const [dry, oiled] = [NUT_FACTOR.dry, NUT_FACTOR.oiled].map((k) => preload(21.5, 8e6, k));
    expect(dry).toBeCloseTo(13.44, 2);
    expect(oiled).toBeCloseTo(19.2, 1);
    expect(oiled! / dry!).toBeCloseTo(1.43, 2);
    expect(() => preload(20, 0, 0.2)).toThrow();
  });
});

describe('a pattern', () => {
  const at = (x: number, y: number, n: number) => ({ at: n, x, y });

  it('goes from the middle outwards and across', () => {
    // Two rows of four: the middle four before the outer four, each next on the other side.
    const head = [0, 1].flatMap((row) => [0, 1, 2, 3].map((c) => at(c * 40, row * 60, row * 4 + c + 1)));
    const order = patternOf(head);
    expect(new Set(order.slice(0, 4))).toEqual(new Set([2, 3, 6, 7]));
    expect([order[0], order[1]]).toEqual([2, 7]);
    // A round of four: one after another across.
    const round = [at(0, 10, 1), at(10, 0, 2), at(0, -10, 3), at(-10, 0, 4)];
    expect(patternOf(round)).toEqual([1, 3, 2, 4]);
    expect(patternOf([])).toEqual([]);
  });

  it('names every bolt once, wherever they sit', () => {
    const any = fc.array(fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 300 })), {
      minLength: 1,
      maxLength: 20,
    });
    fc.assert(
      fc.property(any, (points) => {
        const order = patternOf(points.map(([x, y], i) => at(x, y, i + 1)));
        expect([...order].sort((a, b) => a - b)).toEqual(points.map((_, i) => i + 1));
      }),
    );
  });
});
