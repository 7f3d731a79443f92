import { inHouse, PISTON_CHECK, pistonChecks, reportOf, weightSpread, type JobFile } from '@tribos/core';
import { HERE, jobFile } from '../support.js';

const AT = '2026-03-01T10:00:00.000Z';
const check = (id: string, cylinder: number, grams: number | null, clips: 'clean' | 'damaged' = 'clean') => ({
  id,
  at: AT,
  ...HERE,
  by: 'first',
  kind: 'piston-check' as const,
  cylinder,
  edges: 'dressed' as const,
  clips,
  grams,
});
const renewed = {
  id: 'w',
  at: AT,
  ...HERE,
  by: 'first',
  kind: 'work',
  what: 'piston-renewed',
  cylinder: 0,
  kitId: null,
  ticket: null,
  text: '',
};
const job = (...log: object[]): JobFile => inHouse(jobFile(log as never[]));

describe('a piston looked over', () => {
  it('stands until another one goes in; the last look counts', () => {
    expect(pistonChecks(job())).toEqual([null, null]);
    expect(pistonChecks(job(check('a', 0, 201), check('b', 0, 202))).map((c) => c?.id)).toEqual([
      'b',
      undefined,
    ]);
    expect(pistonChecks(job(check('a', 0, 201), check('b', 1, 202), renewed)).map((c) => c?.id)).toEqual([
      undefined,
      'b',
    ]);
  });

  it('says how far the weights are apart once all are weighed', () => {
    const spread = (...grams: (number | null)[]) =>
      weightSpread(grams.map((g, i) => (g === undefined ? null : check(`${i}`, i, g)) as never));
    expect(spread(201.2, 202)).toBe(0.8);
    expect(spread(201.2, null)).toBeNull();
    expect(spread(201.2)).toBeNull();
  });

  it('is in the report, a damaged groove with what it means', () => {
    const { sections } = reportOf(job(check('a', 0, 201.2), check('b', 1, 202, 'damaged')));
    const text = JSON.stringify(sections.find((s) => s.key === 'fit'));
    expect(text).toContain('left piston: burrs dressed, clip grooves clean, 201.2 g');
    expect(text).toContain('a clip groove is damaged: another piston');
    expect(text).toContain('within 0.8 g of each other');
    expect(PISTON_CHECK.kind).toBe('piston-check');
  });
});
