import fc from 'fast-check';
import { mm, parseReading, toDecimal, type NotParsed, type Parsed } from '@tribos/core';

const metric = (text: string) => parseReading(text, { unit: 'mm' });
const value = (text: string, unit: 'mm' | 'in' = 'mm') => (parseReading(text, { unit }) as Parsed).value;

describe('reading what was typed', () => {
  // Nanometres worked by hand from 1 in = 25 400 000 nm.
  it.each([
    ['77.094', 77_094_000],
    ['77,094', 77_094_000],
    ['3.0342 in', 77_068_680],
    ['3.0342"', 77_068_680],
    ['34 thou', 863_600],
    ['8 tenths', 20_320],
    ['94 um', 94_000],
    ['94 µm', 94_000],
    ['5/16 in', 7_937_500],
    ['1 3/16 in', 30_162_500],
    ['1/64 in', 396_875],
    ['3 + .025 + .0092 in', 77_068_680],
    [' 77.094  mm ', 77_094_000],
    ['77.', 77_000_000],
    ['.5', 500_000],
  ])('%s is %i nm', (text, nm) => {
    expect(value(text)).toBe(nm);
  });

  it('assumes the unit of the gauge and lets the unit apply to every term of a sum', () => {
    expect(value('3.0342', 'in')).toBe(77_068_680);
    expect(value('3+.025+.0092', 'in')).toBe(77_068_680);
  });

  it.each(['+4', '-1.5', '−1.5'])('reads %s as a deviation in comparator mode only', (text) => {
    const deviation = parseReading(text, { unit: 'mm', deviationUnit: 'um' }) as Parsed;
    expect(deviation.value).toBe(text === '+4' ? 4_000 : -1_500);
    expect(metric(text).ok).toBe(false);
  });

  it.each([
    ['', 'empty'],
    ['   ', 'empty'],
    ['-77', 'negative'],
    ['3 in + 2 mm', 'mixed-units'],
    ['77.0 94', 'several-numbers'],
    ['1 3/16', 'fraction'],
    ['1/3 in', 'fraction'],
    ['1/0 in', 'fraction'],
    ['mm', 'not-a-number'],
    ['NaN', 'not-a-number'],
    ['Infinity', 'not-a-number'],
    ['1e3', 'not-a-number'],
    ['1,000.5', 'not-a-number'],
    ['7,7,0', 'not-a-number'],
    ['20000', 'too-large'],
    ['9'.repeat(60), 'too-large'],
  ])('refuses %j as %s with a sentence', (text, code) => {
    const answer = metric(text) as NotParsed;
    expect(answer.ok).toBe(false);
    expect(answer.code).toBe(code);
    expect(answer.sentence).toMatch(/\.$/u);
  });

  it('asks about tenths typed at a metric gauge, keeping their meaning', () => {
    expect((metric('8 tenths') as Parsed).question?.code).toBe('tenths-at-metric');
    expect((parseReading('8 tenths', { unit: 'in' }) as Parsed).question).toBeUndefined();
  });

  it('knows the size of the last digit typed', () => {
    expect((metric('77.094') as Parsed).step).toBe(1_000);
    expect((metric('77.09') as Parsed).step).toBe(10_000);
    expect((metric('3.0342 in') as Parsed).step).toBe(2_540);
  });

  it('is exact: what is printed with all its digits reads back as the same length', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 999_999_999 }), (n) => {
        expect(value(toDecimal(mm(n / 1_000_000), 'mm', 6))).toBe(n);
      }),
    );
  });

  it('a sum of thousandths is the thousandths of the sum', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 9_999 }), { minLength: 1, maxLength: 4 }), (thou) => {
        const typed = `${thou.map((t) => (t / 1_000).toFixed(3)).join(' + ')} in`;
        expect(value(typed)).toBe(thou.reduce((a, b) => a + b, 0) * 25_400);
      }),
    );
  });

  it('never throws and never returns a value that is not a safe integer', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (text) => {
        const answer = metric(text);
        expect(
          answer.ok ? Number.isSafeInteger(answer.value) && answer.value >= 0 : answer.sentence.length > 0,
        ).toBe(true);
      }),
    );
  });
});
