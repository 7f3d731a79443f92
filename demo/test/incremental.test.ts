import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  becomes,
  judged,
  judgeJob,
  kitsOf,
  readingsOf,
  reportOf,
  RUN,
  TAKE_BACK,
  waysOf,
  type AnyEntry,
  type Decision,
  type JobFile,
} from '@tribos/core';
import { demoFile, instruments, jobs } from '../src/index.js';

const GAUGES = instruments('2027-03-01');
const FILES = jobs(new Date('2026-11-30T10:00:00Z'), GAUGES).map((j) => demoFile(j, GAUGES));

/** Maps and sets as lists, functions left out: what can be compared of a judgement. */
const plain = (v: unknown): string =>
  JSON.stringify(v, (_, x: unknown) => (x instanceof Map || x instanceof Set ? [...x] : x));

/** Everything a judgement says. */
function said(file: JobFile): Record<string, string> {
  const j = judgeJob(file, 'mm');
  const of = judged(file);
  return {
    items: plain(j.items),
    next: j.next.sentence('mm'),
    at: plain(RUN.map((s) => j.nextAt(s)?.sentence('mm') ?? null)),
    where: plain(j.where),
    marks: plain(j.marks),
    steps: plain(j.steps.map((s) => [s.key, s.done, s.excused, s.sentence('mm')])),
    blockers: plain(j.blockers.map((b) => [b.key, b.since, b.sentence('mm')])),
    readings: plain(readingsOf(of, 'mm')),
    kits: plain(kitsOf(of, 'mm')),
    ways: plain(waysOf(of, 'mm')),
    report: plain(reportOf(file)),
  };
}

/** The same job as nobody has seen it before. */
const anew = (file: JobFile): JobFile => ({ ...file, log: [...file.log], decisions: [...file.decisions] });

/** Goes from one state of a job to the next, and holds what is worked on against what is worked from the beginning. */
function walked(states: readonly JobFile[], every: number): void {
  states.forEach((file, i) => {
    const before = states[i - 1];
    if (before) becomes(before, file);
    judgeJob(file, 'mm').next.sentence('mm');
    if (i % every === 0 || i === states.length - 1) expect(said(file)).toEqual(said(anew(file)));
  });
}

describe('a job judged entry by entry says what it says judged at once', () => {
  it.each(FILES.map((f, i) => [`job ${i + 1}, ${f.engine.model}`, f] as const))('%s', (_, file) => {
    walked(
      file.log.map((_e, i) => ({ ...file, log: file.log.slice(0, i + 1) })),
      41,
    );
  });

  const decision: Decision = {
    id: 'd',
    at: '2026-11-30T09:00:00.000Z',
    by: 'x',
    importedBy: null,
    route: 'hone',
    kitId: null,
    reason: '',
  };
  const act = fc.oneof(
    { weight: 6, arbitrary: fc.record({ is: fc.constant('next' as const), n: fc.nat(9) }) },
    { weight: 2, arbitrary: fc.record({ is: fc.constant('again' as const), n: fc.nat(400) }) },
    { weight: 2, arbitrary: fc.record({ is: fc.constant('back' as const), n: fc.nat(400) }) },
    { weight: 1, arbitrary: fc.record({ is: fc.constant('before' as const), n: fc.nat(400) }) },
    { weight: 1, arbitrary: fc.record({ is: fc.constant('sheet' as const), n: fc.nat(60) }) },
    { weight: 1, arbitrary: fc.record({ is: fc.constant('decided' as const), n: fc.nat(1) }) },
    { weight: 1, arbitrary: fc.record({ is: fc.constant('brought' as const), n: fc.nat(400) }) },
  );

  it('whatever is written, written twice, taken back, comes late, is corrected or brought in', () => {
    fc.assert(
      fc.property(fc.nat(FILES.length - 1), fc.array(act, { minLength: 4, maxLength: 14 }), (of, acts) => {
        const whole = FILES[of]!;
        let file: JobFile = { ...whole, log: whole.log.slice(0, whole.log.length >> 1), decisions: [] };
        let at = file.log.length;
        const states = [file];
        acts.forEach(({ is, n }, i) => {
          const { log } = file;
          const one = log[n % log.length]!;
          const added = (...more: AnyEntry[]): JobFile => ({ ...file, log: [...log, ...more] });
          const back = {
            ...{ id: `back-${i}`, at: one.at, received: null, by: 'x', importedBy: null, of: one.id },
            kind: TAKE_BACK.kind,
          } as AnyEntry;
          if (is === 'next') file = added(...whole.log.slice(at, (at += n + 1)));
          if (is === 'again') file = added({ ...one, id: `again-${i}` });
          if (is === 'back') file = added(back);
          if (is === 'before')
            file = { ...file, log: [...log.slice(0, -2), { ...one, id: `late-${i}` }, ...log.slice(-2)] };
          if (is === 'sheet')
            file = {
              ...file,
              engine: { ...file.engine, limits: file.engine.limits.filter((_l, k) => k !== n) },
            };
          if (is === 'decided') file = { ...file, decisions: n === 0 ? [decision] : whole.decisions };
          if (is === 'brought')
            file = added({ ...one, id: `brought-${i}`, importedBy: 'y', received: one.at });
          states.push(file);
        });
        walked(states, 5);
      }),
      { numRuns: 10, seed: 28 },
    );
  });
});
