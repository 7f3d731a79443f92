import {
  FREE_SLIDE,
  inHouse,
  isPreparing,
  judgeJob,
  openStep,
  ORDER,
  orderOfWork,
  outOfOrder,
  reportOf,
  RING_CARD,
  RING_CLOCK,
  WORK_DONE,
  mm,
  type JobFile,
  type OrderKey,
  type WorkKind,
} from '@tribos/core';
import { piston } from '../support.js';
import { corrie, done, factor, leaf, ringJob, with_ } from './ringJob.js';

const LIMITS = [
  factor('ring.gap.top.factor', 0.0042),
  corrie('ring.gap.rail', 0.29, null),
  corrie('clearance', 0.03, 0.05),
];
const work = (file: JobFile, what: WorkKind) =>
  with_(file, WORK_DONE, { what, cylinder: null, kitId: null, ticket: null, text: '' });
const slide = (file: JobFile, slides: 'freely' | 'tightens' = 'freely') =>
  with_(file, FREE_SLIDE, { cylinder: 0, slides });

/** The job as far as a step of its order. */
function upTo(last: OrderKey): JobFile {
  let file = ringJob({ limits: LIMITS });
  const steps: readonly [OrderKey, (f: JobFile) => JobFile][] = [
    ['piston', (f) => inHouse({ ...f, log: [...f.log, piston(0, '78.960', { kit: 'kit' })] })],
    ['cylinder', (f) => f],
    ['wash', (f) => work(f, 'washed')],
    ['slide', (f) => slide(f)],
    [
      'gaps',
      (f) =>
        (['top', 'second', 'upper-rail', 'lower-rail'] as const).reduce(
          (to, ring) => leaf(to, ring, 0.4, 'goes', { minute: 60 }),
          f,
        ),
    ],
    [
      'cards',
      (f) =>
        (['top', 'second', 'upper-rail', 'lower-rail'] as const).reduce(
          (to, ring) =>
            with_(to, RING_CARD, {
              cylinder: 0,
              pack: 'Corrie',
              ring,
              height: null,
              section: null,
              mark: ring.endsWith('rail') ? null : 'up',
            }),
          f,
        ),
    ],
    [
      'bags',
      (f) =>
        (['top', 'second', 'upper-rail', 'lower-rail'] as const).reduce((to, r) => done(to, r, 'bagged'), f),
    ],
    [
      'clock',
      (f) =>
        with_(f, RING_CLOCK, {
          cylinder: 0,
          pack: 'Corrie',
          way: 'A',
          gaps: { top: 0, second: 180, 'upper-rail': 50, expander: 90, 'lower-rail': 130 },
          expander: 'butted',
        }),
    ],
  ];
  for (const [key, to] of steps) {
    file = to(file);
    if (key === last) break;
  }
  return file;
}

const open = (file: JobFile): string | undefined => openStep(file, 0, judgeJob(file).items)?.key;
const state = (file: JobFile) =>
  Object.fromEntries(
    orderOfWork(file, 0, judgeJob(file).items).map((s) => [s.key, s.done ? 'done' : (s.reopened ?? 'open')]),
  );

describe('the order of work', () => {
  it('is piston, cylinder, wash, slide, gaps, cards, bags, clock', () => {
    const keys = Object.keys(ORDER) as OrderKey[];
    expect(orderOfWork(ringJob(), 0).map((s) => s.key)).toEqual(keys);
    expect(open(ringJob({ limits: LIMITS }))).toBe('piston');
    keys.slice(0, -1).forEach((key, i) => {
      const next = open(upTo(key));
      // The cylinder was read with the job.
      // Bags keep sets apart: nothing waits for them.
      const then = { piston: 'wash', [keys[keys.indexOf('bags') - 1]!]: 'clock' } as Record<string, string>;
      expect(next).toBe(then[key] ?? keys[i + 1]);
    });
    expect(open(upTo('clock'))).toBeUndefined();
    expect(judgeJob(upTo('clock')).steps.every((s) => s.done !== null || s.key === 'decision')).toBe(true);
  });

  it('falls back visibly with what opened it again', () => {
    const honed = state(work(upTo('clock'), 'honed'));
    expect(honed).toMatchObject({
      cylinder: 'honed',
      wash: 'honed',
      slide: 'honed',
      gaps: 'honed',
      piston: 'done',
    });
    const eased = state(work(upTo('clock'), 'piston-eased'));
    expect(eased).toMatchObject({ piston: 'piston crown eased', wash: 'piston crown eased', gaps: 'done' });
    const others = state(work(upTo('clock'), 'rings-renewed'));
    expect(others).toMatchObject({
      gaps: 'other rings',
      cards: 'open',
      bags: 'open',
      clock: 'open',
      slide: 'done',
    });
    expect(state(work(upTo('clock'), 'brushed'))).toMatchObject({
      wash: expect.stringContaining('brush'),
      gaps: 'done',
    });
  });

  it('of another piston begins again with it: it has not slid, nor its rings been known', () => {
    const other = with_(
      upTo('clock'),
      WORK_DONE,
      { what: 'piston-renewed', cylinder: 0, kitId: 'kit', ticket: null, text: '' },
      90,
    );
    expect(state(other)).toMatchObject({
      piston: 'another piston',
      slide: 'open',
      gaps: 'open',
      cards: 'open',
      bags: 'open',
      clock: 'open',
    });
  });

  it('stands at a piston that tightens, and takes no size for it', () => {
    const tight = slide(upTo('wash'), 'tightens');
    expect(openStep(tight, 0)?.sentence('mm')).toMatch(/tightens in its bore: .*Never take size/u);
    expect(open(slide(tight))).toBe('gaps');
  });

  it('fits nothing to a wall beyond its limit, nor beside a clearance that would seize', () => {
    const worn = ringJob({ bore: '77.300', engine: { bore: mm(77) } });
    expect(openStep(worn, 0, judgeJob(worn).items)?.sentence('mm')).toMatch(/Read the piston/u);
    expect(orderOfWork(worn, 0, judgeJob(worn).items)[1]).toMatchObject({ key: 'cylinder', done: null });
    const file = ringJob({ limits: LIMITS });
    const large = slide(
      work(inHouse({ ...file, log: [...file.log, piston(0, '78.995', { kit: 'kit' })] }), 'washed'),
    );
    expect(openStep(large, 0, judgeJob(large).items)?.sentence('mm')).toMatch(/would seize/u);
  });

  it('says what comes before a gap', () => {
    expect(outOfOrder(upTo('piston'), 0, 'top')).toMatch(/^Washed comes before the top ring gap/u);
    expect(outOfOrder(upTo('slide'), 0, 'top')).toBeNull();
  });

  it('asks for nothing before the way out is decided', () => {
    const undecided = ringJob({ decided: false });
    expect(isPreparing(undecided, 0)).toBe(false);
    expect(judgeJob(undecided).steps.filter((s) => s.key.endsWith(':0'))).toEqual([]);
    expect(judgeJob(undecided).items.filter((f) => f.feature.startsWith('ring.'))).toEqual([]);
  });
});

it('the report carries gaps, filings, cards and the clock', () => {
  const sections = reportOf(upTo('clock')).sections;
  const text = JSON.stringify(sections.find((s) => s.key === 'rings'));
  for (const said of [
    'Top ring gap keeps its minimum',
    'as its sheet says',
    'template A',
    'expander butted',
    '0.40 mm goes',
  ])
    expect(text).toContain(said);
});
