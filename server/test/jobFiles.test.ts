import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { v7 } from 'uuid';
import type { JobView } from '@tribos/contract';
import { judgeJob } from '@tribos/core';
import { jobOf, makeWorld, newTwin, readingBody, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

describe('in and out', () => {
  const schema = JSON.parse(
    readFileSync(
      fileURLToPath(new URL('../../docs/formats/job-file.v3.schema.json', import.meta.url)),
      'utf8',
    ),
  ) as object;

  it.each(['Varrow 644 Twin', 'Varrow 312 MX', 'Brask 59', 'Kaldera 620 Twin', 'Pellworm 720'])(
    'exports %s by the schema and imports it as a new job with the same verdicts',
    async (engine) => {
      const job = await jobOf(world.technician, engine);
      const { body: file } = await world.technician.get(`/api/jobs/${job.file.job.id}/file`).expect(200);
      expect(new Ajv2020({ strictTypes: false }).validate(schema, file)).toBe(true);
      const { body } = await world.technician.post('/api/jobs/import').send(file).expect(201);
      const imported = body as JobView;
      expect(imported.file.job.id).not.toBe(job.file.job.id);
      expect(imported.file.engine).toEqual(job.file.engine);
      const states = (f: JobView['file']) => judgeJob(f).items.map((i) => [i.key, i.state, i.p]);
      expect(states(imported.file)).toEqual(states(job.file));
      expect(imported.file.log.map((e) => e.kind)).toEqual(job.file.log.map((e) => e.kind));
      expect((await world.lead.get(`/api/jobs/${imported.file.job.id}/log/chain`)).body.intact).toBe(true);
    },
  );

  it('brings a job into a shop that has neither its engine nor its gauges', async () => {
    const job = await jobOf(world.technician, 'Varrow 644 Twin');
    const { body } = await world.stranger.post('/api/jobs/import').send(job.file).expect(201);
    const states = (f: JobView['file']) => judgeJob(f).items.map((i) => [i.key, i.state, i.p]);
    expect(states((body as JobView).file)).toEqual(states(job.file));
    expect((await world.stranger.get('/api/gauges')).body).toHaveLength(job.file.instruments.length);
    // Its gauges and readings have other names there: whole maps are drawn to the same bits all the same.
    type Said = { key: string; p: number | null; interval: object | null };
    const drawn = async (who: typeof world.lead, id: string) =>
      ((await who.get(`/api/jobs/${id}/verdicts`)).body as { verdicts: Said[] }).verdicts
        .filter((v) => v.interval)
        .map((v) => [v.key, v.p, v.interval]);
    expect((await drawn(world.technician, job.file.job.id)).length).toBeGreaterThan(7);
    expect(await drawn(world.stranger, (body as JobView).file.job.id)).toEqual(
      await drawn(world.technician, job.file.job.id),
    );
  });

  it('imports nothing of a file that is wrong', async () => {
    const job = await jobOf(world.technician, 'Varrow 644 Twin');
    const before = (await world.technician.get('/api/engines')).body.length;
    const spoiled = {
      ...job.file,
      engine: { ...job.file.engine, model: 'Other' },
      log: [{ ...job.file.log[0], value: 1 }],
    };
    const { body } = await world.technician.post('/api/jobs/import').send(spoiled).expect(422);
    expect(body.errors[0].path).toBe('/log/0/value');
    expect((await world.technician.get('/api/engines')).body).toHaveLength(before);
  });

  it('prints readings as CSV with what no longer stands marked', async () => {
    const job = await newTwin(world.technician);
    const first = readingBody(job, '77.094');
    const back = { id: v7(), kind: 'take-back', at: new Date().toISOString(), readingId: first.id };
    await world.technician
      .post(`/api/jobs/${job.file.job.id}/log`)
      .send({ entries: [first, back, readingBody(job, '77,098')] });
    const { text, headers } = await world.technician
      .get(`/api/jobs/${job.file.job.id}/readings.csv`)
      .expect(200);
    const lines = text.trim().split('\n');
    expect(headers['content-type']).toContain('text/csv');
    expect(lines[0]).toBe(
      'time,person,gauge,station,part,cylinder,depth_mm,direction_deg,place,typed,value_nm,value_mm,stands',
    );
    expect(lines[1]).toMatch(/bore,left,15,0,,77\.094,77094000,77\.094,no$/u);
    expect(lines[2]).toMatch(/"77,098",77098000,77\.098,yes$/u);
  });
});
