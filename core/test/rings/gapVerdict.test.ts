import { judgedWhole } from '../support.js';
import {
  gapChange,
  gapWarmth,
  groovePlace,
  mm,
  RING_STEP,
  ringWork,
  USUAL_LEAVES,
  verdictSentence,
  WORK_DONE,
  type JobFile,
  type LeafAnswer,
  type Wall,
} from '@tribos/core';
import { corrie, factor, filed, leaf, PACK, ringJob, with_ } from './ringJob.js';

const verdict = (file: JobFile, side: 'min' | 'max' = 'min', ring = 'top') => {
  const found = judgedWhole(file).items.find((f) => f.key === `0:ring.gap.${ring}:${side}`);
  return found && { state: found.state, because: found.because };
};
const RANGE = [corrie('ring.gap.top', 0.2, 0.32)];
const ranged = () => ringJob({ limits: RANGE });

describe('a gap against its minimum', () => {
  // 79 × 0.0042 = 0.3318
  it.each<[string, (f: JobFile) => JobFile, string]>([
    ['passes by the leaf that goes', (f) => leaf(f, 'top', 0.35, 'goes'), 'within'],
    ['passes by a stack that goes', (f) => leaf(f, 'top', [0.3, 0.04], 'goes'), 'within'],
    ['is not proved by the leaf below it', (f) => leaf(f, 'top', 0.3, 'goes'), 'undecided'],
    ['is not proved by a drag', (f) => leaf(leaf(f, 'top', 0.3, 'goes'), 'top', 0.35, 'drags'), 'undecided'],
    ['is too small where a leaf below it does not go', (f) => leaf(f, 'top', 0.3, 'does-not'), 'beyond'],
    ['is unread at another depth', (f) => leaf(f, 'top', 0.35, 'goes', { depth: mm(80) }), 'undecided'],
  ])('%s', (_, to, state) => expect(verdict(to(ringJob()))?.state).toBe(state));

  it('speaks for nothing where a thicker leaf goes than one that does not', () => {
    const file = leaf(leaf(ringJob(), 'top', 0.35, 'goes'), 'top', 0.3, 'does-not');
    expect(verdict(file)).toEqual({ state: 'undecided', because: 'conflict' });
  });

  it('cannot be passed while its rule hangs on a bore nobody read', () => {
    expect(verdict(leaf(ringJob({ unread: true }), 'top', 0.9, 'goes'))).toEqual({
      state: 'undecided',
      because: 'needs-bore',
    });
  });

  it('falls back when the bore is honed, and when other rings go in', () => {
    const proved = leaf(ringJob(), 'top', 0.35, 'goes');
    expect(verdict(proved)?.state).toBe('within');
    for (const what of ['honed', 'rings-renewed', 'ports-eased'] as const) {
      const after = with_(proved, WORK_DONE, { what, cylinder: 0, kitId: null, ticket: null, text: '' });
      expect(verdict(after)?.state).not.toBe('within');
    }
  });

  it('of the rings that came says nothing of those that go in with another piston', () => {
    // Tried before the kit was decided on, and before a piston was written down as put in.
    const old = ringJob({ decided: false });
    const tried = leaf(leaf(old, 'top', 0.35, 'goes'), 'top', 0.4, 'does-not');
    const decided = {
      ...tried,
      decisions: [
        {
          id: 'd',
          at: '2026-03-01T23:00:00.000Z',
          by: 'first',
          importedBy: null,
          route: 'fit',
          kitId: 'kit',
          reason: '',
        },
      ],
    } as JobFile;
    expect(verdict(decided)).toEqual({ state: 'undecided', because: 'unread' });
    const since = leaf(decided, 'top', 0.35, 'goes', { minute: 14 * 60 });
    expect(verdict(since)?.state).toBe('within');
    const put = with_(
      since,
      WORK_DONE,
      { what: 'piston-renewed', cylinder: 0, kitId: 'kit', ticket: null, text: '' },
      15 * 60,
    );
    expect(verdict(put)).toEqual({ state: 'undecided', because: 'unread' });
    expect(verdict(leaf(put, 'top', 0.35, 'goes', { minute: 16 * 60 }))?.state).toBe('within');
    // Nor do two pistons make one ring a comparator.
    expect(judgedWhole(leaf(put, 'top', 0.35, 'goes', { depth: mm(80), minute: 16 * 60 })).checks).toEqual(
      [],
    );
  });

  it('after a pass keeps what went before, and forgets what did not', () => {
    const before = leaf(leaf(ringJob(), 'top', 0.3, 'goes'), 'top', 0.35, 'does-not');
    expect(verdict(filed(before, 'top', 5))).toEqual({ state: 'undecided', because: 'leaves' });
    expect(verdict(leaf(filed(before, 'top', 5), 'top', 0.35, 'goes'))?.state).toBe('within');
    // Another ring's pass, or another cylinder's, opens nothing here.
    expect(verdict(filed(leaf(ringJob(), 'top', 0.3, 'does-not'), 'second', 5))?.state).toBe('beyond');
  });
});

describe('a gap against its maximum', () => {
  it.each<[string, (f: JobFile) => JobFile, string | undefined]>([
    [
      'is kept where a leaf not thicker than it does not go',
      (f) => leaf(leaf(f, 'top', 0.2, 'goes'), 'top', 0.3, 'does-not'),
      'within',
    ],
    ['is not proved by what goes alone', (f) => leaf(f, 'top', 0.3, 'goes'), 'undecided'],
    ['is passed by a thicker leaf that goes: another ring', (f) => leaf(f, 'top', 0.35, 'goes'), 'beyond'],
  ])('%s', (_, to, state) => expect(verdict(to(ranged()), 'max')?.state).toBe(state));

  it('that nobody gives is said, not passed', () => {
    const file = leaf(ringJob(), 'top', 0.9, 'goes');
    expect(verdict(file, 'max')?.state).toBe('noLimit');
    const said = judgedWhole(file).items.find((f) => f.key === '0:ring.gap.top:max')!;
    expect(verdictSentence(file, said, 'mm').headline).toContain('no limit on file');
  });
});

describe('warmth', () => {
  const AT_40 = { celsius: 20, measured: true, sameBench: false, cylinder: 40, piston: null };
  // π · 79 · 21.5e-6 · 20 = 0.1067 with a cold ring; with the ring as warm π · 79 · (21.5 − 11.5)e-6 · 20 = 0.0496.
  it.each<[string, Wall, number, number | null, number]>([
    ['a washed aluminium wall and a cold ring', 'plated', 20, 40, 0.1067],
    ['wall and ring at 40 °C', 'plated', 40, 40, 0.0496],
    ['an iron sleeve and a cold ring', 'iron-sleeve', 20, 40, 0.0546],
    ['everything at 20 °C', 'plated', 20, null, 0],
  ])('of %s opens a gap by so much', (_, wall, celsius, cylinder, mmWide) => {
    const { engine, job } = ringJob({ engine: { wall } });
    const thermal = { ...job.thermal, celsius, cylinder };
    expect(gapWarmth({ engine, job: { ...job, thermal } }, 79e6).shift / 1e6).toBeCloseTo(mmWide, 4);
  });

  it('of a warm wall makes no pass of a ring that is too tight cold', () => {
    const warm = ringJob({ engine: { wall: 'plated' }, job: { thermal: AT_40 } });
    expect(verdict(leaf(warm, 'top', 0.35, 'goes'))?.state).not.toBe('within');
    expect(verdict(leaf(warm, 'top', 0.5, 'goes'))?.state).toBe('within');
  });

  it('that nobody took after the wash withholds the verdict for half an hour', () => {
    const washed = with_(ringJob(), WORK_DONE, {
      what: 'washed',
      cylinder: null,
      kitId: null,
      ticket: null,
      text: '',
    });
    expect(verdict(leaf(washed, 'top', 0.35, 'goes', { minute: 5 }))).toEqual({
      state: 'undecided',
      because: 'warm',
    });
    expect(verdict(leaf(washed, 'top', 0.35, 'goes', { minute: 45 }))?.state).toBe('within');
  });

  it('tried warm is asked for again, and stands by what it was once it was cold', () => {
    const washed = with_(ringJob(), WORK_DONE, {
      what: 'washed',
      cylinder: null,
      kitId: null,
      ticket: null,
      text: '',
    });
    const squared = with_(washed, RING_STEP, {
      cylinder: 0,
      ring: 'top',
      what: 'squared',
      where: null,
      code: null,
    });
    const warm = leaf(squared, 'top', 0.35, 'goes', { minute: 5 });
    expect(ringWork(warm, 0, 'top', USUAL_LEAVES, 'grinder', '').next).toMatchObject({
      kind: 'try',
      cold: true,
    });
    // Warm it went; cold it does not: what counts is the cold leaf.
    expect(verdict(leaf(warm, 'top', 0.35, 'does-not', { minute: 45 }))?.state).not.toBe('within');
    const cold = leaf(warm, 'top', 0.35, 'goes', { minute: 45 });
    expect(verdict(cold)?.state).toBe('within');
    expect(ringWork(cold, 0, 'top', USUAL_LEAVES, 'grinder', '').next).not.toMatchObject({ cold: true });
  });
});

it('the second ring’s and the rails’ gaps are judged each on its own', () => {
  const file = ringJob({
    limits: [factor('ring.gap.top.factor', 0.0042), corrie('ring.gap.rail', 0.29, null)],
  });
  const both = leaf(leaf(file, 'upper-rail', 0.3, 'goes'), 'lower-rail', 0.28, 'does-not');
  expect(verdict(both, 'min', 'upper-rail')?.state).toBe('within');
  expect(verdict(both, 'min', 'lower-rail')?.state).toBe('beyond');
  expect(verdict(both, 'min', 'second')).toEqual({ state: 'undecided', because: 'unread' });
});

describe('a gap as it warms', () => {
  // Worked by hand for 79 mm: π · 79 · (α_c · ΔT_c − 11.5 · ΔT_r) · 1e-6.
  it.each<[string, Wall, number, number, number]>([
    ['an iron ring +200 K in iron +130 K closes', 'iron-sleeve', 200, 130, -0.216],
    ['a ring +180 K in aluminium +110 K opens', 'plated', 180, 110, 0.073],
    ['in the first seconds, wall +40 K, it closes', 'plated', 180, 40, -0.3],
  ])('%s', (_, wall, ring, of, change) =>
    expect(gapChange(79e6, wall, { ring, wall: of }) / 1e6).toBeCloseTo(change, 3),
  );
});

describe('a ring in its groove', () => {
  const groove = (pack: Parameters<typeof ringJob>[0], ...tries: [number, LeafAnswer][]) => {
    const file = ringJob({
      ...pack,
      limits: [corrie('ring.groove.top', 0.03, 0.065)],
    });
    const log = tries.map(([thick, answer], i) => ({
      ...leaf(file, 'top', thick, answer).log.at(-1)!,
      id: `g${i}`,
      station: groovePlace(0, 'top'),
    }));
    const judged = judgedWhole({ ...file, log: [...file.log, ...(log as never[])] });
    return judged.items.filter((f) => f.feature === 'ring.groove.top').map((f) => [f.side, f.state]);
  };

  it('is held against its range by the leaf beside it', () => {
    expect(groove({}, [0.04, 'goes'], [0.05, 'does-not'])).toEqual([
      ['min', 'within'],
      ['max', 'within'],
    ]);
    expect(groove({}, [0.08, 'goes'])).toEqual([
      ['min', 'within'],
      ['max', 'beyond'],
    ]);
    expect(groove({})).toEqual([]);
  });

  it('of a keystone is judged by its own sheet alone', () => {
    const rings = PACK.rings.map((r) => (r.ring === 'top' ? { ...r, section: 'keystone' as const } : r));
    expect(groove({ pack: { rings } }, [0.04, 'goes'], [0.05, 'does-not'])).toEqual([
      ['min', 'noLimit'],
      ['max', 'noLimit'],
    ]);
  });
});
