import fc from 'fast-check';
import {
  asOpensToTheSides,
  crossHatchAngle,
  crossHatchCycles,
  crossHatchSpeed,
  mm,
  OutOfRange,
} from '@tribos/core';

const stroke = { bore: mm(77), travel: mm(85) };

describe('cross-hatch', () => {
  it.each([
    // π · 77 · 120 · tan(22.5°) / 170 = 70.73; tan(30°): 98.59; tan(15°): 45.75
    [45, 70.73],
    [60, 98.59],
    [30, 45.75],
  ])('%d° at 120 a minute takes %d cycles', (angle, cycles) => {
    expect(crossHatchCycles(stroke, 120, angle)).toBeCloseTo(cycles, 2);
  });

  it('comes out at 45 cycles and 45° at 76 revolutions a minute', () => {
    // 120 · 45 / 70.73
    expect(crossHatchSpeed(stroke, 45, 45)).toBeCloseTo(76.35, 1);
  });

  it('angle, pace and speed say the same of each other', () => {
    const positive = (most: number) => fc.double({ min: 1, max: most, noNaN: true });
    fc.assert(
      fc.property(
        positive(150),
        positive(300),
        positive(900),
        fc.double({ min: 1, max: 179, noNaN: true }),
        (bore, travel, rpm, angle) => {
          const of = { bore: bore * 1e6, travel: travel * 1e6 };
          const cycles = crossHatchCycles(of, rpm, angle);
          expect(crossHatchAngle(of, rpm, cycles)).toBeCloseTo(angle, 6);
          expect(crossHatchSpeed(of, cycles, angle) / rpm).toBeCloseTo(1, 9);
        },
      ),
    );
  });

  it('over a right angle a sheet counts from the other side', () => {
    expect([120, 135, 90, 45].map(asOpensToTheSides)).toEqual([60, 45, 90, 45]);
  });

  it.each([0, 180, -3, Number.NaN])('refuses an angle of %d', (angle) => {
    expect(() => crossHatchCycles(stroke, 120, angle)).toThrow(OutOfRange);
  });

  it('refuses a bore, a travel, a speed and a pace of nothing', () => {
    expect(() => crossHatchCycles({ ...stroke, bore: 0 }, 120, 45)).toThrow(OutOfRange);
    expect(() => crossHatchCycles({ ...stroke, travel: 0 }, 120, 45)).toThrow(OutOfRange);
    expect(() => crossHatchCycles(stroke, 0, 45)).toThrow(OutOfRange);
    expect(() => crossHatchAngle(stroke, 120, 0)).toThrow(OutOfRange);
    expect(() => crossHatchSpeed(stroke, 0, 45)).toThrow(OutOfRange);
  });
});
