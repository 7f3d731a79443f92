import fc from 'fast-check';
import { leafToGo, mm, USUAL_LEAVES } from '@tribos/core';

const set = (...leaves: number[]) => leaves.map((t) => mm(t));
const made = (minimum: number, leaves = USUAL_LEAVES as readonly ReturnType<typeof mm>[]) => {
  const found = leafToGo(leaves, minimum);
  return found && [found.thickness / 1e6, found.stack.length];
};

describe('the leaf that has to go', () => {
  it.each([
    // Worked by hand: factor × bore, then the thinnest sum of the set not below it.
    ['84.6 × 0.0046 = 0.38916', 389_160, set(0.35, 0.38, 0.4, 0.45), 0.4, 1],
    ['a 36.3 mm bore × 0.004 = 0.1452', 145_200, set(0.1, 0.12, 0.15, 0.2), 0.15, 1],
    ['exactly on a leaf', 400_000, set(0.35, 0.4, 0.45), 0.4, 1],
    ['one nanometre over it', 400_001, set(0.35, 0.4, 0.45), 0.45, 1],
    ['0.21, in a set without it: 0.10 + 0.12', 210_000, set(0.1, 0.12, 0.25), 0.22, 2],
    ['as thick by one as by two', 250_000, set(0.1, 0.15, 0.25), 0.25, 1],
    ['more than the thickest: three together', 1_900_000, set(0.5, 0.6, 0.7, 0.8), 1.9, 3],
  ])('%s', (_, minimum, leaves, thickness, count) => {
    expect(made(minimum, leaves)).toEqual([thickness, count]);
  });

  it('is nothing where the set cannot make it: no leaf is there twice', () => {
    expect(leafToGo(set(0.2), mm(0.4))).toBeNull();
    expect(leafToGo(set(0.1, 0.2, 0.3, 0.4), mm(0.91))).toBeNull();
    expect(leafToGo([], mm(0.1))).toBeNull();
  });

  it('is never below the minimum, and nothing of the set comes nearer', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 9 }),
        fc.integer({ min: 1, max: 200 }),
        (some, tenth) => {
          // A leaf of 5 µm is one of these: a hundredth of a millimetre is two of them.
          const [leaves, minimum] = [some.map((n) => n * 5_000), tenth * 5_000];
          const found = leafToGo(leaves as never, minimum);
          // Every sum there is, one after the other.
          const sums = leaves.flatMap((a, i) => [
            a,
            ...leaves
              .slice(i + 1)
              .flatMap((b, j) => [a + b, ...leaves.slice(i + j + 2).map((c) => a + b + c)]),
          ]);
          const enough = sums.filter((s) => s >= minimum);
          const least = enough.length === 0 ? null : Math.min(...enough);
          // One leaf alone stands for a stack where it is no more than 0.01 mm thicker: one reading, not three.
          const one = leaves.filter((t) => t >= minimum).sort((a, b) => a - b)[0];
          const alone = one !== undefined && one <= least! + 10_000;
          expect(found?.thickness ?? null).toBe(alone ? one : least);
          if (alone) expect(found!.stack).toEqual([one]);
          if (found) expect(new Set(found.stack).size).toBe(found.stack.length);
        },
      ),
    );
  });
});
