import fc from 'fast-check';
import { seedOf, xoshiro128ss } from '@tribos/core';
import { sumNoise } from '../../src/bore/sumNoise.js';

describe('columns of draws', () => {
  it('are the very numbers that are drawn one by one, whatever was drawn before', () => {
    fc.assert(
      fc.property(fc.string(), fc.nat(50), fc.integer({ min: 1, max: 300 }), (text, before, count) => {
        const [single, whole] = [xoshiro128ss(seedOf(text)), xoshiro128ss(seedOf(text))];
        for (let i = 0; i < before; i += 1) expect(whole.uniform()).toBe(single.uniform());
        const column = new Float64Array(count + 1).fill(-1);
        whole.fill(column, count);
        for (let i = 0; i < count; i += 1) expect(column[i]).toBe(single.uniform());
        expect(column[count]).toBe(-1);
        expect(whole.uniform()).toBe(single.uniform());
      }),
    );
  });

  it('sum to the last bit as one after the other would', () => {
    const factor = fc.double({ min: -1e6, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(fc.array(factor, { maxLength: 14 }), fc.string(), (by, text) => {
        const random = xoshiro128ss(seedOf(text));
        const count = 33;
        const sources = by.map(() => {
          const column = new Float64Array(count);
          random.fill(column, count);
          return column;
        });
        const naive = new Float64Array(count);
        by.forEach((f, k) => {
          for (let i = 0; i < count; i += 1) naive[i]! += f * sources[k]![i]!;
        });
        const into = new Float64Array(count).fill(7);
        sumNoise({ at: Int32Array.from(by.keys()), by: Float64Array.from(by) }, sources, count, into);
        expect([...into]).toEqual([...naive].map((v) => v + 0));
      }),
    );
  });
});
