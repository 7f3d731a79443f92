import fc from 'fast-check';
import {
  isDoneOn,
  openSteps,
  opens,
  renewedWall,
  ledgerOf,
  WORK,
  WORK_KINDS,
  type AnyEntry,
  type WorkEntry,
  type WorkKind,
} from '@tribos/core';
import { HERE } from '../support.js';

const CYLINDERS = 3;
let n = 0;
const work = (what: WorkKind, cylinder: number | null): WorkEntry => ({
  id: `w${(n += 1)}`,
  at: '2026-03-01T10:00:00.000Z',
  by: 'first',
  ...HERE,
  kind: 'work',
  what,
  cylinder,
  kitId: null,
  ticket: null,
  text: '',
});
const done = fc.array(
  fc
    .tuple(
      fc.constantFrom<WorkKind>('washed', 'honed', 'ports-eased', 'ports-worked', 'brushed', 'skimmed'),
      fc.option(fc.integer({ min: 0, max: CYLINDERS - 1 }), { nil: null }),
    )
    .map(([what, cylinder]) => work(what, cylinder)),
  { maxLength: 12 },
);

describe('what is still to be washed', () => {
  it('is, on each cylinder, whatever was done to it since it was washed last, by whichever way both were said', () => {
    fc.assert(
      fc.property(done, (log) => {
        const open = openSteps(log, CYLINDERS);
        for (let c = 0; c < CYLINDERS; c += 1) {
          const last = log.findLastIndex((w) => w.what === 'washed' && isDoneOn(w, c));
          const since = log.filter(
            (w, i) => i > last && WORK[w.what].reopens.includes('wash') && isDoneOn(w, c),
          );
          expect(open.filter((o) => o.cylinders.includes(c)).map((o) => o.work.id)).toEqual(
            since.map((w) => w.id),
          );
        }
        for (const o of open) expect(o.cylinders.length).toBeGreaterThan(0);
      }),
      { numRuns: 300 },
    );
  });

  it('a renewed wall is the last that was renewed, on its own cylinder, whatever else was done after', () => {
    const walls = fc.array(
      fc
        .tuple(
          fc.constantFrom(...WORK_KINDS),
          fc.option(fc.integer({ min: 0, max: CYLINDERS - 1 }), { nil: null }),
        )
        .map(([what, cylinder]) => work(what, cylinder)),
      { maxLength: 10 },
    );
    fc.assert(
      fc.property(walls, (log) => {
        for (let c = 0; c < CYLINDERS; c += 1) {
          const renews = (w: WorkEntry) =>
            ['renewed', 'exchanged'].includes(WORK[w.what].wall ?? '') && isDoneOn(w, c);
          expect(renewedWall(log, c)?.work.id ?? null).toBe(log.findLast(renews)?.id ?? null);
        }
      }),
      { numRuns: 200 },
    );
  });

  it('work on one cylinder opens nothing on another', () => {
    expect(opens(work('honed', 1), 'wash', 0)).toBe(false);
    expect(opens(work('honed', null), 'wash', 0)).toBe(true);
    expect(opens(work('ports-worked', 2), 'port-timing', 2)).toBe(true);
  });
});

describe('what was taken back', () => {
  it('is what a take-back names; nothing else is', () => {
    const entry = (id: string, kind: string, of?: string): AnyEntry =>
      ({ id, kind, at: '', by: 'x', ...HERE, ...(of === undefined ? {} : { of }) }) as AnyEntry;
    const log = [
      entry('a', 'stripped'),
      entry('b', 'assembled'),
      entry('c', 'take-back', 'a'),
      entry('d', 'take-back', 'z'),
      entry('e', 'part-finding', 'b'),
    ];
    const { isBack, standing } = ledgerOf(log);
    expect(log.filter(isBack).map((e) => e.id)).toEqual(['a']);
    expect(standing(['part-finding', 'stripped', 'assembled']).map((e) => e.id)).toEqual(['b', 'e']);
  });
});
