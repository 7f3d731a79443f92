import { type JobFile, type LogEntry, type WorkKind } from '@tribos/core';
import { judgedWhole, bore, bores, HERE, jobFile, piston, reading } from '../support.js';

const MAP = [
  [
    ['77.040', '77.034'],
    ['77.030', '77.026'],
    ['77.022', '77.020'],
  ],
  [
    ['77.030', '77.028'],
    ['77.026', '77.024'],
    ['77.020', '77.020'],
  ],
];
const work = (what: WorkKind, ticket: { low: number; high: number } | null = null): LogEntry =>
  ({
    kind: 'work',
    id: `w-${what}`,
    at: '2026-03-01T12:00:00.000Z',
    by: 'x',
    ...HERE,
    what,
    cylinder: 0,
    kitId: null,
    ticket: ticket && { ...ticket, round: null, taper: null },
    text: '',
  }) as never;
const PISTONS = [piston(0, '76.970'), piston(1, '76.970')];
const after = (...log: LogEntry[]): JobFile => jobFile([...bores(MAP), ...PISTONS, ...log]);
const left = (file: JobFile) =>
  judgedWhole(file).items.find(
    (i) => i.feature === 'bore' && i.subject.of === 'cylinder' && i.subject.at === 0,
  )!;
const aside = (file: JobFile): number => judgedWhole(file).readings.setAside.size;

describe('a light hone', () => {
  const honed = work('honed');

  it('is no boring: one place is asked again, the largest, and until it is read nothing is within', () => {
    const file = after(honed);
    expect(aside(file)).toBe(1);
    expect(left(file).state).not.toBe('within');
    const next = judgedWhole(file).nextAt('measure')!;
    expect(next.at).toEqual(bore(0, 15, 0));
    expect(next.sentence('mm')).toContain('whether the rest of this wall still stands');
  });

  it('that place unchanged within its uncertainty, the others stand', () => {
    const file = after(honed, reading(bore(0, 15, 0), '77.041'));
    expect(aside(file)).toBe(1);
    expect(left(file)).toMatchObject({ state: 'within' });
  });

  it('that place larger than scatter explains, all of that wall is opened, and of no other', () => {
    const file = after(honed, reading(bore(0, 15, 0), '77.052'));
    expect(aside(file)).toBe(6);
    expect(left(file).state).not.toBe('within');
    expect(judgedWhole(file).nextAt('measure')!.at).toMatchObject({ part: 'bore', cylinder: 0 });
  });

  it('read at another place it says nothing yet', () => {
    const file = after(honed, reading(bore(0, 80, 0), '77.022'));
    expect(left(file).state).not.toBe('within');
  });

  it.each([
    ['a boring', work('bored')],
    ['a hone to a size', work('honed', { low: 77_050_000, high: 77_060_000 })],
  ])('%s opens everything at once', (_, done) => {
    expect(aside(after(done, reading(bore(0, 15, 0), '77.040')))).toBe(6);
  });
});
