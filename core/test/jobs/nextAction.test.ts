import {
  kitSentence,
  mm,
  nextPlace,
  walkOf,
  recommendationSentence,
  placeKey,
  um,
  type Decision,
  type EngineSpec,
  type JobFile,
  type LogEntry,
} from '@tribos/core';
import {
  judgedWhole,
  BORER,
  HERE,
  bore,
  bores,
  GAUGES,
  jobFile,
  LEAVES,
  limit,
  piston,
  reading,
  TWIN,
} from '../support.js';

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
const PISTONS = [piston(0, '76.950'), piston(1, '76.950')];
const decided = (kitId: string | null): Decision => ({
  id: 'd',
  at: '2026-03-01T10:00:00.000Z',
  by: 'x',
  importedBy: null,
  route: kitId === null ? 'reuse' : 'bore',
  kitId,
  reason: '',
});
const next = (file: JobFile) => judgedWhole(file).next;
const says = (file: JobFile) => next(file).sentence('mm');
const SINGLE: EngineSpec = { ...TWIN, cylinders: ['cylinder'] };

describe('what to do next', () => {
  it('begins with the first station of the plan', () => {
    expect(says(jobFile([]))).toBe('Take left · 15 mm · thrust. 14 to go.');
  });

  it('goes on with what is missing, wherever it lies', () => {
    const log = bores(SOUND).filter((_, i) => i !== 7);
    expect(next(jobFile(log))).toMatchObject({
      kind: 'read',
      at: { cylinder: 1, angle: 90, depth: mm(15) },
      left: 3,
    });
    expect(says(jobFile([...bores(SOUND), PISTONS[0]!]))).toBe(
      'Take right · piston · gauge height. It is the last of the plan.',
    );
  });

  it('asks an open question before anything else', () => {
    const file = jobFile([...bores(SOUND), reading(bore(0, 15, 45), '3.0330')]);
    expect(next(file).kind).toBe('answer');
    expect(says(file)).toContain('Was it in?');
  });

  it('is to decide when all is read and proved', () => {
    expect(says(jobFile([...bores(SOUND), ...PISTONS]))).toBe(
      'Measuring is complete. Decide what to do with the engine.',
    );
  });

  it('does not ask to settle one bore when another is past its limit and all are bored', () => {
    const worn = [
      SOUND[0]!,
      [
        ['77.140', '77.130'],
        ['77.10', '77.10'],
        ['77.09', '77.09'],
      ],
    ];
    expect(next(jobFile([...bores(worn, 'telescoping'), ...PISTONS])).kind).toBe('decide');
  });

  it('says to treat as beyond what no gauge here can decide', () => {
    const near = [
      [
        ['77.105', '77.105'],
        ['77.09', '77.09'],
        ['77.08', '77.08'],
      ],
      SOUND[1]!,
    ];
    const file = jobFile([...bores(near), ...PISTONS, reading(bore(0, 15, 45), '77.105')], {
      engine: { ...TWIN, limits: TWIN.limits.filter((l) => l.feature !== 'clearance') },
      instruments: GAUGES.filter((g) => g.id === 'ring-set' || g.id === 'mic'),
    });
    expect(says(file)).toBe('Left bore is at its limit and no gauge here decides it: treat it as beyond.');
  });

  it('names the leaves beside the bare piston where a calliper alone never decides a clearance', () => {
    const rows = [
      ['77.02', '77.02'],
      ['77.02', '77.02'],
      ['77.02', '77.02'],
    ];
    const log = [
      ...bores([rows, rows], 'calliper'),
      ...[0, 1].map((c) =>
        reading({ part: 'piston', cylinder: c, place: 'gauge-height', kit: null }, '76.98', 'calliper'),
      ),
      ...[15, 45, 80].flatMap((d) => [0, 1].map((c) => reading(bore(c, d, 45), '77.02', 'calliper'))),
    ];
    const only = GAUGES.filter((g) => g.id === 'calliper');
    const limits = TWIN.limits.filter((l) => l.feature === 'clearance');
    const engine = { ...TWIN, limits };
    expect(says(jobFile(log, { engine, instruments: only }))).toMatch(
      /clearance is at its limit and no gauge here decides it: leaves beside the bare piston may/u,
    );
    // With a set on the wall they are the next thing to take, before any reading is repeated.
    expect(says(jobFile(log, { engine, instruments: [...only, LEAVES] }))).toMatch(
      /leaves beside the bare piston/iu,
    );
  });

  it('asks for a limit that is not on file', () => {
    const engine = { ...TWIN, limits: TWIN.limits.filter((l) => l.feature !== 'bore.taper') };
    const file = jobFile([...bores(SOUND), ...PISTONS], { engine });
    expect(next(file)).toMatchObject({ kind: 'add-limit', item: { feature: 'bore.taper' } });
    expect(says(file)).toContain('Add it from the manual');
  });

  it('measures the new pistons once a kit is chosen, then is done', () => {
    const log: LogEntry[] = [...bores(SOUND), ...PISTONS];
    expect(next(jobFile(log, { decisions: [decided('plus-0.5')] }))).toMatchObject({
      kind: 'read',
      at: { part: 'piston', kit: 'plus-0.5' },
      left: 2,
    });
    const done = jobFile(
      [...log, piston(0, '77.467', { kit: 'plus-0.5' }), piston(1, '77.467', { kit: 'plus-0.5' })],
      { decisions: [decided('plus-0.5')] },
    );
    expect(next(done)).toMatchObject({ kind: 'send-out', station: 'outside' });
    const bored = judgedWhole(jobFile(log, { decisions: [decided(null)] }));
    expect(bored.nextAt('decide')!.sentence('mm')).toBe('Decided: nothing is bored.');
    // What was decided is a state; the job goes on with what it asks for.
    expect(bored.next).toMatchObject({ kind: 'prepare', station: 'prepare' });
  });

  it('walks on from where the hand is and comes round to what was skipped', () => {
    const log = [reading(bore(0, 15, 90), '77.01'), reading(bore(0, 45, 0), '77.01')];
    const { readings } = judgedWhole(jobFile(log));
    expect(placeKey(nextPlace(walkOf(jobFile(log)), readings, 'bore:0:15000000:90')!)).toBe(
      'bore:0:45000000:90',
    );
    const full = [...bores(SOUND).slice(1), ...PISTONS];
    expect(
      placeKey(
        nextPlace(
          walkOf(jobFile(full)),
          judgedWhole(jobFile(full)).readings,
          'piston:1:gauge-height:fitted',
        )!,
      ),
    ).toBe('bore:0:15000000:0');
    const all = [...bores(SOUND), ...PISTONS];
    expect(nextPlace(walkOf(jobFile(all)), judgedWhole(jobFile(all)).readings, null)).toBeNull();
  });
});

describe('a piston that goes into the bore as it is', () => {
  const kit = (id: string, size: number, maker = 'Varrow') => ({
    id,
    maker,
    name: `grade ${id}`,
    oversize: um(0),
    piston: mm(size),
    material: 'cast-high-silicon' as const,
    gaugeHeight: null,
  });
  const plated: EngineSpec = {
    ...SINGLE,
    wall: 'plated',
    kits: [kit('A', 76.976), kit('B', 76.983), kit('C', 77.005)],
  };
  const tight = [
    [
      ['77.016', '77.016', '77.016', '77.016'],
      ['77.015', '77.015', '77.015', '77.015'],
      ['77.015', '77.015', '77.015', '77.015'],
    ],
  ];
  const file = (over: Partial<EngineSpec> = {}, extra: LogEntry[] = [], decisions: Decision[] = []) =>
    jobFile([...bores(tight), ...extra], {
      engine: { ...plated, ...over },
      job: { plan: 'full' },
      decisions,
    });

  it('fits, or does not, by the sheet’s own range', () => {
    const { kits, ways } = judgedWhole(file());
    expect(kits.options.map((o) => [o.kit.name, o.way, o.says])).toEqual([
      ['grade A', 'fit', 'will'],
      ['grade B', 'fit', 'may'],
      ['grade C', 'fit', 'will-not'],
    ]);
    expect(kits.options[0]!.cylinders[0]!.fit).toMatchObject({ state: 'within' });
    expect(kits.options[0]!.cylinders[0]!.target).toBeNull();
    expect(ways().recommended?.kit?.name).toBe('grade A');
  });

  it('has a sentence for each', () => {
    const f = file();
    const { kits, items, ways } = judgedWhole(f);
    expect(kits.options.map((o) => kitSentence(f, o).split(':')[0])).toEqual([
      'Goes into the bore as it is, inside the sheet’s clearance at both ends',
      'These readings cannot say whether the clearance is right',
      'The clearance would be outside the sheet.',
    ]);
    expect(recommendationSentence(f, ways(), items)).toBe('Piston grade A, bore as it is: practically sure.');
  });

  it('is held against the range for new parts by its own maker once chosen', () => {
    const sheet = limit('clearance', 'new', 0.03, 0.048, { party: 'Corrie', type: 'part-maker' });
    const engine = { limits: [...plated.limits, sheet], kits: [kit('K', 76.976, 'Corrie')] };
    const chosen = file(engine, [piston(0, '76.977', { kit: 'K' })], [{ ...decided('K'), route: 'fit' }]);
    const loosest = judgedWhole(chosen).items.find((i) => i.key === '0:clearance:max')!;
    expect(loosest.limit?.source.party).toBe('Corrie');
    expect(loosest.limitAt).toBe(um(48));
    expect(judgedWhole(chosen).next).toMatchObject({ kind: 'prepare', station: 'prepare' });
  });

  it('says so when nothing on file fits', () => {
    const f = file({ kits: [kit('C', 77.005)] });
    const { ways, items } = judgedWhole(f);
    expect(ways().recommended?.route).not.toBe('fit');
    expect(recommendationSentence(f, ways(), items)).toMatch(
      /The clearance is not known yet: measure the pistons/u,
    );
  });
});

describe('recommending', () => {
  const recommend = (file: JobFile) => {
    const { ways, items } = judgedWhole(file);
    return recommendationSentence(file, ways(), items);
  };

  it('waits for every bore', () => {
    expect(recommend(jobFile(bores([SOUND[0]!])))).toBe(
      'Read every bore first: the worst cylinder chooses for all.',
    );
  });

  it('says when nothing has to be bored', () => {
    expect(recommend(jobFile([...bores(SOUND), ...PISTONS]))).toMatch(
      /^Everything is inside its limits: nothing has to be bored\. Used again, new rings: /u,
    );
  });

  it('says when there is no kit, and when the last is not enough', () => {
    const worn = [
      [
        ['77.9', '77.9'],
        ['77.8', '77.8'],
        ['77.7', '77.7'],
      ],
    ];
    expect(recommend(jobFile(bores(worn), { engine: { ...SINGLE, kits: [] } }))).toBe(
      'No kit is on file for this engine.',
    );
    const answered = (log: LogEntry[]): LogEntry[] => [
      ...log,
      ...log.flatMap((e, i) =>
        e.kind === 'reading'
          ? (['mistyped', 'thimble-turn'] as const).map((slip) => ({
              kind: 'answer' as const,
              id: `a${i}${slip}`,
              at: e.at,
              by: 'x',
              ...HERE,
              readingId: e.id,
              slip,
            }))
          : [],
      ),
    ];
    expect(recommend(jobFile(answered(bores(worn)), { engine: SINGLE }))).toMatch(
      /^No way is surely enough\. The likeliest is /u,
    );
  });

  it('names the last oversize as the last', () => {
    const worn = [
      [
        ['77.260', '77.260'],
        ['77.2', '77.2'],
        ['77.2', '77.2'],
      ],
    ];
    expect(recommend(jobFile(bores(worn), { engine: SINGLE, shop: { firms: [BORER] } }))).toMatch(
      /^Bored to \+1\.00: .* It is the last oversize\.$/u,
    );
  });
});
