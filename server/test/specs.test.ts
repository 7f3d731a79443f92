import pg from 'pg';
import { v7 } from 'uuid';
import type { EngineView, InstrumentView } from '@tribos/contract';
import { makeWorld, newTwin, readingBody, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

const engine = async (model: string): Promise<EngineView> => {
  const { body } = await world.lead.get('/api/engines');
  const { id } = (body as { id: string; model: string }[]).find((e) => e.model === model)!;
  return (await world.lead.get(`/api/engines/${id}`)).body as EngineView;
};
const body = (over: object = {}) => ({
  id: v7(),
  feature: 'bore.taper',
  state: 'service',
  low: null,
  high: 50_000,
  unit: 'mm',
  sourceType: 'engine-maker',
  party: 'Drumlin',
  document: 'Drumlin manual',
  page: '3',
  revision: '1',
  confirmed: false,
  ...over,
});

describe('limits', () => {
  it('are all eight engines’ with their sources', async () => {
    const { body: rows } = await world.lead.get('/api/engines');
    expect(rows.map((e: { model: string }) => e.model).sort()).toEqual([
      '212 Y',
      '312 MX',
      '386',
      '59',
      '620 Twin',
      '644 Twin',
      '720',
      '744 Four',
    ]);
    expect(
      (await engine('59')).spec.limits.find((l) => l.feature === 'ring.gap.top' && l.state === 'new'),
    ).toMatchObject({
      rows: expect.arrayContaining([{ below: 60, low: 210_000 }]),
      source: { checkedBy: null, party: 'Ashgate' },
    });
  });

  it('stay unchecked until a second person has compared them', async () => {
    const { spec } = await engine('386');
    const path = `/api/engines/${spec.id}/limits`;
    const typed = body();
    const added = (await world.technician.post(path).send(typed).expect(201)).body as EngineView;
    expect(added.spec.limits.find((l) => l.id === typed.id)?.source).toMatchObject({
      enteredBy: 'Tomasz Adeyemi',
      checkedBy: null,
    });
    const again = { version: 1, low: typed.low, high: typed.high, rows: null };
    const own = await world.technician.post(`${path}/${typed.id}/check`).send(again).expect(422);
    expect(own.body.code).toBe('second-person');
    // Without typing it again, or with another figure, nothing is checked.
    await world.apprentice.post(`${path}/${typed.id}/check`).send({ version: 1 }).expect(400);
    const other = await world.apprentice
      .post(`${path}/${typed.id}/check`)
      .send({ ...again, high: (typed.high ?? 0) + 1 })
      .expect(422);
    expect(other.body).toMatchObject({ code: 'differs', current: { high: typed.high } });
    const checked = (await world.apprentice.post(`${path}/${typed.id}/check`).send(again).expect(200))
      .body as EngineView;
    expect(checked.spec.limits.find((l) => l.id === typed.id)?.source.checkedBy).toBe('Ngaire Solano');
    const edited = (
      await world.lead
        .put(`${path}/${typed.id}`)
        .send({ ...typed, high: 60_000, version: 2 })
        .expect(200)
    ).body as EngineView;
    expect(edited.spec.limits.find((l) => l.id === typed.id)?.source).toMatchObject({
      enteredBy: 'Mirela Okafor-Lind',
      checkedBy: null,
    });
  });

  it('ask before they are kept, and keep what stands as typed', async () => {
    const { spec } = await engine('386');
    const path = `/api/engines/${spec.id}/limits`;
    const inches = body({ feature: 'bore', high: 3_310_000 });
    const asked = await world.lead.post(path).send(inches).expect(422);
    expect(asked.body).toMatchObject({
      code: 'questions',
      errors: [{ path: '/inch-as-mm' }, expect.anything()],
    });
    await world.lead
      .post(path)
      .send(body({ feature: 'bore', state: 'new', low: 84_015_000, high: 84_000_000, confirmed: true }))
      .expect(422);
    await world.lead
      .post(path)
      .send(body({ low: null, high: null, confirmed: true }))
      .expect(422);
    await world.lead
      .post(path)
      .send(body({ unit: 'bar' }))
      .expect(422);
    await world.lead
      .post(path)
      .send({ ...inches, confirmed: true })
      .expect(201);
  });

  it('of the shop tighten what the sheet says and never contradict it', async () => {
    const { spec } = await engine('644 Twin');
    const path = `/api/engines/${spec.id}/limits`;
    const rule = (low: number) =>
      body({
        feature: 'clearance',
        state: 'service',
        low,
        high: null,
        sourceType: 'shop-rule',
        party: 'Ternhollow',
        document: 'Shop rules',
        confirmed: true,
      });
    const against = await world.lead.post(path).send(rule(400_000)).expect(422);
    expect(against.body).toMatchObject({ code: 'contradiction', errors: [{ path: '/low' }] });
    expect(against.body.detail).toMatch(/leaves nothing of .+Nothing was saved\.$/u);
    expect((await engine('644 Twin')).spec.limits).toEqual(spec.limits);
    await world.lead.post(path).send(rule(35_000)).expect(201);
  });

  it('answer a stale edit with 409 and both sides', async () => {
    const { spec, limitVersions } = await engine('620 Twin');
    const limit = spec.limits[0]!;
    const version = limitVersions[limit.id]!;
    const path = `/api/engines/${spec.id}/limits/${limit.id}`;
    const edit = {
      ...body({
        feature: limit.feature,
        state: limit.state,
        low: limit.low,
        high: limit.high! + 1_000,
        confirmed: true,
      }),
      id: limit.id,
    };
    await world.lead
      .put(path)
      .send({ ...edit, version })
      .expect(200);
    const { body: problem } = await world.technician
      .put(path)
      .send({ ...edit, high: limit.high! + 2_000, version })
      .expect(409);
    expect(problem).toMatchObject({
      code: 'stale',
      current: { version: version + 1, high: limit.high! + 1_000 },
    });
  });

  it('can be added to a new engine, which can then be measured', async () => {
    const id = v7();
    const fresh = {
      id,
      maker: 'Pellworm',
      model: 'Trial',
      kind: 'watercraft',
      strokes: 2,
      cylinders: ['front'],
      bore: 60_000_000,
      stroke: 50_000_000,
      wall: 'plated',
      zeroAt: 'exhaust',
      pinAxisDeg: 90,
      depths: { top: 10_000_000, mid: 30_000_000, low: 50_000_000 },
      wallDepth: 70_000_000,
      pin: null,
      cooling: 'liquid',
    };
    await world.lead
      .post('/api/engines')
      .send({ ...fresh, depths: { top: 3_000_000, mid: 2_000_000, low: 5_000_000 } })
      .expect(422);
    await world.lead.post('/api/engines').send(fresh).expect(201);
    await world.lead.post('/api/engines').send(fresh).expect(201);
    const job = await newTwin(world.lead, { engineId: id });
    await world.lead
      .post(`/api/jobs/${job.file.job.id}/log`)
      .send({
        entries: [
          readingBody(job, '60.01', { station: { part: 'bore', cylinder: 0, depth: 10_000_000, angle: 0 } }),
        ],
      })
      .expect(200);
    const { body: report } = await world.lead.get(`/api/jobs/${job.file.job.id}/verdicts`);
    expect(report.verdicts[0]).toMatchObject({
      state: 'noLimit',
      headline: 'Bore is 60.010 mm; no limit on file.',
    });
  });
});

describe('gauges', () => {
  const gauge = (over: object = {}) => ({
    id: v7(),
    name: 'Trial gauge',
    type: 'telescoping',
    unit: 'mm',
    resolution: 1_000,
    repeatability: 6_000,
    studyRepeats: null,
    maxError: 4_000,
    rangeLow: 8_000_000,
    rangeHigh: 60_000_000,
    contacts: 2,
    settingKind: 'none',
    travel: null,
    leaves: [],
    calibrationDue: '2027-01-01',
    ...over,
  });

  it('are added once and edited by version', async () => {
    const g = gauge();
    await world.lead.post('/api/gauges').send(g).expect(201);
    await world.lead.post('/api/gauges').send(g).expect(201);
    const list = (await world.lead.get('/api/gauges')).body as InstrumentView[];
    expect(list.filter((v) => v.instrument.id === g.id)).toHaveLength(1);
    await world.lead
      .put(`/api/gauges/${g.id}`)
      .send({ ...g, name: 'Renamed', version: 1 })
      .expect(200);
    const { body: problem } = await world.technician
      .put(`/api/gauges/${g.id}`)
      .send({ ...g, version: 1 })
      .expect(409);
    expect(problem.current.instrument.name).toBe('Renamed');
  });

  it.each([
    ['a range the wrong way round', { rangeLow: 60_000_000, rangeHigh: 8_000_000 }],
    ['a comparator set in nothing', { type: 'dial-bore' }],
    ['a calliper set in a ring', { type: 'calliper', settingKind: 'ring', settingU: 300 }],
    ['a ring without a certificate', { type: 'dial-bore', settingKind: 'ring' }],
    [
      'a micrometer that is not there',
      { type: 'dial-bore', settingKind: 'micrometer', settingInstrumentId: v7() },
    ],
    ['a leaf set without leaves', { type: 'leaf' }],
    ['leaves of a calliper', { type: 'calliper', leaves: [50_000] }],
  ])('refuse %s', async (_, over) => {
    const { body: problem } = await world.lead.post('/api/gauges').send(gauge(over)).expect(422);
    expect(problem.errors[0].path).toMatch(/^\//u);
  });
});

describe('parts of a sheet', () => {
  it('stand on the engine they were entered for, and on nobody else’s', async () => {
    const { spec } = await engine('386');
    const rings = spec.parts;
    expect(Object.keys(rings ?? {})).toEqual([
      'assemblies',
      'bolt-maps',
      'cams',
      'clutch',
      'crank-train',
      'cranks',
      'fluids',
      'gaskets',
      'gearboxes',
      'named-parts',
      'ring-packs',
      'route-labour',
      'route-parts',
      'special-tools',
      'strip-list',
      'torque-plan',
      'valve-train',
    ]);
    const owner = new pg.Client({ connectionString: world.ownerUrl });
    const client = new pg.Client({ connectionString: world.url });
    await Promise.all([owner.connect(), client.connect()]);
    try {
      const { rows } = await owner.query('SELECT shop_id FROM engines WHERE id = $1', [spec.id]);
      const insert = 'INSERT INTO sheet_parts (shop_id, engine_id, part, body) VALUES ($1, $2, $3, $4)';
      const part = [rows[0].shop_id, spec.id, 'rods', { marked: 'exhaust' }];
      await expect(client.query(insert, part)).rejects.toThrow('row-level security');
      await client.query('SELECT set_config($1, $2, false)', ['app.shop_id', rows[0].shop_id]);
      await client.query(insert, part);
      await expect(client.query(insert, [rows[0].shop_id, v7(), 'rods', {}])).rejects.toThrow('foreign key');
    } finally {
      await Promise.all([owner.end(), client.end()]);
    }
    expect((await engine(spec.model)).spec.parts).toEqual({ ...rings, rods: { marked: 'exhaust' } });
    expect((await engine('644 Twin')).spec.parts).not.toHaveProperty('rods');
    await world.stranger.get(`/api/engines/${spec.id}`).expect(404);
  });
});
