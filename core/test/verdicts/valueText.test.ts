import fc from 'fast-check';
import { inch, limitEndText, limitText, mm, valueText, type Figure } from '@tribos/core';

const of = (dimension: Figure['dimension'], step: number, limitAt: number | null = null) => ({
  dimension,
  step,
  limitAt,
});

describe('a figure of a verdict in words', () => {
  it('of another dimension stands in its own unit, whatever unit lengths are read in', () => {
    for (const unit of ['mm', 'in'] as const) {
      expect(valueText(of('angle', 0.1), 15.5, unit)).toBe('15.5°');
      expect(valueText(of('angle', 1), 15.7, unit)).toBe('16°');
      expect(valueText(of('share', 1), 12, unit)).toBe('12 %');
      expect(valueText(of('pressure', 1), 850, unit)).toBe('8.50 bar');
      expect(limitEndText('angle', 18, 'high', unit)).toBe('18°');
      expect(limitText(12, 18, unit, 'angle')).toBe('12° – 18°');
    }
    expect(limitText(null, 18, 'mm', 'angle')).toBe('max 18°');
    expect(limitText(12, null, 'mm', 'angle')).toBe('min 12°');
    expect(limitText(null, null, 'mm', 'angle')).toBe('no figure');
  });

  it('of a length stands as lengths do, a limit printed in the other unit never loosened', () => {
    expect(valueText(of('length', 1_000, mm(77.105)), mm(77.1052), 'mm')).toBe('77.1052 mm');
    expect(limitText(mm(0.03), mm(0.048), 'mm')).toBe('0.030 – 0.048 mm');
    expect(limitEndText('length', inch(0.0023), 'low', 'mm')).toBe('0.0585 mm');
  });

  it('is never rounded onto or across its limit', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1_000, max: 1_000 }),
        fc.integer({ min: -99_999, max: 99_999 }),
        (limit, off) => {
          const [at, value] = [limit / 10, limit / 10 + off / 100_000];
          const shown = Number(valueText(of('angle', 0.1, at), value, 'mm').replace('°', ''));
          if (off !== 0) expect(Math.sign(shown - at)).toBe(Math.sign(off));
          expect(Math.abs(shown - value)).toBeLessThanOrEqual(0.05 + 1e-9);
        },
      ),
    );
  });
});
