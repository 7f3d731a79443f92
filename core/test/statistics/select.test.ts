import fc from 'fast-check';
import { selectAll, selectAt } from '@tribos/core';

describe('selection', () => {
  it('gives what stands at an index of the sorted numbers, one and many at once', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.oneof(
            fc.integer({ min: -5, max: 5 }),
            fc.double({ noNaN: true }).map((v) => (v === 0 ? 0 : v)),
          ),
          {
            minLength: 1,
            maxLength: 200,
          },
        ),
        fc.array(fc.nat(199), { minLength: 1, maxLength: 12 }),
        (values, at) => {
          const sorted = Float64Array.from(values).sort();
          const ks = at.map((k) => k % values.length).sort((a, b) => a - b);
          expect(selectAll(Float64Array.from(values), ks)).toEqual(ks.map((k) => sorted[k]));
          expect(selectAt(Float64Array.from(values), ks[0]!)).toBe(sorted[ks[0]!]);
        },
      ),
    );
  });
});
