import {
  assemblyRun,
  groupsOf,
  inHouse,
  judgeJob,
  listsFor,
  notYetStarted,
  propagate,
  settingOf,
  stackNow,
  strokeOf,
  CRANK_TRAIN,
  torqueRun,
  type JobFile,
} from '@tribos/core';
import { demoFile, engines, instruments, jobs } from '../src/index.js';

const GAUGES = instruments('2027-05-01');
const all = jobs(new Date('2026-11-24T08:00:00.000Z'), GAUGES).map((job): JobFile =>
  inHouse(demoFile(job, GAUGES)),
);
const jobOn = (model: string) => all.find((f) => f.job.machine.includes(model))!;
const figures = (file: JobFile) => judgeJob(file, 'mm', (p) => propagate(p, 4_000)).items;

describe('the job that is finished', () => {
  it('is together, tight, looked at twice and open for its first start', () => {
    const file = jobOn('Drumlin 386');
    const run = assemblyRun(file);
    expect(run.now).toBeNull();
    expect(run.steps.some((s) => s.waitsForAgain)).toBe(false);
    expect(run.provisional).toEqual([]);
    expect(torqueRun(file).groups.every((g) => g.done && g.checked !== null)).toBe(true);
    expect(notYetStarted(file, figures(file))).toEqual([]);
  });
});

describe('the youth quad', () => {
  it('was too loose over two gaskets, and is inside over one', () => {
    const file = jobOn('Drumlin 212');
    expect(stackNow(file)!.names).toEqual(['Drumlin base 0.40']);
    // 1.260 read in the mean less 0.015: between 1.05 and 1.35.
    const squish = figures(file).filter((f) => f.feature === 'setup.squish');
    expect(squish.map((f) => [f.side, f.state])).toEqual([
      ['min', 'within'],
      ['max', 'within'],
    ]);
    expect(Math.round(squish[1]!.value! / 1_000)).toBe(1_245);
    // One gasket of 0.25 came out: 1.497 less 0.25, as it should be within the wire’s own scatter.
    expect(Math.abs(1_512 - 15 - 250 - 1_245)).toBeLessThan(15);
  });
});

describe.each(engines.map((e) => [e.model, e] as const))('%s', (_, engine) => {
  it('has a torque plan whose bolts are on its map, each once, and a wrench that is believed', () => {
    const groups = groupsOf(engine);
    expect(groups.length).toBeGreaterThan(0);
    const seen = groups.flatMap((g) => g.order.map((h) => `${g.group.map}:${h}`));
    expect(new Set(seen).size).toBe(seen.length);
    for (const g of groups) {
      expect(g.holes).toHaveLength(g.group.holes.length);
      expect([...g.order].sort((a, b) => a - b)).toEqual([...g.group.holes].sort((a, b) => a - b));
      const torques = g.group.steps.filter((s) => s.by === 'torque').map((s) => settingOf(s.value, null)!);
      // One wrench for the whole group: from a fifth of its range to all of it.
      expect(Math.max(...torques)).toBeLessThanOrEqual(5 * Math.min(...torques));
    }
    expect(groups.at(-1)!.group.after).not.toBe('');
  });

  it('has a crank whose throw gives its stroke, and a list to go together by', () => {
    const [train] = CRANK_TRAIN.of(engine)!.trains;
    expect(strokeOf({ throw: train!.throw, rod: train!.rod, offset: train!.offset })).toBeCloseTo(
      engine.stroke!,
      0,
    );
    for (const list of listsFor(engine)) expect(list.flatMap((s) => s.steps).length).toBeGreaterThan(15);
  });
});
