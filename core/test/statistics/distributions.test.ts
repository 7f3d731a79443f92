import fc from 'fast-check';
import { expectNormal, median, normalCdf, normalQuantile, sampleSd, studentCdf } from '@tribos/core';

describe('distributions', () => {
  // From printed tables of the normal and Student distributions.
  it.each([
    [0, 0.5],
    [1, 0.8413447461],
    [1.644853627, 0.95],
    [1.9599639845, 0.975],
    [-3, 0.001349898],
    [6, 0.999999999],
  ])('Φ(%f) = %f', (x, p) => {
    expect(normalCdf(x)).toBeCloseTo(p, 9);
  });

  it('has the quantile as its inverse', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-9, max: 1 - 1e-9, noNaN: true }), (p) => {
        expect(Math.abs(normalCdf(normalQuantile(p)) - p)).toBeLessThan(1e-13);
      }),
    );
    expect(normalQuantile(0)).toBe(-Infinity);
    expect(normalQuantile(1)).toBe(Infinity);
    expect(normalQuantile(2)).toBeNaN();
  });

  it.each([
    [2.015, 5, 0.95],
    [1.833, 9, 0.95],
    [6.314, 1, 0.95],
    [-2.262, 9, 0.025],
  ])('Student t(%f, ν %i) = %f', (t, dof, p) => {
    expect(studentCdf(t, dof)).toBeCloseTo(p, 3);
  });

  it('tends to the normal with many degrees of freedom', () => {
    expect(studentCdf(1.5, 1e5)).toBeCloseTo(normalCdf(1.5), 5);
    expect(studentCdf(1.5, Infinity)).toBe(normalCdf(1.5));
  });

  it('integrates against the normal: mean, variance and a tail', () => {
    expect(expectNormal(3, 2, (x) => x)).toBeCloseTo(3, 9);
    expect(expectNormal(3, 2, (x) => (x - 3) ** 2)).toBeCloseTo(4, 5);
    expect(expectNormal(0, 1, (x) => normalCdf(x))).toBeCloseTo(0.5, 12);
    expect(expectNormal(5, 0, (x) => x * 2)).toBe(10);
  });

  it('takes the middle of an even count and a sample deviation by hand', () => {
    expect(median([4, 1, 3, 2])).toBe(2.5);
    expect(sampleSd([2, 4, 4, 4, 5, 5, 7, 9])).toBeCloseTo(2.13809, 5);
  });
});
