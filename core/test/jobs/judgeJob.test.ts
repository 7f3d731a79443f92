import {
  mm,
  oddsText,
  placeName,
  um,
  verdictSentence,
  type EngineSpec,
  type JobFile,
  type LogEntry,
  type Figure,
} from '@tribos/core';
import {
  judgedWhole,
  HERE,
  bore,
  bores,
  GAUGES,
  instrument,
  jobFile,
  piston,
  reading,
  TWIN,
} from '../support.js';

/** A sound twin on the usual plan: two directions, three depths. */
const SOUND = [
  [
    ['77.020', '77.018'],
    ['77.016', '77.015'],
    ['77.012', '77.012'],
  ],
  [
    ['77.021', '77.017'],
    ['77.017', '77.014'],
    ['77.012', '77.011'],
  ],
];
const item = (file: JobFile, key: string): Figure => judgedWhole(file).items.find((i) => i.key === key)!;
const withBores = (log: readonly LogEntry[] = []) => jobFile([...bores(SOUND), ...log]);

describe('judging a job', () => {
  it('passes a sound bore once the plan is complete', () => {
    expect(item(withBores(), '0:bore:max')).toMatchObject({
      state: 'within',
      because: null,
      value: mm(77.02),
    });
    // Nothing is within while the clearances are not known.
    expect(judgedWhole(withBores()).overall).toBe('unread');
  });

  it('passes a bore that reads the same everywhere: a taper of nothing is uncertain too', () => {
    const even = [
      [
        ['77.020', '77.020'],
        ['77.020', '77.020'],
        ['77.020', '77.020'],
      ],
    ];
    const taper = item(jobFile(bores(even)), '0:bore.taper:max');
    expect(taper).toMatchObject({ state: 'within', because: null, value: 0 });
    expect(taper.u).toBeGreaterThan(1_000);
  });

  it('does not pass an incomplete plan, but says beyond at once', () => {
    const one = bores(SOUND).slice(0, 3);
    expect(item(jobFile(one), '0:bore:max')).toMatchObject({ state: 'undecided', because: 'incomplete' });
    expect(item(jobFile([reading(bore(0, 15, 0), '77.140')]), '0:bore:max')).toMatchObject({
      state: 'beyond',
      because: null,
    });
  });

  it('never passes a figure without a limit', () => {
    const engine: EngineSpec = { ...TWIN, limits: TWIN.limits.filter((l) => l.feature !== 'bore.taper') };
    const taper = item(jobFile(bores(SOUND), { engine }), '0:bore.taper:max');
    expect(taper.state).toBe('noLimit');
    expect(verdictSentence(jobFile([], { engine }), taper, 'mm').details.join(' ')).toContain('not a pass');
    expect(judgedWhole(jobFile(bores(SOUND), { engine })).overall).toBe('noLimit');
  });

  it('says what two directions cannot see, and asks for a third after a seizure', () => {
    const calm = item(withBores(), '0:bore.out-of-round:max');
    expect(calm.caveats).toContain('two-directions');
    expect(calm.state).toBe('within');
    const seized = jobFile(bores(SOUND), { job: { seized: true } });
    expect(item(seized, '0:bore.out-of-round:max')).toMatchObject({ state: 'undecided', because: 'unseen' });
    const all = jobFile([...bores(SOUND), piston(0, '76.967'), piston(1, '76.967')], {
      job: { seized: true },
    });
    expect(judgedWhole(all).next).toMatchObject({
      kind: 'settle',
      best: { action: { kind: 'third-direction' } },
      at: { cylinder: 0, angle: 45 },
    });
  });

  it('typing again until it passes does not pass', () => {
    // True size 77.108, limit 77.105: six tries with a telescoping gauge, the lucky ones kept.
    const left = bores([SOUND[0]!.map((r) => r.map(() => '77.060'))], 'telescoping');
    const tries = ['77.111', '77.106', '77.104', '77.108', '77.099', '77.096'].map((t) =>
      reading(bore(0, 15, 0), t, 'telescoping'),
    );
    const log: LogEntry[] = [...left.slice(1)];
    tries.forEach((t, i) => {
      log.push(t);
      if (i < tries.length - 1)
        log.push({ kind: 'take-back', id: `b${i}`, at: t.at, by: 'x', ...HERE, of: t.id });
    });
    const file = jobFile(log);
    expect(item(file, '0:bore:max').state).not.toBe('within');
    expect(item(file, '0:bore:max').caveats).toContain('kept-repeat');
    expect(
      judgedWhole(file).bores[0]!.places.find((s) => s.key === 'bore:0:15000000:0')!.readings,
    ).toHaveLength(6);
  });

  it('holds two clearances: the tightest against the minimum, the loosest against the service limit', () => {
    const file = withBores([piston(0, '76.960')]);
    expect(item(file, '0:clearance:min')).toMatchObject({
      state: 'undecided',
      because: 'unseen',
      value: um(52),
      limitAt: um(30),
    });
    expect(item(file, '0:clearance:max')).toMatchObject({ state: 'within', value: um(60), limitAt: um(150) });
  });

  it('keeps a piston measured at the crown, but does not use it and says so', () => {
    const file = withBores([piston(0, '76.905', { place: 'crown' })]);
    expect(item(file, '0:clearance:min')).toMatchObject({ because: 'unread', value: null });
    const both = item(
      withBores([piston(0, '76.905', { place: 'crown' }), piston(0, '76.960')]),
      '0:clearance:min',
    );
    expect(both.value).toBe(um(52));
    expect(both.working.map((w) => (w.kind === 'text' ? w.text : '')).join(' ')).toContain(
      'not used for clearance',
    );
  });

  it('leaves a reading out until its question is answered, and uses it when it stands as typed', () => {
    const odd = reading(bore(0, 15, 0), '77.520');
    const rest = bores(SOUND).slice(1);
    const file = jobFile([rest[0]!, odd, ...rest.slice(1)]);
    expect(judgedWhole(file).readings.questions.map((q) => q.code)).toEqual(['thimble-turn']);
    expect(item(file, '0:bore:max')).toMatchObject({ because: 'question' });
    expect(judgedWhole(file).next.kind).toBe('answer');
    const answered = jobFile([
      ...file.log,
      { kind: 'answer', id: 'a', at: odd.at, by: 'x', ...HERE, readingId: odd.id, slip: 'thimble-turn' },
    ]);
    expect(judgedWhole(answered).readings.questions.filter((q) => q.holds)).toEqual([]);
    expect(item(answered, '0:bore:max').value).toBe(mm(77.52));
  });

  it('asks for an outlier twice more, then takes the median', () => {
    const full = (over: string) => [
      '77.020',
      '77.018',
      '77.017',
      '77.019',
      '77.016',
      over,
      '77.014',
      '77.015',
      '77.012',
      '77.011',
      '77.011',
      '77.012',
    ];
    const log = full('77.075').map((t, i) =>
      reading(bore(0, [15, 45, 80][Math.floor(i / 4)]!, (i % 4) * 45), t),
    );
    const file = (extra: LogEntry[] = []) => jobFile([...log, ...extra], { job: { plan: 'full' } });
    expect(judgedWhole(file()).readings.questions.map((q) => q.code)).toEqual(['outlier']);
    const again = ['77.016', '77.015'].map((t) => reading(bore(0, 45, 45), t));
    const settled = judgedWhole(file(again));
    expect(settled.readings.questions).toEqual([]);
    expect(settled.readings.places.get('bore:0:45000000:45')!.result!.estimate.value).toBeCloseTo(
      mm(77.016),
      -1,
    );
  });

  it('refuses shape from a three-point gauge', () => {
    const three = instrument('three', 'dial-bore', { kind: 'ring', u: 300 }, { contacts: 3 });
    const file = jobFile(bores(SOUND, 'three'), { instruments: [...GAUGES, three] });
    expect(item(file, '0:bore:max')).toMatchObject({ because: 'three-point' });
    expect(item(file, '0:bore:max').state).toBe('undecided');
  });

  it('says on the verdict when a gauge was overdue or the limit unchecked', () => {
    const late = GAUGES.map((g) => ({ ...g, calibrationDue: '2025-01-01' }));
    expect(item(jobFile(bores(SOUND), { instruments: late }), '0:bore:max').caveats).toContain('overdue');
    const engine = {
      ...TWIN,
      limits: TWIN.limits.map((l) => ({ ...l, source: { ...l.source, checkedBy: null } })),
    };
    expect(item(jobFile(bores(SOUND), { engine }), '0:bore:max').caveats).toContain('unchecked');
  });

  it('offers the gauge that would decide', () => {
    const left = [
      ['77.097', '77.084', '77.071', '77.084'],
      ['77.08', '77.07', '77.06', '77.07'],
      ['77.05', '77.05', '77.05', '77.05'],
    ];
    const right = [
      ['77.02', '77.02', '77.02', '77.02'],
      ['77.02', '77.02', '77.02', '77.02'],
      ['77.01', '77.01', '77.01', '77.01'],
    ];
    const file = jobFile([...bores([left, right], 'telescoping'), piston(0, '76.97'), piston(1, '76.97')], {
      job: { plan: 'full' },
    });
    const judged = judgedWhole(file);
    const largest = judged.items.find((i) => i.key === '0:bore:max')!;
    expect(largest).toMatchObject({ state: 'undecided', because: 'gauge' });
    expect(oddsText(largest.p!)).toBe('0.893');
    expect(judged.next).toMatchObject({
      kind: 'settle',
      best: { action: { kind: 'other-gauge', gauge: 'ring-set' } },
      at: { depth: mm(15), angle: 0 },
    });
    expect(judged.next.sentence('mm')).toBe(
      'Take left · 15 mm · thrust with ring-set: about 4 in 5 that it decides.',
    );
  });
});

describe('sentences', () => {
  const engine = TWIN;
  const complete = jobFile([...bores(SOUND), piston(0, '76.960'), piston(1, '76.960')]);
  const headline = (file: JobFile, key: string, unit: 'mm' | 'in' = 'mm') =>
    verdictSentence(file, item(file, key), unit).headline;

  it.each<[string, JobFile, string, string]>([
    ['within', complete, '0:bore:max', 'Left bore is 0.085 mm inside its service limit.'],
    [
      'a minimum that two directions cannot prove',
      complete,
      '0:clearance:min',
      'Left tightest clearance is 0.022 mm above its minimum, but two directions cannot show it. Read a third.',
    ],
    [
      'beyond',
      jobFile([reading(bore(1, 15, 0), '77.140')]),
      '1:bore:max',
      'Right bore is 0.035 mm past its service limit.',
    ],
    ['unread', jobFile([]), '0:bore:max', 'Left bore is not read yet.'],
    ['unread clearance', jobFile([]), '0:clearance:min', 'Left tightest clearance needs bore and piston.'],
    [
      'incomplete',
      jobFile(bores(SOUND).slice(0, 3)),
      '0:bore:max',
      'Left bore is 0.085 mm inside its service limit so far: 3 of 6 read.',
    ],
    [
      'unseen',
      jobFile(bores(SOUND), { job: { seized: true } }),
      '0:bore.out-of-round:max',
      'Left out-of-round is 0.048 mm inside its service limit, but two directions cannot show it. Read a third.',
    ],
    [
      'no limit',
      jobFile(bores(SOUND), { engine: { ...engine, limits: [] } }),
      '0:bore:max',
      'Left bore is 77.020 mm; no limit on file.',
    ],
  ])('%s', (_, file, key, sentence) => {
    expect(headline(file, key)).toBe(sentence);
  });

  it('speaks the reader’s unit', () => {
    expect(headline(complete, '0:bore:max', 'in')).toBe('Left bore is 0.0033 in inside its service limit.');
    expect(placeName(complete, bore(0, 15, 90), 'in')).toBe('left · 0.59 in · pin');
    expect(placeName(complete, bore(0, 15, 45))).toBe('left · 15 mm · 45°');
  });

  it('names value, limit, odds and source in the details', () => {
    const { details } = verdictSentence(complete, item(complete, '0:bore:max'), 'mm');
    expect(details[0]).toBe('77.020 mm against max 77.105 mm, P > 0.9999, by ring-set.');
    expect(details.at(-1)).toBe('Varrow manual, p. 1, checked. Varrow governs: nothing else is fitted.');
  });

  it('prints odds neither as certainty nor across a threshold', () => {
    expect(oddsText(1)).toBe('> 0.9999');
    expect(oddsText(0)).toBe('< 0.0001');
    expect(oddsText(0.9496)).toBe('0.9496');
    expect(oddsText(0.95001)).toBe('0.95001');
    expect(oddsText(0.893)).toBe('0.893');
  });
});
