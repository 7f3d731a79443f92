import { describe, expect, it } from '@jest/globals';
import { beforeMeasuring, getsTo, judgeJob, verdictSentence, type EngineSpec } from '@tribos/core';
import { bore, bores, CALLIPER, GAUGES, jobFile, TELESCOPING, TWIN } from '../support.js';

const ROWS = [
  ['77.02', '77.02'],
  ['77.02', '77.02'],
  ['77.01', '77.01'],
];

describe('the jaws of a calliper', () => {
  it.each<[number, Partial<EngineSpec>, boolean]>([
    [15, {}, true],
    [45, {}, false],
    // 105 mm of wall: 95 lies ten from its lower end.
    [95, {}, true],
    // A saw's cylinder is closed at its deck: only from below.
    [10, { kind: 'chainsaw' }, false],
    [95, { kind: 'chainsaw' }, true],
  ])('at %d mm in a bore', (depth, over, gets) => {
    const engine = { ...TWIN, ...over };
    expect(getsTo({ engine }, CALLIPER, bore(0, depth, 0))).toBe(gets);
    expect(getsTo({ engine }, TELESCOPING, bore(0, depth, 0))).toBe(true);
  });

  it('are not among what reads the middle of a bore, and near its end they are', () => {
    const names = (depth: number) =>
      beforeMeasuring(jobFile([]), bore(0, depth, 0), 'first', '2026-11-02T08:00:00.000Z').map(
        (g) => g.instrument.id,
      );
    expect(GAUGES.some((g) => g.id === CALLIPER.id)).toBe(true);
    expect(names(15)).toContain(CALLIPER.id);
    expect(names(45)).not.toContain(CALLIPER.id);
  });

  it('that were used there all the same are said with every verdict on that bore', () => {
    const says = (gauge: string) => {
      const file = jobFile(bores([ROWS, ROWS], gauge));
      const item = judgeJob(file).items.find((i) => i.feature === 'bore' && i.side === 'max')!;
      return verdictSentence(file, item, 'mm').notes.join(' ');
    };
    expect(says('calliper')).toContain('deeper than its jaws reach');
    expect(says('telescoping')).not.toContain('jaws');
  });
});
