import {
  isTight,
  judgeJob,
  mm,
  reportOf,
  STACK_LAID,
  TAKE_BACK,
  timelineOf,
  TORQUE_AGAIN,
  TORQUE_CHECKED,
  TORQUE_DUE,
  TORQUE_ODD,
  TORQUE_SEEN,
  TORQUE_WRENCH,
  torqueRun,
  WORK_DONE,
} from '@tribos/core';
import { source, group, engine, wrench, begun } from './fourteen.js';

describe('a group that is tight', () => {
  it('clicks once more: one that moves opens the whole last step', () => {
    const run = begun();
    while (run.press());
    run.keep(TORQUE_SEEN, { group: 'head', is: 'free' });
    run.keep(TORQUE_CHECKED, { group: 'head', moved: [5] });
    let [g] = torqueRun(run.file()).groups;
    expect([g!.done, g!.passes[2]!.done.size, g!.again]).toEqual([false, 0, 'bolt 5 moved at the check']);
    while (run.press());
    run.keep(TORQUE_SEEN, { group: 'head', is: 'free' });
    run.keep(TORQUE_CHECKED, { group: 'head', moved: [] });
    [g] = torqueRun(run.file()).groups;
    expect(g!.done && g!.checked !== null).toBe(true);
    expect(run.try(TORQUE_SEEN, { group: 'head', is: 'touches' })).toContain('It stops here');
  });

  it('a bolt without access is named with its reason, and stands in the record', () => {
    const run = begun();
    expect(run.try(TORQUE_ODD, { group: 'head', hole: 7, why: 'no-access', text: ' ' })).toContain(
      'how it was tightened',
    );
    run.keep(TORQUE_ODD, { group: 'head', hole: 7, why: 'no-access', text: 'by a ring spanner, felt twice' });
    while (run.press());
    expect(run.presses).toBe(2 + 13);
    run.keep(TORQUE_SEEN, { group: 'head', is: 'free' });
    expect(isTight(run.file(), 'head')).toBe(true);
    expect(JSON.stringify(reportOf(run.file()))).toContain('no way for the wrench: by a ring spanner');
  });

  it('is open again when what it holds comes off or is changed, and when somebody says so', () => {
    const run = begun();
    while (run.press());
    run.keep(TORQUE_SEEN, { group: 'head', is: 'free' });
    run.keep(WORK_DONE, { what: 'gasket-changed', cylinder: null, kitId: null, ticket: null, text: '' });
    expect(isTight(run.file(), 'head')).toBe(false);
    expect(torqueRun(run.file()).groups[0]!.again).toContain('came off, or was changed');
    expect(torqueRun(run.file()).groups[0]!.wrench).toBeNull();
    expect(
      judgeJob(run.file())
        .steps.filter((s) => s.key === 'torque:head')
        .map((s) => s.done),
    ).toEqual([null]);
    const last = run.keep(TORQUE_WRENCH, wrench());
    run.press();
    run.keep(TORQUE_AGAIN, { group: 'head', text: 'a washer was missing' });
    expect(torqueRun(run.file()).groups[0]!.passes[0]!.done.size).toBe(0);
    run.keep(TAKE_BACK, { of: run.log.at(-1)!.id });
    expect(torqueRun(run.file()).groups[0]!.passes[0]!.done.size).toBe(14);
    expect(run.try(TAKE_BACK, { of: 'nobody' })).toContain('nothing like that');
    expect(last).not.toBe('');
  });

  it('is open again where another stack was laid under it, though nobody wrote that down as work', () => {
    const gaskets = ['0.6', '0.8'].map((name) => ({
      name,
      where: 'head',
      thickness: mm(Number(name)),
      made: 'metal',
      lies: '',
      source,
    }));
    const of = engine([group()]);
    const run = begun({ ...of, parts: { ...of.parts, gaskets: { gaskets } } });
    run.keep(STACK_LAID, { where: 'head', gaskets: ['0.6'] });
    while (run.press());
    run.keep(TORQUE_SEEN, { group: 'head', is: 'free' });
    run.keep(STACK_LAID, { where: 'head', gaskets: ['0.6'] });
    expect(isTight(run.file(), 'head')).toBe(true);
    const other = run.keep(STACK_LAID, { where: 'head', gaskets: ['0.8'] });
    expect(isTight(run.file(), 'head')).toBe(false);
    run.keep(TAKE_BACK, { of: other });
    expect(isTight(run.file(), 'head')).toBe(true);
  });

  it('that is tightened again later wants a day for it, which falls away when it is begun anew', () => {
    const run = begun(engine([group({ again: 10 })]));
    const later = () => judgeJob(run.file()).steps.find((x) => x.key === 'torque-due:head');
    const due = (on: string) => run.try(TORQUE_DUE, { group: 'head', on });
    expect(later()).toBeUndefined();
    // Before it is tight a day is the day of nothing.
    expect(due('2026-02-01')).toBeNull();
    while (run.press());
    run.keep(TORQUE_SEEN, { group: 'head', is: 'free' });
    expect(later()).toMatchObject({ done: null });
    expect(later()!.sentence('mm')).toContain('no day is set yet');
    expect(due('2026-02-10')).toBeNull();
    expect(later()!.done).toBe(run.log.at(-1)!.id);
    expect(JSON.stringify(reportOf(run.file()))).toContain('Tightened again on 10 Feb 2026');
    expect(timelineOf(run.file()).at(-1)!.sentence).toContain('tightened again on 10 Feb 2026');
    run.keep(TAKE_BACK, { of: run.log.at(-1)!.id });
    expect(later()).toMatchObject({ done: null });
    due('2026-02-10');
    run.keep(TORQUE_CHECKED, { group: 'head', moved: [3] });
    expect(torqueRun(run.file()).groups[0]!.due).toBeNull();
    expect(begun().try(TORQUE_DUE, { group: 'head', on: '2026-02-10' })).toContain('does not tighten');
  });
});
