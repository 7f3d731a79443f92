import {
  featureNamed,
  judgeJob,
  mm,
  placeFigure,
  readingsOf,
  readSheetLine,
  roundHalfAway,
  verdictSentence,
  type Figure,
  type SizePlace,
} from '@tribos/core';
import { bore, jobFile, reading } from '../support.js';
import { FOUR, Setup } from '../setup/engine.js';

const figure = (s: Setup, feature: string): Figure =>
  judgeJob(s.file()).items.find((i) => i.feature === feature && i.side === 'max')!;

describe('one crushed end of a wire', () => {
  it('shows its figure as far as it goes, and says what is missing', () => {
    const s = new Setup().squish(0, '2.0', '1.200');
    const squish = figure(s, 'setup.squish');
    expect(squish.state).toBe('undecided');
    const { headline } = verdictSentence(s.file(), squish, 'mm');
    expect(squish.value).toBeGreaterThan(mm(1.15));
    expect(squish.value).toBeLessThanOrEqual(mm(1.2));
    expect(headline).toContain('so far');
    expect(headline).toContain('Missing: ');
    // With both ends nothing is missing.
    const both = new Setup().squish(0, '2.0', '1.200', '1.210');
    expect(verdictSentence(both.file(), figure(both, 'setup.squish'), 'mm').headline).not.toContain(
      'Missing',
    );
  });
});

describe('what to do with something unread', () => {
  it('is never a leaf for what no leaf reads: cams, shims, deck', () => {
    const { items } = judgeJob(new Setup(FOUR).file());
    const unread = items.filter((i) => i.because === 'unread' && !i.feature.startsWith('ring.gap'));
    expect(unread.length).toBeGreaterThan(3);
    for (const i of unread)
      expect(verdictSentence(new Setup(FOUR).file(), i, 'mm').todo).not.toContain('Square it');
  });
});

describe('typed digits', () => {
  const shown = (text: string, unit: 'mm' | 'in') => {
    const at: SizePlace = bore(0, 15, 0);
    const file = jobFile([reading(at, text)], {
      job: { thermal: { celsius: 20, measured: true, sameBench: true, cylinder: null, piston: null } },
    });
    const [place] = [...readingsOf(file, 'mm').places.values()];
    return placeFigure(place!, unit);
  };

  it.each([
    ['3.0342 in', 'in', '3.0342'],
    ['3.0351 in', 'in', '3.0351'],
    ['77.094', 'mm', '77.094'],
    ['77.1', 'mm', '77.1'],
  ] as const)('%s, shown in %s, comes back as it was typed', (text, unit, back) => {
    expect(shown(text, unit)).toContain(back);
  });
});

describe('a bow of a crank', () => {
  it('is half of what the needle shows in a turn: doubled, and said so', () => {
    const read = (text: string) => readSheetLine(text, { unit: 'mm', bore: mm(77), others: [] });
    const bow = read('crankshaft bow limit 0.03');
    expect(bow.ok && bow.limits.map((l) => [l.feature, l.state, l.high])).toEqual([
      ['crank.run-out', 'service', 60_000],
    ]);
    expect(bow.ok && bow.notes).toEqual([expect.stringContaining('twice as much')]);
    const runOut = read('crankshaft run-out limit 0.03');
    expect(runOut.ok && [runOut.limits[0]!.high, runOut.notes]).toEqual([30_000, []]);
    expect(featureNamed('crank run-out')).toBe('crank.run-out');
  });
});

it('a half goes away from nought, and what is less than a half does not', () => {
  expect([0.5 - Number.EPSILON / 4, Number.EPSILON / 4 - 0.5].map(roundHalfAway)).toEqual([0, 0]);
  expect([2.5, -2.5].map(roundHalfAway)).toEqual([3, -3]);
});
