import fc from 'fast-check';
import { median, MedianWindow } from '@tribos/core';

const sortedMiddle = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  const at = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[at]! : (sorted[at - 1]! + sorted[at]!) / 2;
};

it('is the median of the last so many, after each one, whatever comes', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 12 }),
      // Few different values, so that equal ones leave the window too.
      fc.array(fc.integer({ min: -4, max: 4 }), { minLength: 1, maxLength: 60 }),
      (most, values) => {
        const window = new MedianWindow(most);
        values.forEach((v, i) => {
          window.add(v);
          const last = values.slice(Math.max(0, i + 1 - most), i + 1);
          expect([window.count, window.middle]).toEqual([last.length, sortedMiddle(last)]);
        });
      },
    ),
  );
});

it('is nothing of nothing', () => {
  expect([new MedianWindow(3).count, new MedianWindow(3).middle]).toEqual([0, Number.NaN]);
});

it('the median itself is that of a sort that is told how to compare', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -1e9, max: 1e9 }), { minLength: 1 }), (values) =>
      expect(median(values)).toBe(sortedMiddle(values)),
    ),
  );
});
