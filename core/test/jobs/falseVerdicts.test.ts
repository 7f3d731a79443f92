import {
  combineVerdicts,
  decisionRefused,
  findings,
  mm,
  nextReads,
  propagate,
  recommendationSentence,
  um,
  verdictSentence,
  type EngineSpec,
  type FindingEntry,
  type LogEntry,
} from '@tribos/core';
import { judgedWhole, BORER, HERE, bores, CALLIPER, LEAVES, limit, piston, reading } from '../support.js';
import { AT, LATER, ONE, PLATED, full, SOUND, work, finding, leaf, file, item } from './cases.js';

describe('what was renewed is judged anew', () => {
  it('another piston takes its size and its clearance with it until it is read', () => {
    const before = file([...SOUND(), piston(0, '76.960')]);
    expect(item(before, '0:clearance:min').state).toBe('within');
    const after = file([...SOUND(), piston(0, '76.960'), work('piston-renewed')]);
    expect(item(after, '0:clearance:min')).toMatchObject({ because: 'unread', value: null });
    expect(item(after, '0:clearance:max').because).toBe('unread');
    // And read again it has the range of new parts to keep, not the worn one's limit.
    const again = file([...after.log, piston(0, '76.960')]);
    expect(item(again, '0:clearance:max')).toMatchObject({ limitAt: um(48), state: 'beyond' });
  });

  it.each(['replated', 'sleeved', 'exchanged'] as const)(
    '%s without a ticket is held against the range for new parts',
    (what) => {
      const worn = full(77.021, 77.021, 77.02);
      const f = file([work(what, { at: AT }), ...worn]);
      expect(item(f, '0:bore:max')).toMatchObject({ state: 'beyond', limitAt: mm(77.012) });
      expect(item(file(worn), '0:bore:max').state).toBe('within');
    },
  );

  it('bored without a ticket: nothing on file says to what, and nothing passes', () => {
    const f = file([work('bored', { at: AT, kitId: 'plus-0.5' }), ...full(77.5, 77.5, 77.5)]);
    expect(item(f, '0:bore:max').state).toBe('noLimit');
    expect(verdictSentence(f, item(f, '0:bore:max'), 'mm').details[0]).toMatch(/no ticket is on file/u);
  });

  it('a ticket for honing counts: it was asked for', () => {
    const ticket = { low: mm(77.005), high: mm(77.015) };
    const f = file([work('honed', { at: AT, ticket }), ...full(77.03, 77.03, 77.03)]);
    expect(item(f, '0:bore:max')).toMatchObject({ state: 'beyond', limitAt: mm(77.015) });
  });

  it('after boring, leaves are tried beside the piston that goes in, not the one that came out', () => {
    const decisions = [
      {
        id: 'd',
        at: AT,
        by: 'lead',
        importedBy: null,
        route: 'bore' as const,
        kitId: 'plus-0.5',
        reason: '',
      },
    ];
    const ticket = { low: mm(77.5), high: mm(77.515) };
    const log = [
      work('bored', { at: LATER, kitId: 'plus-0.5', ticket }),
      ...bores([Array(3).fill(['77.508', '77.508', '77.508', '77.508']) as string[][]], 'calliper', ONE),
      reading({ part: 'piston', cylinder: 0, place: 'gauge-height', kit: 'plus-0.5' }, '77.46', 'calliper'),
      work('washed'),
    ];
    const f = file(log, { decisions, instruments: [CALLIPER, LEAVES] });
    const judged = judgedWhole(f);
    const ways = nextReads(
      f,
      judged.items.find((i) => i.key === '0:clearance:min')!,
      judged.readings,
    );
    expect(ways.map((w) => w.action.station).find((s) => s.part === 'clearance')).toMatchObject({
      kit: 'plus-0.5',
    });
  });
});

describe('a finding is a verdict', () => {
  it.each<[FindingEntry['what'], Partial<FindingEntry>, string]>([
    ['flaking', {}, 'beyond'],
    ['bare', {}, 'beyond'],
    ['crack', {}, 'beyond'],
    ['score', { nail: 'catches' }, 'beyond'],
    ['score', { deep: um(14) }, 'beyond'],
    ['score', {}, 'undecided'],
  ])('%s %j on plating: %s', (what, over, state) => {
    const f = file([...SOUND(), piston(0, '76.960'), finding(what, over)], { engine: PLATED });
    const judged = judgedWhole(f);
    expect(judged.items.find((i) => i.finding)).toMatchObject({ state });
    expect(judged.overall).toBe(state);
    expect(['reuse', 'fit']).not.toContain(judged.ways().recommended?.route);
    expect(recommendationSentence(f, judged.ways(), judged.items)).not.toMatch(/nothing has to be bored/u);
    // A wall that is not used again is neither reused nor fitted with a piston; replating it is a way.
    const refused = (route: 'reuse' | 'replate') =>
      decisionRefused(f.engine, judged.kits, { route, kitId: null });
    expect(refused('reuse') !== null).toBe(state === 'beyond');
    // A crack outlives replating; a coating that is through does not.
    expect(refused('replate') === null).toBe(what !== 'crack');
  });

  it('a score that no fingernail catches says nothing of its own', () => {
    const f = file([...SOUND(), piston(0, '76.960'), finding('score', { nail: 'slides' })], {
      engine: PLATED,
    });
    expect(judgedWhole(f).items.some((i) => i.finding)).toBe(false);
  });

  it('a crack outlives clean and replating; another cylinder has none, and a finding can be taken back', () => {
    const stand = (...log: LogEntry[]) => findings(log, 1)[0]!.map((f) => f.what);
    const both = [finding('crack'), finding('flaking')];
    expect(stand(...both, finding('clean'))).toEqual(['crack']);
    expect(stand(...both, work('replated'))).toEqual(['crack']);
    expect(stand(...both, work('exchanged'))).toEqual([]);
    const back = { kind: 'take-back' as const, id: 't', at: AT, by: 'x', ...HERE, of: 'f-crack' };
    expect(stand(...both, back)).toEqual(['flaking']);
  });
});

describe('leaves', () => {
  it('a thin leaf that does not go where the gauges say there is room is a conflict', () => {
    const f = file([...full(77.06, 77.058, 77.056), piston(0, '76.960'), leaf(0.04, 'does-not')]);
    expect(item(f, '0:clearance:min')).toMatchObject({ state: 'undecided', because: 'conflict' });
    expect(judgedWhole(f).checks.find((c) => c.kind === 'leaf')!.agrees).toBe(false);
  });

  it('a thick leaf that goes where they say there is none is one too', () => {
    const f = file([...SOUND(), piston(0, '76.990'), leaf(0.1, 'goes')]);
    expect(item(f, '0:clearance:min').because).toBe('conflict');
    expect(item(f, '0:clearance:max').because).toBe('conflict');
  });

  it('never pass a maximum, with or without a bracket', () => {
    const alone = file([leaf(0.05, 'goes'), leaf(0.06, 'does-not')]);
    expect(item(alone, '0:clearance:min').state).toBe('within');
    expect(item(alone, '0:clearance:max')).toMatchObject({ state: 'undecided', because: 'leaves' });
    expect(judgedWhole(alone).overall).not.toBe('within');
    expect(item(file([leaf(0.2, 'goes')]), '0:clearance:max').state).toBe('beyond');
  });
});

describe('one number for a piston in the bore as it is', () => {
  const engine: EngineSpec = {
    ...ONE,
    wall: 'plated',
    limits: [...ONE.limits.filter((l) => l.feature !== 'clearance'), limit('clearance', 'new', 0.03, 0.06)],
    kits: [{ ...ONE.kits[0]!, id: 'std', name: 'standard', oversize: mm(0), piston: mm(76.965) }],
  };
  const log = [
    ...bores(
      [
        [
          ['77.013', '77.012'],
          ['77.012', '77.011'],
          ['77.012', '77.011'],
        ],
      ],
      'ring-set',
      ONE,
    ),
    reading({ part: 'piston', cylinder: 0, place: 'gauge-height', kit: 'std' }, '76.968', 'mic'),
  ];

  it('is the joint share of the propagation that the clearance verdicts come from, the unseen oval in it', () => {
    const decisions = [
      { id: 'd', at: AT, by: 'lead', importedBy: null, route: 'fit' as const, kitId: 'std', reason: '' },
    ];
    const f = file(log, { engine, decisions, job: { plan: 'usual' } });
    const judged = judgedWhole(f, 'mm', (p) => propagate(p, 40_000));
    const { p } = judged.kits.options[0]!;
    const [tight, loose] = ['min', 'max'].map(
      (s) => judged.items.find((i) => i.key === `0:clearance:${s}`)!.p!,
    );
    expect(p!).toBeLessThanOrEqual(Math.min(tight!, loose!));
    expect(p!).toBeGreaterThanOrEqual(tight! + loose! - 1 - 1e-9);
    // Before it is worked the quick figure is never higher.
    const quick = judgedWhole(f).kits.options[0]!;
    expect(quick.cylinders[0]!.fit!.provisional).toBe(true);
    expect(quick.p!).toBeLessThanOrEqual(p! + 0.01);
  });

  it('of graded pistons the one that sits best is recommended, not the smallest', () => {
    const grade = (id: string, size: number) => ({ ...engine.kits[0]!, id, name: id, piston: mm(size) });
    const graded = { ...engine, kits: [grade('A', 76.957), grade('B', 76.967), grade('C', 76.977)] };
    const judged = judgedWhole(file(full(77.012, 77.012, 77.011), { engine: graded }), 'mm', (p) =>
      propagate(p, 40_000),
    );
    expect(judged.ways().recommended?.kit?.id).toBe('B');
  });
});

describe('nothing is within for want of something', () => {
  it('a job is not within while a clearance is unread', () => {
    expect(judgedWhole(file(SOUND())).overall).toBe('unread');
    expect(combineVerdicts(['within', 'unread', 'noLimit'])).toBe('noLimit');
  });

  it('a shop rule above the sheet’s maximum is said, not thrown', () => {
    const rule = limit('clearance', 'new', 0.06, null, { type: 'shop-rule', party: 'shop' });
    const engine = { ...ONE, limits: [...ONE.limits, rule] };
    const f = file([work('piston-renewed', { at: AT }), ...SOUND(), piston(0, '76.96')], { engine });
    expect(item(f, '0:clearance:min')).toMatchObject({ state: 'undecided', because: 'contradiction' });
    expect(verdictSentence(f, item(f, '0:clearance:min'), 'mm').headline).toMatch(/contradict each other/u);
    expect(judgedWhole(f).kits.options.every((o) => o.cylinders.every((c) => c.target === null))).toBe(true);
  });

  it('a score of unknown depth is not one of nothing', () => {
    const worn = full(77.05, 77.03, 77.02);
    const judged = (...log: LogEntry[]) =>
      judgedWhole({
        ...file([...worn, piston(0, '76.800'), ...log]),
        shop: { ...file([]).shop, firms: [BORER] },
      });
    const says = (...log: LogEntry[]) => judged(...log).kits;
    expect(judged().ways().recommended?.kit?.name).toBe('+0.25');
    const unknown = says(finding('score'));
    expect(unknown.options.find((o) => o.kit.name === '+0.25')).toMatchObject({ says: 'may', p: null });
    expect(judged(finding('score')).ways().recommended).toBeNull();
    expect(says(finding('score', { nail: 'slides' })).options[0]!.says).toBe('will');
  });

  it('one reading of many recommends nothing yet', () => {
    const { kits, ways } = judgedWhole(file(full(77.05, 77.03, 77.02).slice(0, 1)));
    expect(ways().recommended).toBeNull();
    expect(kits.soFar).toBe(true);
  });

  it('a lone limit whose condition nobody wrote down is asked about', () => {
    const engine = {
      ...ONE,
      limits: ONE.limits.map((l) => (l.feature === 'bore' ? { ...l, conditions: { code: 'B7' } } : l)),
    };
    const f = file(SOUND(), { engine });
    expect(item(f, '0:bore:max')).toMatchObject({ state: 'undecided', because: 'ask-limit' });
    expect(item(file(SOUND(), { engine: { ...engine, code: 'B7' } }), '0:bore:max').state).toBe('within');
    const read = file([...SOUND(), piston(0, '76.96')], { engine });
    expect(judgedWhole(read).next.kind).toBe('settle-limit');
  });
});
