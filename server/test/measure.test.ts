import pg from 'pg';
import { v7 } from 'uuid';
import type { JobView, StudyView } from '@tribos/contract';
import { mm } from '@tribos/core';
import {
  asOwner,
  gaugeOf,
  jobOf,
  makeWorld,
  newTwin,
  readingBody,
  type Agent,
  type World,
} from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

const entry = (kind: string, over: object) => ({ id: v7(), kind, at: new Date().toISOString(), ...over });
const send = (job: JobView, entries: object[], agent: Agent = world.technician) =>
  agent.post(`/api/jobs/${job.file.job.id}/log`).send({ entries });
const logOf = async (job: JobView) =>
  ((await world.technician.get(`/api/jobs/${job.file.job.id}`)).body as JobView).file.log;
const report = async (job: JobView) =>
  (await world.technician.get(`/api/jobs/${job.file.job.id}/verdicts`)).body;

describe('comparators over the wire', () => {
  it('keep a zero, deviations from it and its closing, in order', async () => {
    const job = await newTwin(world.technician);
    const instrumentId = gaugeOf(job, 'Bore gauge 2');
    const zero = entry('zero', {
      instrumentId,
      in: { kind: 'micrometer', instrumentId: gaugeOf(job, 'Micrometer 75') },
      text: '77.020',
      needle: 'clockwise-smaller',
      repeats: 3,
    });
    const reading = readingBody(job, '-4', { instrumentId, zeroId: zero.id });
    const closing = entry('closing-zero', { zeroId: zero.id, text: '+1' });
    await send(job, [zero, reading, closing]).expect(200);
    const log = await logOf(job);
    expect(log.map((e) => [e.kind, 'value' in e ? e.value : null])).toEqual([
      ['zero', mm(77.02)],
      ['reading', mm(77.024)],
      ['closing-zero', 1_000],
    ]);
  });

  it('refuse a deviation from a zero that is not there, and keep nothing of the request', async () => {
    const job = await newTwin(world.technician);
    const { body } = await send(job, [
      readingBody(job, '77.020'),
      readingBody(job, '-4', { zeroId: v7() }),
    ]).expect(422);
    expect(body.errors[0].path).toBe('/entries/1/zeroId');
    expect(await logOf(job)).toEqual([]);
  });
});

describe('leaves, findings and work', () => {
  it('make a bracket, stand on the wall, and put earlier readings aside', async () => {
    const job = await newTwin(world.technician);
    const station = { part: 'clearance', cylinder: 0, kit: null };
    const leaf = (thickness: number, answer: string) =>
      entry('leaf', {
        station,
        instrumentId: gaugeOf(job, 'Leaf set'),
        stack: [mm(thickness)],
        answer,
      });
    await send(job, [leaf(0.06, 'goes'), leaf(0.07, 'drags')]).expect(200);
    const tight = (await report(job)).verdicts.find((v: { key: string }) => v.key === '0:clearance:min');
    expect(tight).toMatchObject({ bracket: { low: mm(0.06), high: mm(0.07) }, state: 'within' });
    await send(job, [
      readingBody(job, '77.020'),
      entry('finding', {
        cylinder: 0,
        what: 'score',
        place: { depth: mm(32), angle: 190 },
        deep: 10_000,
      }),
      entry('work', {
        what: 'honed',
        cylinder: 0,
        kitId: null,
        ticket: null,
        text: 'two strokes',
      }),
    ]).expect(200);
    const after = (await report(job)).verdicts;
    expect(after.find((v: { key: string }) => v.key === '0:bore:max').because).toBe('unread');
    expect(after.find((v: { key: string }) => v.key === '0:clearance:min').bracket).toBeNull();
  });

  it.each<[string, object]>([
    ['a leaf the set does not hold', { stack: [33_000] }],
    ['four leaves', { stack: [30_000, 40_000, 50_000, 60_000] }],
    ['an answer that is none', { answer: 'maybe' }],
    ['a place that is no gap', { station: { part: 'bore', cylinder: 0, depth: 1, angle: 0 } }],
    ['a micrometer', { instrumentId: 'mic' }],
  ])('refuse %s', async (_, over) => {
    const job = await newTwin(world.technician);
    const body = entry('leaf', {
      station: { part: 'clearance', cylinder: 0, kit: null },
      instrumentId: gaugeOf(job, 'Leaf set'),
      stack: [mm(0.06)],
      answer: 'goes',
      ...over,
    });
    const { status } = await send(job, [body]);
    expect([400, 422]).toContain(status);
    expect(await logOf(job)).toEqual([]);
  });
});

describe('entries of the version before', () => {
  it('are read as findings while the chain stays over what was written', async () => {
    const job = await newTwin(world.technician);
    await send(job, [readingBody(job, '77.020')]).expect(200);
    const old = {
      id: v7(),
      kind: 'score',
      at: '2026-01-01T10:00:00.000Z',
      by: 'A former hand',
      cylinder: 1,
      depth: 20_000,
    };
    // As the version before wrote it: the body alone, chained by the database’s own row.
    await asOwner(
      world.ownerUrl,
      `INSERT INTO log_entries (shop_id, job_id, seq, id, kind, at, by, body, previous_hash, hash)
       SELECT shop_id, job_id, 2, $2, 'score', now(), 'A former hand', $3, hash, hash FROM log_entries WHERE job_id = $1`,
      [job.file.job.id, old.id, JSON.stringify(old)],
    );
    const log = await logOf(job);
    expect(log[1]).toMatchObject({ kind: 'finding', what: 'score', cylinder: 1, deep: 20_000, place: null });
  });
});

describe('studies', () => {
  const TEN = [
    '77.001',
    '77.003',
    '77.000',
    '76.999',
    '77.004',
    '77.002',
    '76.998',
    '77.003',
    '77.001',
    '77.004',
  ];
  const study = (job: JobView, over: object = {}) => ({
    id: v7(),
    instrumentId: gaugeOf(job, 'Bore gauge 1'),
    part: 'sleeve A',
    texts: TEN,
    ...over,
  });

  it('count for the person who made them from then on, once, whoever asks', async () => {
    const job = await newTwin(world.technician);
    const body = study(job);
    const { body: kept } = await world.technician.post('/api/studies').send(body).expect(201);
    await world.technician.post('/api/studies').send(body).expect(201);
    // Mean 77.0015; squares 38.5 µm² over 9.
    expect((kept as StudyView).s).toBeCloseTo(Math.sqrt(38.5 / 9) * 1000, 3);
    const own = ((await world.technician.get('/api/studies')).body as StudyView[]).filter(
      (s) => s.id === body.id,
    );
    expect(own).toHaveLength(1);
    await send(job, [readingBody(job, '77.020')], world.technician).expect(200);
    const { file } = (await world.lead.get(`/api/jobs/${job.file.job.id}`)).body as JobView;
    expect(
      file.studies.find((s) => s.by === 'Tomasz Adeyemi' && s.instrumentId === body.instrumentId)!.s,
    ).toBe((kept as StudyView).s);
  });

  it('of fewer than ten repeats are kept for the study of several people only', async () => {
    const job = await newTwin(world.technician);
    const { body } = await world.apprentice
      .post('/api/studies')
      .send(study(job, { texts: ['77.001', '3.0315 in'] }))
      .expect(201);
    expect(body).toMatchObject({ s: null, repeats: 2, values: [77_001_000, 77_000_100] });
  });

  it.each<[string, object, number]>([
    ['a figure that is none', { texts: ['77.001', 'wide'] }, 422],
    ['a single repeat', { texts: ['77.001'] }, 400],
    ['a part without a name', { part: ' ' }, 400],
    ['a gauge that is not there', { instrumentId: v7() }, 422],
  ])('refuse %s', async (_, over, status) => {
    const job = await newTwin(world.technician);
    await world.technician.post('/api/studies').send(study(job, over)).expect(status);
  });

  it('of leaves are refused: they have no repeatability of their own', async () => {
    const job = await newTwin(world.technician);
    await world.technician
      .post('/api/studies')
      .send(study(job, { instrumentId: gaugeOf(job, 'Leaf set') }))
      .expect(422);
  });

  it('are not seen by another shop, and cannot be changed by anyone', async () => {
    expect((await world.stranger.get('/api/studies')).body).toEqual([]);
    await expect(asOwner(world.ownerUrl, `UPDATE studies SET s = 1`)).rejects.toThrow();
  });
});

describe('a map read in', () => {
  it('goes in whole or not at all', async () => {
    const job = await newTwin(world.technician);
    const good = readingBody(job, '77.020');
    await send(job, [good, readingBody(job, '77,0,1')]).expect(422);
    expect(await logOf(job)).toEqual([]);
    await send(job, [good]).expect(200);
    expect(await logOf(job)).toHaveLength(1);
  });

  it('is propagated by the server once it is complete', async () => {
    const { body } = await world.technician.get(
      `/api/jobs/${(await jobOf(world.technician, 'Varrow 644 Twin')).file.job.id}/verdicts`,
    );
    const largest = body.verdicts.find((v: { key: string }) => v.key === '1:bore:max');
    expect(largest.interval.low).toBeLessThan(largest.value);
    expect(largest.interval.high).toBeGreaterThan(largest.value);
  });
});

describe('the summary in the lists', () => {
  it('follows the whole map once it is worked, without the reading waiting for it', async () => {
    const job = await newTwin(world.technician, { plan: 'quick' });
    const { engine } = job.file;
    const entries = [0, 1].flatMap((cylinder) =>
      [engine.depths.top, engine.depths.low].flatMap((depth) =>
        [0, 90].map((angle) =>
          readingBody(job, '77.020', { station: { part: 'bore', cylinder, depth, angle } }),
        ),
      ),
    );
    await send(job, entries).expect(200);
    const whole = await report(job);
    expect(whole.verdicts.find((v: { key: string }) => v.key === '0:bore:max').interval).not.toBeNull();
    const row = async () =>
      (await world.technician.get('/api/jobs')).body.items.find(
        (j: { id: string }) => j.id === job.file.job.id,
      );
    await world.summedUp();
    const shown = await row();
    expect([shown.overall, shown.read]).toEqual([whole.overall, 8]);
  });

  it('follows a limit, a gauge and a study that change after the last reading', async () => {
    const job = await newTwin(world.technician, { plan: 'quick' });
    await send(job, [readingBody(job, '77.020')]).expect(200);
    await world.summedUp();
    const row = async () =>
      (await world.technician.get('/api/jobs')).body.items.find(
        (j: { id: string }) => j.id === job.file.job.id,
      );
    const due = async () => {
      const client = new pg.Client({ connectionString: world.ownerUrl });
      await client.connect();
      const { rows } = await client.query('SELECT 1 FROM summaries_due WHERE job_id = $1', [job.file.job.id]);
      await client.end();
      return rows.length > 0;
    };
    expect([(await row()).overall, await due()]).toEqual(['undecided', false]);
    const lower = async (high: number) =>
      asOwner(
        world.ownerUrl,
        `UPDATE limits SET high = $1 WHERE feature = 'bore' AND state = 'service' AND engine_id = $2`,
        [high, job.file.engine.id],
      );
    const high = job.file.engine.limits.find((l) => l.feature === 'bore' && l.state === 'service')!.high!;
    const settled = async (overall: string) => {
      for (let i = 0; i < 300 && ((await row()).overall !== overall || (await due())); i += 1)
        await new Promise((r) => setTimeout(r, 20));
      expect([(await row()).overall, await due()]).toEqual([overall, false]);
    };
    await lower(77_000_000);
    await settled('beyond');
    await lower(high);
    await settled('undecided');
    await asOwner(world.ownerUrl, `UPDATE instruments SET max_error = max_error + 1`);
    await settled('undecided');
  });
});
