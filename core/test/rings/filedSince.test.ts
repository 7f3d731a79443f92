import {
  gapAt,
  gapPlaces,
  judgeJob,
  mm,
  orderOfWork,
  ringWork,
  triedElsewhere,
  USUAL_LEAVES,
  WORK_DONE,
  type JobFile,
} from '@tribos/core';
import { corrie, done, filed, leaf, ringJob, with_ } from './ringJob.js';

const LIMITS = [corrie('ring.gap.top', 0.3, 0.6)];
const READ = { celsius: 20, measured: true, sameBench: true, cylinder: null, piston: null };
const work = (file: JobFile) => ringWork(file, 0, 'top', USUAL_LEAVES, 'grinder', 'first');
const verdict = (file: JobFile, side: 'min' | 'max') =>
  judgeJob(file).items.find((i) => i.feature === 'ring.gap.top' && i.side === side)!;

describe('a ring filed after its leaf had gone', () => {
  const job = ringJob({ limits: LIMITS, job: { thermal: READ } });
  const proved = leaf(leaf(done(job, 'top', 'squared'), 'top', 0.35, 'goes'), 'top', 0.4, 'does-not');

  it('is not tried: forty turns take it anywhere', () => {
    expect(verdict(proved, 'max').state).toBe('within');
    const after = filed(proved, 'top', 40);
    expect(gapAt(after, 0, 'top', mm(15))!.tried).toBe(false);
    // Filing only opens: its minimum is kept all the same, its maximum nobody knows.
    expect(verdict(after, 'min').state).toBe('within');
    expect(verdict(after, 'max')).toMatchObject({ state: 'undecided' });
    expect(work(after).next.kind).toBe('wash');
    expect(work(done(after, 'top', 'washed', 'squared')).next).toMatchObject({ kind: 'try' });
  });

  it('bagged without a try is not done', () => {
    const after = done(filed(proved, 'top', 40), 'top', 'washed', 'squared', 'bagged');
    expect(work(after).next.kind).not.toBe('done');
    const { next } = work(leaf(after, 'top', 0.35, 'goes'));
    expect(next.kind).not.toBe('done');
  });
});

describe('the leaf to try', () => {
  const unread = ringJob({
    limits: [corrie('ring.gap.top', 0.3, null)],
    job: { thermal: { ...READ, measured: false, sameBench: false } },
  });

  it('is the sheet’s minimum first; what is added for a temperature nobody read comes after it and is said', () => {
    const first = work(done(unread, 'top', 'squared'));
    expect([first.leaf!.thickness, first.forWarmth]).toEqual([mm(0.3), 0]);
    const then = work(leaf(done(unread, 'top', 'squared'), 'top', 0.3, 'goes'));
    expect(then.leaf!.thickness).toBeGreaterThan(mm(0.3));
    expect(then.forWarmth).toBe(then.leaf!.thickness - mm(0.3));
    // Read, it is proved by the sheet's own leaf.
    const read = { ...unread, job: { ...unread.job, thermal: READ } };
    const there = work(leaf(done(read, 'top', 'squared'), 'top', 0.3, 'goes'));
    expect([there.forWarmth, there.next.kind]).toEqual([0, 'bag']);
  });

  it('is not asked for where a thinner one does not go', () => {
    const closed = leaf(done(unread, 'top', 'squared'), 'top', 0.25, 'does-not');
    const { next } = work(closed);
    expect(next.kind === 'try' && Math.max(...next.stack)).not.toBe(mm(0.3));
  });
});

describe('one depth', () => {
  const job = ringJob({ limits: LIMITS, pack: { gapDepth: { depth: mm(22), from: 'deck' } } });

  it('is the sheet’s wherever gaps are offered, and the verdict counts what was read there', () => {
    expect(gapPlaces(job, 0).filter((p) => p.ring === 'top')[0]!.depth).toBe(mm(22));
    const there = leaf(done(job, 'top', 'squared'), 'top', 0.35, 'goes', { depth: mm(22) });
    expect(verdict(there, 'min').because).not.toBe('unread');
    expect(triedElsewhere(there, 0, 'top')).toEqual([]);
  });

  it('a gap read elsewhere is shown as such, and proves nothing here', () => {
    const elsewhere = leaf(done(job, 'top', 'squared'), 'top', 0.35, 'goes', { depth: mm(45) });
    expect(triedElsewhere(elsewhere, 0, 'top').map((g) => g.station.depth)).toEqual([mm(45)]);
    expect(verdict(elsewhere, 'min').because).toBe('unread');
  });
});

describe('before a decision', () => {
  it('bought rings are sized, every ring of the pack, and the bag is offered, not demanded', () => {
    // Bought, and written down as such: nothing else is decided.
    const job = with_(ringJob({ limits: LIMITS, decided: false }), WORK_DONE, {
      what: 'rings-renewed',
      cylinder: 0,
      kitId: 'kit',
      ticket: null,
      text: '',
    });
    expect(new Set(gapPlaces(job, 0).map((p) => p.ring))).toEqual(
      new Set(['top', 'second', 'upper-rail', 'lower-rail']),
    );
    expect(work(job).next.kind).toBe('square');
    const bags = orderOfWork(job, 0, judgeJob(job).items).find((s) => s.key === 'bags');
    expect(bags?.optional ?? true).toBe(true);
  });
});
