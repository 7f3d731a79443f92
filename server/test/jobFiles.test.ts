import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { v7 } from 'uuid';
import type { JobView } from '@tribos/contract';
import { judgeJob } from '@tribos/core';
import { bringIn, importOf, jobOf, makeWorld, newTwin, readingBody, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

describe('in and out', () => {
  const schema = JSON.parse(
    readFileSync(
      fileURLToPath(new URL('../../docs/formats/job-file.v6.schema.json', import.meta.url)),
      'utf8',
    ),
  ) as object;

  it.each([
    'Varrow 644 Twin',
    'Varrow 312 MX',
    'Varrow 744 Four',
    'Brask 59',
    'Kaldera 620 Twin',
    'Pellworm 720',
    'Drumlin 212 Y',
    'Drumlin 386',
  ])('exports %s by the schema and imports it as a new job with the same verdicts', async (engine) => {
    const job = await jobOf(world.technician, engine);
    const { body: file } = await world.technician.get(`/api/jobs/${job.file.job.id}/file`).expect(200);
    expect(new Ajv2020({ strictTypes: false }).validate(schema, file)).toBe(true);
    const imported = await bringIn(world.technician, file);
    expect(imported.file.job.id).not.toBe(job.file.job.id);
    expect(imported.file.engine).toEqual(job.file.engine);
    const states = (f: JobView['file']) => judgeJob(f).items.map((i) => [i.key, i.state, i.p]);
    expect(states(imported.file)).toEqual(states(job.file));
    expect(imported.file.log.map((e) => e.kind)).toEqual(job.file.log.map((e) => e.kind));
    expect((await world.lead.get(`/api/jobs/${imported.file.job.id}/log/chain`)).body.intact).toBe(true);
  });

  it('brings a job into a shop that has neither its engine nor its gauges', async () => {
    const job = await jobOf(world.technician, 'Varrow 644 Twin');
    const imported = await bringIn(world.stranger, job.file);
    const states = (f: JobView['file']) => judgeJob(f).items.map((i) => [i.key, i.state, i.p]);
    expect(states(imported.file)).toEqual(states(job.file));
    // Its gauges are of this job alone.
    expect((await world.stranger.get('/api/gauges')).body).toHaveLength(0);
    expect(imported.file.instruments).toHaveLength(job.file.instruments.length);
    // Its gauges and readings have other names there: whole maps are drawn to the same bits all the same.
    type Said = { key: string; p: number | null; interval: object | null };
    const drawn = async (who: typeof world.lead, id: string) =>
      ((await who.get(`/api/jobs/${id}/verdicts`)).body as { verdicts: Said[] }).verdicts
        .filter((v) => v.interval)
        .map((v) => [v.key, v.p, v.interval]);
    expect((await drawn(world.technician, job.file.job.id)).length).toBeGreaterThan(7);
    expect(await drawn(world.stranger, imported.file.job.id)).toEqual(
      await drawn(world.technician, job.file.job.id),
    );
  });

  it('brings in no check of another shop, and the same engine once', async () => {
    const job = await jobOf(world.technician, 'Varrow 644 Twin');
    const bring = async () => (await bringIn(world.stranger, job.file)).file.engine;
    const [first, second] = [await bring(), await bring()];
    expect(job.file.engine.limits.some((l) => l.source.checkedBy !== null)).toBe(true);
    expect(first.limits.every((l) => l.source.checkedBy === null)).toBe(true);
    expect(second.id).toBe(first.id);
  });

  it('lets nobody bring in by a file what they may not enter by hand', async () => {
    const job = await jobOf(world.technician, 'Varrow 644 Twin');
    const decided = {
      ...job.file,
      decisions: [
        {
          id: 'd',
          at: '2026-03-01T10:00:00.000Z',
          by: 'x',
          importedBy: null,
          route: 'reuse',
          kitId: null,
          reason: '',
        },
      ],
    };
    const said = async (file: object) => {
      const { problem } = await importOf(world.apprentice, file);
      expect(problem?.code).toBe('not-allowed');
      return problem?.detail;
    };
    expect(await said(decided)).toContain('holds decisions');
    const { engine, instruments } = job.file;
    expect(await said({ ...job.file, decisions: [], engine: { ...engine, model: 'Other' } })).toContain(
      'an engine this shop does not have',
    );
    const foreign = instruments.map((i) => ({ ...i, repeatability: 1 }));
    expect(await said({ ...job.file, decisions: [], instruments: foreign })).toContain(
      'gauges this shop does not have',
    );
    const counts = async () => [
      (await world.lead.get('/api/engines')).body.length,
      (await world.lead.get('/api/gauges')).body.length,
    ];
    const before = await counts();
    await bringIn(world.apprentice, { ...job.file, decisions: [] });
    expect(await counts()).toEqual(before);
  });

  it('refuses a time that is on no calendar', async () => {
    const job = await jobOf(world.technician, 'Varrow 644 Twin');
    const log = job.file.log.map((e, i) => (i === 0 ? { ...e, at: '2026-02-31T10:00:00.000Z' } : e));
    const { problem } = await importOf(world.technician, { ...job.file, log });
    expect(problem?.errors?.[0]).toEqual({ path: '/log/0/at', sentence: 'is on no calendar' });
    await world.technician
      .post(`/api/jobs/${job.file.job.id}/log`)
      .send({ entries: [readingBody(job, '77.02', { at: '2026-02-31T10:00:00.000Z' })] })
      .expect(400);
    await world.technician
      .patch(`/api/jobs/${job.file.job.id}`)
      .send({ version: job.version, promised: '2026-02-31' })
      .expect(400);
  });

  it('imports nothing of a file that is wrong', async () => {
    const job = await jobOf(world.technician, 'Varrow 644 Twin');
    const before = (await world.technician.get('/api/engines')).body.length;
    const spoiled = {
      ...job.file,
      engine: { ...job.file.engine, model: 'Other' },
      log: [{ ...job.file.log[0], value: 1 }],
    };
    const { problem } = await importOf(world.technician, spoiled);
    expect(problem?.errors?.[0]?.path).toBe('/log/0/value');
    expect((await world.technician.get('/api/engines')).body).toHaveLength(before);
  });

  it('prints readings as CSV with what no longer stands marked', async () => {
    const job = await newTwin(world.technician);
    const first = readingBody(job, '77.094');
    const leaves = job.file.instruments.find((i) => i.type === 'leaf')!;
    const gap = {
      id: v7(),
      kind: 'leaf',
      at: new Date().toISOString(),
      station: { part: 'ring-gap', cylinder: 0, ring: 'upper-rail', depth: 15_000_000 },
      instrumentId: leaves.id,
      stack: [300_000, 40_000],
      answer: 'goes',
    };
    const back = { id: v7(), kind: 'take-back', at: new Date().toISOString(), of: first.id };
    await world.technician
      .post(`/api/jobs/${job.file.job.id}/log`)
      .send({ entries: [first, back, readingBody(job, '77,098'), gap] });
    const { text, headers } = await world.technician
      .get(`/api/jobs/${job.file.job.id}/readings.csv`)
      .expect(200);
    const lines = text.trim().split('\n');
    expect(headers['content-type']).toContain('text/csv');
    expect(lines[0]).toBe(
      'time,arrived,person,gauge,station,part,cylinder,depth_mm,direction_deg,place,typed,answer,value_nm,value_mm,stands',
    );
    expect(lines[1]).toMatch(/bore,left,15,0,,77\.094,,77094000,77\.094,no$/u);
    expect(lines[2]).toMatch(/"77,098",,77098000,77\.098,yes$/u);
    // Leaves one by one, so that the row can be read back in.
    expect(lines[3]).toMatch(
      /ring-gap,left,15,,upper-rail,0\.300 \+ 0\.040,goes,340000,0\.300 \+ 0\.040,yes$/u,
    );
  });
});
