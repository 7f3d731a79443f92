import { judgeJob } from '@tribos/core';
import { demoFile, instruments, jobs } from '../src/index.js';

const today = new Date('2026-11-30T09:00:00Z');
const gauges = instruments('2030-01-01');
const list = jobs(today, gauges).map((job) => demoFile(job, gauges));

describe('where every job of the demo stands', () => {
  // Worked by hand from what is written in each: the station written at last, or the next one that asks for something.
  it.each([
    // Pistons of the last plan, one of two read.
    [0, '644 Twin', 'measure', 'Take right · piston · gauge height. It is the last of the plan.'],
    // Decided, the walls ready, the top ring half filed: 0.3318 asks for the 0.35.
    [1, '312 MX', 'prepare', /^Top ring: File \d+ turns: .* try 0\.35 mm\.$/u],
    [2, '59', 'measure', 'Bore is at its limit and no gauge here decides it: treat it as beyond.'],
    [3, '620 Twin', 'outside', /^All cylinders at Quillon Plating since 26 Nov 2026: .* due 11 Dec 2026\.$/u],
    // Back from the machinist, read, and larger than its ticket: it blocks whatever else is open.
    [
      4,
      '720',
      'outside',
      /^Rear finished bore, largest is 0\.012 mm past its ticket\. Back to the machinist/u,
    ],
    // Its crank was out for a new one; the leak test failed, then passed; the squish was read since.
    [5, '212 Y', 'top', 'Put the top end together.'],
    [6, '744 Four', 'measure', /^Take one rod crankpin · flywheel end, across\. 24 to go\.$/u],
    [7, '386', 'hand-over', 'Nothing is left to do. The report is ready.'],
    [8, '386', 'strip', 'Crown looked at before it is wiped.'],
    [9, '312 MX', 'hand-over', 'Nothing is left to do. The report is ready.'],
    [10, '620 Twin', 'hand-over', 'Nothing is left to do. The report is ready.'],
  ] as const)('job %i, %s: at %s', (at, model, station, says) => {
    const file = list[at]!;
    expect(file.engine.model).toBe(model);
    const { next, where } = judgeJob(file);
    expect([next.station, where.reached]).toEqual([station, station]);
    if (typeof says === 'string') expect(next.sentence('mm')).toBe(says);
    else expect(next.sentence('mm')).toMatch(says);
    expect(where.since).not.toBeNull();
  });

  it('there is none beside those', () => expect(list).toHaveLength(11));

  it('what earlier stations left open stands beside it as a count, and never before it', () => {
    const { where } = judgeJob(list[1]!);
    expect(where.leftOpen.map((l) => l.station)).toEqual(expect.not.arrayContaining(['prepare', 'top']));
    expect(where.leftOpen.find((l) => l.station === 'clean')!.words).toMatch(/^\d+ not looked at/u);
  });

  it('a station keeps its own next beside that of the job', () => {
    // Nothing is left to take of a job whose rings are being filed; its own station asks for the pass.
    const { nextAt, next } = judgeJob(list[1]!);
    expect(nextAt('prepare')!.sentence('mm')).toBe(next.sentence('mm'));
    expect(nextAt('outside')).toBeNull();
    // While its walls are at the plater's, Measure still has the pistons of the kit to read.
    expect(judgeJob(list[3]!).nextAt('measure')!.sentence('mm')).toMatch(
      /^Take magneto side · Corrie .* 2 to go\.$/u,
    );
    // Nothing is measured of one that is being stripped: its Decide does not say that it is.
    expect(judgeJob(list[8]!).nextAt('decide')!.sentence('mm')).toMatch(/^Not all is read yet\./u);
  });

  it('goes on from the next entry, wherever it is written', () => {
    // The first job, with a note, a zero, a taken-back entry: where the work is does not move.
    const file = list[0]!;
    const note = {
      kind: 'note',
      id: 'n',
      at: today.toISOString(),
      received: null,
      by: 'Ines',
      importedBy: null,
      text: 'Customer called.',
    };
    const noted = { ...file, log: [...file.log, note] as typeof file.log };
    expect(judgeJob(noted).where.reached).toBe('measure');
    expect(judgeJob(noted).next.sentence('mm')).toBe(judgeJob(file).next.sentence('mm'));
  });
});
