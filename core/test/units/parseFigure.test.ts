import fc from 'fast-check';
import { fromBase, parseFigure, unitsOf } from '@tribos/core';

describe('a figure as it is typed', () => {
  it.each([
    ['pressure', '11.5', 'bar', 1_150, 10],
    ['pressure', '11,5 bar', 'kPa', 1_150, 10],
    ['pressure', '.45', 'bar', 45, 1],
    ['pressure', '980 kPa', 'bar', 980, 1],
    ['pressure', ' 165 PSI ', 'bar', 1_137.634905, 6.894757],
    ['pressure-rate', '0.03', 'bar/min', 3, 1],
    ['share', '12 %', '%', 12, 1],
    ['temperature', '-18', '°C', -18, 1],
    ['temperature', '−18,5 °C', '°C', -18.5, 0.1],
  ] as const)('%s “%s” in %s', (dimension, text, unit, value, step) => {
    const read = parseFigure(dimension, text, unit);
    expect(read).toMatchObject({ ok: true });
    if (read.ok) {
      expect(read.value).toBeCloseTo(value, 6);
      expect(read.step).toBeCloseTo(step, 6);
    }
  });

  it.each([
    ['', 'Nothing is typed.'],
    ['  ', 'Nothing is typed.'],
    ['eleven', '“eleven” is not a figure.'],
    ['11.5.2', '“.2” is no unit of this: bar, kPa, psi.'],
    ['11 mm', '“mm” is no unit of this: bar, kPa, psi.'],
    ['1e9 x', '“e9 x” is no unit of this: bar, kPa, psi.'],
  ])('“%s” is refused with a sentence', (text, sentence) => {
    expect(parseFigure('pressure', text, 'bar')).toEqual({ ok: false, sentence });
  });

  it('reads back what it would print, in every unit', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 99_999 }), fc.constantFrom(...unitsOf('pressure')), (n, unit) => {
        const read = parseFigure('pressure', `${n / 100} ${unit}`, 'kPa');
        expect(read.ok && fromBase('pressure', read.value, unit)).toBeCloseTo(n / 100, 6);
      }),
    );
  });
});
