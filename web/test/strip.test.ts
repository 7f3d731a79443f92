import { nextGrain } from '../src/strip/grain.js';
import { pathOfCode } from '../src/strip/pathOfCode.js';
import { leftText } from '../src/timers/leftText.js';

describe('the code of a label', () => {
  const id = '019a0000-0000-7000-8000-000000000001';
  it.each([
    [`http://shop.local/jobs/${id}/strip?tray=3`, `/jobs/${id}/strip?tray=3`],
    [`http://127.0.0.1:4200/jobs/${id}`, `/jobs/${id}`],
    // Whatever else is printed as a code leads nowhere.
    ['https://elsewhere.example/', null],
    [`http://shop.local/jobs/${id}/../../shop`, null],
    ['javascript:alert(1)', null],
    ['0042-3', null],
    ['', null],
  ])('“%s” leads to %s', (text, path) => {
    expect(pathOfCode(text)).toBe(path);
  });
});

describe('the time that is left', () => {
  const now = Date.parse('2026-11-26T08:00:00.000Z');
  it.each([
    ['2026-11-26T08:06:40.000Z', '06:40'],
    ['2026-11-26T10:06:40.000Z', '2:06:40'],
    ['2026-11-26T08:00:00.000Z', '00:00'],
    ['2026-11-26T07:58:55.000Z', '−01:05'],
    ['2026-11-28T08:00:00.000Z', '48:00:00'],
  ])('until %s is %s', (ends, text) => {
    expect(leftText(Date.parse(ends), now)).toBe(text);
  });
});

it('the grain goes round', () => {
  expect(['section', 'step', 'part'].map((g) => nextGrain(g as 'step'))).toEqual(['step', 'part', 'section']);
});
