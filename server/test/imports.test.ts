import { jest } from '@jest/globals';
import { Logger } from '@nestjs/common';
import { v7 } from 'uuid';
import type { ImportView, JobView } from '@tribos/contract';
import { RING_PACKS, judgeJob, verdictSentence, type JobFile } from '@tribos/core';
import { BringIn } from '../src/exchange/bringIn.service.js';
import { Scope } from '../src/kit/scope.js';
import {
  asOwner,
  bringIn,
  importOf,
  jobOf,
  makeWorld,
  newTwin,
  readingBody,
  sendFile,
  type Agent,
  type World,
} from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

const LEAD = 'Mirela Okafor-Lind';
const fileOf = async (): Promise<JobView['file']> => (await jobOf(world.technician, 'Varrow 644 Twin')).file;

describe('what a file brings in', () => {
  it('is marked with who brought it in, entry by entry, and arrives when it is brought in', async () => {
    const before = Date.now();
    const { file } = await bringIn(world.lead, await fileOf());
    expect(file.log.length).toBeGreaterThan(10);
    for (const entry of file.log) {
      expect(entry.importedBy).toBe(LEAD);
      expect(Date.parse(entry.received!)).toBeGreaterThanOrEqual(before);
    }
    expect(file.instruments.filter((i) => i.importedBy !== null).map((i) => i.name)).toEqual(
      (await fileOf()).instruments.map((i) => `${i.name} (in the file)`),
    );
  });

  it('says so in every verdict that rests on it, and in the report’s own table of readings', async () => {
    const { file } = await bringIn(world.lead, await fileOf());
    const read = judgeJob(file).items.filter((i) => i.because !== 'unread' && i.value !== null);
    expect(read.length).toBeGreaterThan(3);
    for (const item of read)
      expect(verdictSentence(file, item, 'mm').notes.join(' ')).toContain('a file brought in');
    const { text } = await world.lead.get(`/api/jobs/${file.job.id}/readings.csv`);
    for (const row of text.trim().split('\n').slice(1)) expect(row).toContain(`in a file ${LEAD} brought in`);
  });

  it('keeps its gauges to its own job: no other sees them, nobody reads with them', async () => {
    const { file, version } = await bringIn(world.lead, await fileOf());
    const theirs = file.instruments.filter((i) => i.importedBy !== null);
    const listed = (await world.lead.get('/api/gauges')).body as { instrument: { id: string } }[];
    const other = await newTwin(world.technician);
    for (const { id } of theirs) {
      expect(listed.map((v) => v.instrument.id)).not.toContain(id);
      expect(other.file.instruments.map((i) => i.id)).not.toContain(id);
    }
    const bore = theirs.find((i) => i.name.startsWith('Bore gauge 1'))!;
    const { body } = await world.technician
      .post(`/api/jobs/${file.job.id}/log`)
      .send({ entries: [readingBody({ version, file, moved: [] }, '77.02', { instrumentId: bore.id })] })
      .expect(422);
    expect(body.detail).toContain('a gauge of a file, not of this shop');
    await world.lead.patch(`/api/gauges/${bore.id}/retired`).send({ version: 1, retired: true }).expect(404);
    // The shop's own is still there to be taken.
    await world.technician
      .post(`/api/jobs/${file.job.id}/log`)
      .send({
        entries: [
          readingBody({ version, file, moved: [] }, '77.02', {
            instrumentId: file.instruments.find((i) => i.importedBy === null && i.type === 'dial-bore')!.id,
          }),
        ],
      })
      .expect(200);
  });

  it('keeps studies to its gauges: nobody’s own repeatability is taken from a file', async () => {
    const file = await fileOf();
    const studies = [
      { instrumentId: file.instruments[0]!.id, by: LEAD, at: '2026-01-01T10:00:00.000Z', s: 1, repeats: 500 },
    ];
    const { file: now } = await bringIn(world.lead, { ...file, studies });
    const listed = (await world.lead.get('/api/studies')).body as { s: number }[];
    expect(listed.every((s) => s.s !== 1)).toBe(true);
    const brought = now.studies.filter((s) => s.s === 1);
    expect(brought).toHaveLength(1);
    expect(now.instruments.find((i) => i.id === brought[0]!.instrumentId)?.importedBy).toBe(LEAD);
    expect((await newTwin(world.technician)).file.studies.every((s) => s.s !== 1)).toBe(true);
  });

  it('shows a decision as one of the file, here and in the list', async () => {
    const file = await fileOf();
    const decided = {
      id: 'd',
      at: '2026-03-01T10:00:00.000Z',
      by: 'Sam',
      importedBy: null,
      route: 'reuse',
      kitId: null,
      reason: 'as new',
    };
    const { file: now } = await bringIn(world.lead, { ...file, decisions: [decided] });
    expect(now.decisions[0]).toMatchObject({ by: 'Sam', importedBy: LEAD });
    await world.summedUp();
    const { body } = await world.lead.get('/api/jobs');
    const row = (body as { items: { id: string; decided: string }[] }).items.find((j) => j.id === now.job.id);
    expect(row?.decided).toBe('in the file: nothing is bored');
  });

  it('brings an engine this shop has not with its limits unchecked, typed by somebody of a file', async () => {
    const file = await fileOf();
    const { file: now } = await bringIn(world.lead, {
      ...file,
      decisions: [],
      engine: { ...file.engine, model: '644 of a file' },
    });
    const { packs } = RING_PACKS.of(now.engine)!;
    expect(packs.length).toBeGreaterThan(0);
    for (const { source } of [...now.engine.limits, ...packs]) {
      expect(source.checkedBy).toBeNull();
      expect(source.enteredBy).toContain(`(in a file ${LEAD} brought in)`);
    }
  });

  it('is kept as it came, byte for byte', async () => {
    const text = `${JSON.stringify(await fileOf(), null, 3)}\n\n`;
    const { jobId } = await importOf(world.lead, text);
    const { body, headers } = await world.technician
      .get(`/api/jobs/${jobId}/original`)
      .buffer(true)
      .parse((res, done) => {
        const parts: Buffer[] = [];
        res.on('data', (part: Buffer) => parts.push(part));
        res.on('end', () => done(null, Buffer.concat(parts)));
      })
      .expect(200);
    expect((body as Buffer).toString('utf8')).toBe(text);
    expect(headers['content-disposition']).toContain('job.json');
    await world.stranger.get(`/api/jobs/${jobId}/original`).expect(404);
    const own = await newTwin(world.technician);
    await world.lead.get(`/api/jobs/${own.file.job.id}/original`).expect(404);
  });
});

describe('a file on its way in', () => {
  it('is asked about when it is in already, and brought in again when it is meant', async () => {
    const text = JSON.stringify({ ...(await fileOf()), shop: { ...(await fileOf()).shop, name: 'Twice' } });
    const first = await importOf(world.lead, text);
    const { body } = await sendFile(world.technician, text).expect(409);
    expect(body).toMatchObject({
      code: 'already-imported',
      current: { jobId: first.jobId, by: LEAD },
    });
    expect(body.detail).toContain('Nothing was imported');
    const second = await importOf(world.technician, text);
    expect(second.state).toBe('done');
    expect(second.jobId).not.toBe(first.jobId);
    // The other shop has not got it.
    await sendFile(world.stranger, text).expect(202);
  });

  it('is brought in once, however often it is sent with one id', async () => {
    const text = JSON.stringify(await fileOf());
    const id = v7();
    const send = () => sendFile(world.lead, text, { id, again: 'yes' }).expect(202);
    const sent = await Promise.all([send(), send().catch(() => send())]);
    expect(new Set(sent.map((s) => (s.body as ImportView).id))).toEqual(new Set([id]));
    for (;;) {
      const { body } = await world.lead.get(`/api/imports/${id}`).expect(200);
      if ((body as ImportView).state === 'done') break;
      await new Promise((done) => setTimeout(done, 50));
    }
    const again = await send();
    expect((again.body as ImportView).state).toBe('done');
  });

  it.each([
    ['no JSON', '{"format":'],
    ['another thing', '[]'],
    ['an older thing', '{"format":"tribos-job","version":0}'],
  ])('is refused with its sentence when it is %s, and no job is there', async (_, text) => {
    const before = ((await world.lead.get('/api/jobs')).body as { items: object[] }).items.length;
    const view = await importOf(world.lead, text);
    expect(view).toMatchObject({ state: 'refused', jobId: null });
    expect(view.problem?.detail).toContain('Nothing was imported');
    expect(((await world.lead.get('/api/jobs')).body as { items: object[] }).items).toHaveLength(before);
  });

  it('that trips over something here says so, is not there in part, and is brought in when asked again', async () => {
    const said = jest.spyOn(Logger.prototype, 'error').mockImplementation(() => undefined);
    const bringIn = world.app.get(BringIn);
    const keep = jest.spyOn(bringIn, 'keep').mockRejectedValueOnce(new Error('tripped'));
    const text = JSON.stringify({ ...(await fileOf()), shop: { ...(await fileOf()).shop, name: 'Tripped' } });
    const first = await importOf(world.lead, text);
    expect(first).toMatchObject({ state: 'refused', jobId: null, problem: { code: 'unexpected' } });
    expect(JSON.stringify(first)).not.toContain('tripped');
    expect((await sendFile(world.lead, text).expect(202)).body.state).toBe('queued');
    expect((await importOf(world.lead, text)).state).toBe('done');
    keep.mockRestore();
    said.mockRestore();
  });

  it('while the database is away waits, and is brought in when it is back', async () => {
    const away = Object.assign(new Error('terminating connection'), { code: '57P01' });
    const keep = jest.spyOn(world.app.get(BringIn), 'keep').mockRejectedValueOnce(away);
    const view = await importOf(world.lead, JSON.stringify(await fileOf()));
    expect([view.state, keep.mock.calls.length]).toEqual(['done', 2]);
    keep.mockRestore();
  });

  it.each([
    ['nobody’s name', (f: JobFile) => ({ ...f, job: { ...f.job, customer: ' ' } }), '/job/customer is empty'],
    [
      'a character nothing keeps',
      (f: JobFile) => ({ ...f, job: { ...f.job, complaint: 'a\u0000b' } }),
      '/job/complaint holds a character that cannot be kept',
    ],
    [
      'half of a character',
      (f: JobFile) => ({ ...f, job: { ...f.job, complaint: 'a\ud800b' } }),
      '/job/complaint holds a character that cannot be kept',
    ],
    [
      'an id twice',
      (f: JobFile) => ({
        ...f,
        engine: { ...f.engine, limits: [f.engine.limits[0]!, ...f.engine.limits] },
      }),
      '/engine/limits/1/id is used twice',
    ],
    [
      'a length in bar',
      (f: JobFile) => ({
        ...f,
        engine: {
          ...f.engine,
          limits: f.engine.limits.map((l) => (l.feature === 'bore' ? { ...l, unit: 'bar' as const } : l)),
        },
      }),
      'is in bar, which measures something else',
    ],
  ])('is refused with its place when it holds %s', async (_, wrong, words) => {
    const view = await importOf(world.lead, wrong(await fileOf()));
    expect([view.state, view.problem?.detail]).toEqual(['refused', expect.stringContaining(words)]);
  });

  it('waits behind another shop’s first, and so many of one shop at most', async () => {
    const text = JSON.stringify(await fileOf());
    const done: string[] = [];
    // Nothing is read until all are asked for.
    const keep = world.app.get(BringIn).keep.bind(world.app.get(BringIn));
    let open = (): void => undefined;
    const shut = new Promise<void>((go) => (open = go));
    const spied = jest.spyOn(world.app.get(BringIn), 'keep').mockImplementation(async (file) => {
      await shut;
      done.push(world.app.get(Scope).who.shopName);
      return keep(file);
    });
    const ask = (agent: Agent) => sendFile(agent, text, { again: 'yes' });
    const sent: string[] = [];
    for (let i = 0; i < 6; i += 1) sent.push((await ask(world.lead).expect(202)).body.id as string);
    const other = (await ask(world.stranger).expect(202)).body.id as string;
    await asOwner(
      world.ownerUrl,
      `INSERT INTO imports (shop_id, id, name, by, asked_at, state, progress)
       SELECT shop_id, gen_random_uuid(), 'waits', by, now(), 'queued', 0 FROM imports, generate_series(1, 40) WHERE id = '${sent[0]!}'`,
    );
    const full = await ask(world.lead).expect(503);
    expect([full.body.code, full.headers['retry-after']]).toEqual(['busy', '10']);
    await asOwner(world.ownerUrl, `DELETE FROM imports WHERE name = 'waits'`);
    open();
    for (let left = 400; left > 0; left -= 1) {
      const { body } = await world.stranger.get(`/api/imports/${other}`).expect(200);
      if ((body as ImportView).state === 'done') break;
      await new Promise((go) => setTimeout(go, 50));
    }
    // One of the first shop's may have been in hand already; the rest wait their turn.
    expect(done.filter((name) => name !== 'Other shop').length).toBeLessThanOrEqual(3);
    expect(done).toContain('Other shop');
    spied.mockRestore();
    for (const id of sent)
      for (;;) {
        const { body } = await world.lead.get(`/api/imports/${id}`).expect(200);
        if ((body as ImportView).state === 'done') break;
        await new Promise((go) => setTimeout(go, 50));
      }
  }, 60_000);

  it('is refused at the door when it is larger than said, or sent as something else', async () => {
    await sendFile(world.lead, 'x'.repeat(8_000_001)).expect(413);
    await world.lead
      .post('/api/imports')
      .query({ id: v7(), name: 'a.json' })
      .type('text/plain')
      .send('{}')
      .expect(400);
    await world.lead.post('/api/imports').type('application/json').send('{}').expect(400);
    await world.stranger.get(`/api/imports/${v7()}`).expect(404);
  });
});
