import fc from 'fast-check';
import {
  allocate,
  labourTotal,
  lineTotal,
  money,
  moneyText,
  OutOfRange,
  parseMoney,
  sumOf,
  taxOn,
} from '@tribos/core';

describe('money', () => {
  it('is rounded once a line, half away from nought', () => {
    expect(lineTotal(money(7_250), 1.5)).toBe(10_875);
    expect(lineTotal(money(333), 0.5)).toBe(167);
    expect(lineTotal(money(-333), 0.5)).toBe(-167);
    expect(taxOn(money(10_875), 1_900)).toBe(2_066);
    expect(() => taxOn(money(1), 10_001)).toThrow(OutOfRange);
    expect(() => money(0.5)).toThrow(OutOfRange);
  });

  it('counts decimal quantities as they are written, for any of them', () => {
    // 0.145 × 100 is 14.5, which a binary fraction holds as 14.499…
    expect(lineTotal(money(100), '0.145')).toBe(15);
    expect(lineTotal(money(100), 0.145)).toBe(15);
    expect(lineTotal(money(-100), '0.145')).toBe(-15);
    expect(lineTotal(money(100), '0.1449999')).toBe(14);
    expect(labourTotal(money(7_201), 25)).toBe(3_000);
    expect(() => labourTotal(money(1), 0.5)).toThrow(OutOfRange);
    fc.assert(
      fc.property(
        fc.integer({ min: -1e6, max: 1e6 }),
        fc.nat({ max: 999_999 }),
        fc.integer({ min: 0, max: 6 }),
        (price, digits, places) => {
          const text = places === 0 ? String(digits) : (digits / 10 ** places).toFixed(places);
          // Half away from nought by whole numbers alone.
          const top = BigInt(price) * BigInt(digits);
          const over = 10n ** BigInt(places);
          const size = top < 0n ? -top : top;
          const rounded = (2n * size + over) / (2n * over);
          expect(lineTotal(money(price), text)).toBe(Number(top < 0n ? -rounded : rounded));
        },
      ),
    );
  });

  it('shares out to the last unit, the largest remainders first, the first of equals before', () => {
    expect(allocate(money(100), [1, 1, 1])).toEqual([34, 33, 33]);
    expect(allocate(money(-100), [1, 1, 1])).toEqual([-34, -33, -33]);
    expect(allocate(money(101), [0, 2, 1])).toEqual([0, 67, 34]);
    expect(() => allocate(money(1), [0, 0])).toThrow(OutOfRange);
    fc.assert(
      fc.property(
        fc.integer({ min: -1e9, max: 1e9 }),
        fc.array(fc.nat({ max: 1_000 }), { minLength: 1, maxLength: 9 }).filter((w) => w.some((x) => x > 0)),
        (amount, weights) => {
          const shares = allocate(money(amount), weights);
          expect(sumOf(shares)).toBe(amount);
          const all = weights.reduce((a, b) => a + b, 0);
          shares.forEach((s, i) => expect(Math.abs(s - (amount * weights[i]!) / all)).toBeLessThan(1));
        },
      ),
    );
  });

  it('prints and reads what somebody types', () => {
    expect(moneyText(money(123_456), 'EUR')).toBe('1 234.56 EUR');
    expect(moneyText(money(-5))).toBe('−0.05');
    expect(moneyText(money(100_000_000))).toBe('1 000 000.00');
    expect(parseMoney('1 234,5')).toBe(123_450);
    expect(parseMoney('12')).toBe(1_200);
    for (const wrong of ['', '1.234', 'twelve', '-3', '1.2.3']) expect(parseMoney(wrong)).toBeNull();
  });
});
