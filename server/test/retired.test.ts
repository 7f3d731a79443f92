import { v7 } from 'uuid';
import type { InstrumentView, JobView, StudyView } from '@tribos/contract';
import { judgeJob } from '@tribos/core';
import { gaugeOf, jobOf, makeWorld, newTwin, readingBody, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

const gauges = async (): Promise<InstrumentView[]> => (await world.lead.get('/api/gauges')).body;
const named = async (name: string) => (await gauges()).find((v) => v.instrument.name.startsWith(name))!;
const seen = async (id: string) =>
  ((await world.lead.get(`/api/jobs/${id}`).expect(200)).body as JobView).file;

describe('a gauge that is retired', () => {
  it('leaves what was read with it standing, and is in no job that did not use it', async () => {
    const job = await newTwin(world.technician);
    await world.technician
      .post(`/api/jobs/${job.file.job.id}/log`)
      .send({ entries: [readingBody(job, '77.02')] })
      .expect(200);
    const before = judgeJob(await seen(job.file.job.id)).items.map((i) => [i.key, i.state, i.p]);
    const { version, instrument } = await named('Bore gauge 1');
    const retire = (who: typeof world.lead, body: object) =>
      who.patch(`/api/gauges/${instrument.id}/retired`).send(body);
    await retire(world.apprentice, { version, retired: true }).expect(403);
    await retire(world.stranger, { version, retired: true }).expect(404);
    await retire(world.lead, { version: version + 5, retired: true }).expect(409);
    const { body } = await retire(world.lead, { version, retired: true }).expect(200);
    const today = new Date().toISOString().slice(0, 10);
    expect(body).toMatchObject({ version: version + 1, instrument: { retiredOn: today } });

    const now = await seen(job.file.job.id);
    expect(now.instruments.find((i) => i.id === instrument.id)?.retiredOn).toBe(today);
    expect(judgeJob(now).items.map((i) => [i.key, i.state, i.p])).toEqual(before);
    const other = await newTwin(world.technician);
    expect(other.file.instruments.map((i) => i.id)).not.toContain(instrument.id);

    // What was typed today and comes late is kept; nobody reads with it tomorrow.
    const at = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString();
    const late = readingBody(job, '77.021', { at: at(0) });
    await world.technician
      .post(`/api/jobs/${job.file.job.id}/log`)
      .send({ entries: [late] })
      .expect(200);
    const { body: refused } = await world.technician
      .post(`/api/jobs/${job.file.job.id}/log`)
      .send({ entries: [readingBody(job, '77.021', { at: at(2) })] })
      .expect(422);
    expect(refused.detail).toContain('was retired before that day');

    await retire(world.lead, { version: version + 1, retired: false }).expect(200);
    expect((await newTwin(world.technician)).file.instruments.map((i) => i.id)).toContain(instrument.id);
  });

  it('stays retired when it is edited, and is no micrometer to set another in', async () => {
    const micrometer = await named('Micrometer 75');
    const { body: refused } = await world.lead
      .patch(`/api/gauges/${micrometer.instrument.id}/retired`)
      .send({ version: micrometer.version, retired: true })
      .expect(422);
    expect(refused.detail).toContain('is set in it');
    const used = await named('Bore gauge 2');
    await world.lead
      .patch(`/api/gauges/${used.instrument.id}/retired`)
      .send({ version: used.version, retired: true })
      .expect(200);
    await world.lead
      .patch(`/api/gauges/${micrometer.instrument.id}/retired`)
      .send({ version: micrometer.version, retired: true })
      .expect(200);
    const { setting: _s, retiredOn: _r, importedBy: _i, ...rest } = used.instrument;
    const body = {
      ...rest,
      version: used.version + 1,
      settingKind: 'micrometer',
      settingInstrumentId: micrometer.instrument.id,
    };
    const { body: set } = await world.lead.put(`/api/gauges/${used.instrument.id}`).send(body).expect(422);
    expect(set.detail).toContain('a micrometer this shop uses');
    const ring = { ...body, settingKind: 'ring', settingU: 300, settingInstrumentId: null };
    const { body: edited } = await world.lead.put(`/api/gauges/${used.instrument.id}`).send(ring).expect(200);
    expect(edited.instrument.retiredOn).not.toBeNull();
  });
});

it('a study that is retired no longer counts in any job, and counts again when asked', async () => {
  const job = await newTwin(world.technician);
  const instrumentId = gaugeOf(job, 'Bore gauge 1');
  const texts = [
    '77.011',
    '77.012',
    '77.013',
    '77.011',
    '77.012',
    '77.013',
    '77.011',
    '77.012',
    '77.013',
    '77.012',
  ];
  const { body } = await world.technician
    .post('/api/studies')
    .send({ id: v7(), instrumentId, part: 'a ring', texts })
    .expect(201);
  const study = body as StudyView;
  const counted = async () =>
    (await seen(job.file.job.id)).studies.some((s) => s.instrumentId === instrumentId && s.at === study.at);
  expect(await counted()).toBe(true);
  const retire = (retired: boolean) =>
    world.lead.patch(`/api/studies/${study.id}/retired`).send({ retired }).expect(200);
  await retire(true);
  expect(await counted()).toBe(false);
  const listed = (await world.lead.get('/api/studies')).body as StudyView[];
  expect(listed.find((s) => s.id === study.id)?.retiredOn).not.toBeNull();
  await retire(false);
  expect(await counted()).toBe(true);
  await world.stranger.patch(`/api/studies/${study.id}/retired`).send({ retired: true }).expect(404);
});

it('a customer who is retired is offered no more, keeps their jobs, and is back with the next one', async () => {
  const job = await jobOf(world.technician, 'Varrow 644 Twin');
  const find = async () =>
    (await world.lead.get('/api/customers').query({ search: job.file.job.customer })).body as {
      id: string;
    }[];
  const [one] = await find();
  await world.lead.patch(`/api/customers/${one!.id}/retired`).send({ retired: true }).expect(200);
  expect(await find()).toEqual([]);
  expect((await seen(job.file.job.id)).job.customer).toBe(job.file.job.customer);
  await world.lead.patch(`/api/customers/${one!.id}/retired`).send({ retired: false }).expect(200);
  expect(await find()).toHaveLength(1);
});

it('two jobs opened at once for somebody new know them once', async () => {
  const customer = 'Perpetua Lindqvist-Oyelaran';
  await Promise.all([1, 2, 3, 4].map(() => newTwin(world.technician, { customer })));
  const { body } = await world.lead.get('/api/customers').query({ search: customer });
  expect(body).toHaveLength(1);
});
