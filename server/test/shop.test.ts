import pg from 'pg';
import { v7 } from 'uuid';
import type { ShopView } from '@tribos/contract';
import { inHouse, type JobFile } from '@tribos/core';
import { asOwner, bringIn, jobOf, makeWorld, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

describe('the shop', () => {
  const settings = async (): Promise<ShopView> =>
    (await world.lead.get('/api/shop').expect(200)).body as ShopView;
  const body = ({ benches: _b, sheetRules: _r, ...rest }: ShopView, over: object = {}) => ({
    ...rest,
    ...over,
  });

  it('is set by a lead alone, with a reason for an allowance, never over somebody else’s change', async () => {
    const now = await settings();
    await world.technician.put('/api/shop').send(body(now)).expect(403);
    const bare = await world.lead.put('/api/shop').send(body(now, { allowance: 5_000, allowanceReason: '' }));
    expect([bare.status, bare.body.code]).toEqual([422, 'reason']);
    await world.lead
      .put('/api/shop')
      .send(body(now, { hours: [null, [600, 500], null, null, null, null, null] }))
      .expect(400);
    const { body: changed } = await world.lead
      .put('/api/shop')
      .send(body(now, { currency: 'NZD', allowance: 5_000, allowanceReason: 'sand riding' }))
      .expect(200);
    expect(changed).toMatchObject({ currency: 'NZD', version: now.version + 1 });
    await world.lead.put('/api/shop').send(body(now)).expect(409);
    const low = await world.lead.put('/api/shop').send(body(changed as ShopView, { nextJobNumber: 1 }));
    expect(low.body.code).toBe('job-number');
    // Every verdict of the shop is worked with it.
    const job = await jobOf(world.lead, 'Varrow 644 Twin');
    expect(job.file.shop.allowance).toEqual({ clearance: 5_000, reason: 'sand riding' });
  });

  it('has rules over many engines: each with its reason, none that leaves nothing of a sheet, judged by at once', async () => {
    const { version } = await settings();
    const rule = (line: string, over: object = {}) => ({
      id: v7(),
      ...{ kind: 'motorcycle', strokes: null, material: null, use: '', line, unit: 'mm' },
      ...{ reason: 'hard use', ...over },
    });
    const put = (rules: object[], at = version) =>
      world.lead.put('/api/shop/rules').send({ version: at, rules });
    await world.technician.put('/api/shop/rules').send({ version, rules: [] }).expect(403);
    for (const [wrong, path, says] of [
      [rule('clearance min 0.04', { reason: ' ' }), '/rules/0/reason', 'reason'],
      [rule('clearance min a lot'), '/rules/0/line', 'figure'],
      [rule('clearance min 0.30'), '/rules/0/line', 'leaves nothing of what the sheet of the Varrow'],
    ] as const) {
      const { status, body: problem } = await put([wrong]);
      expect([status, problem.errors[0].path]).toEqual([422, path]);
      expect(problem.detail ?? problem.title).toContain(says);
    }
    const kept = await put([rule('clearance min 0.032')]).expect(200);
    expect(kept.body.sheetRules).toMatchObject([
      { line: 'clearance min 0.032', limits: [{ feature: 'clearance', low: 32_000, high: null }] },
    ]);
    await put([], version).expect(409);
    const { file } = await jobOf(world.lead, 'Varrow 644 Twin');
    expect(file.shop.sheetRules).toHaveLength(1);
    expect(inHouse(file as JobFile).engine.limits).toContainEqual(
      expect.objectContaining({ feature: 'clearance', low: 32_000, state: 'new' }),
    );
    await put([], kept.body.version as number).expect(200);
  });

  it('a bench called something else keeps its engine; one with an engine on it stays', async () => {
    const taken = (await world.lead.get('/api/benches')).body.benches.find((b: { job: unknown }) => b.job);
    await world.lead.delete('/api/shop/benches').send({ name: taken.name }).expect(422);
    await world.lead
      .put('/api/shop/benches')
      .send({ was: taken.name, name: 'Bench by the door' })
      .expect(200);
    const after = (await world.lead.get('/api/benches')).body.benches as {
      name: string;
      job: { id: string } | null;
    }[];
    expect(after.find((b) => b.name === 'Bench by the door')?.job?.id).toBe(taken.job.id);
    const added = await world.lead.put('/api/shop/benches').send({ was: null, name: 'Outside' }).expect(200);
    expect(added.body.benches).toContain('Outside');
    await world.lead.put('/api/shop/benches').send({ was: null, name: 'Outside' }).expect(422);
    const gone = await world.lead.delete('/api/shop/benches').send({ name: 'Outside' }).expect(200);
    expect(gone.body.benches).not.toContain('Outside');
  });
});

describe('the customer rings', () => {
  it('a number, however it is said, brings where everything of theirs stands', async () => {
    const { body: all } = await world.lead.get('/api/customers?search=').expect(200);
    const anselm = (all as { id: string; name: string; phone: string }[]).find((c) =>
      c.name.startsWith('Anselm'),
    )!;
    const digits = anselm.phone.replace(/\D/gu, '');
    expect(digits.length).toBeGreaterThan(3);
    const { body: found } = await world.apprentice
      .get(`/api/customers?search=${digits.slice(-4)}`)
      .expect(200);
    expect((found as { id: string }[]).map((c) => c.id)).toContain(anselm.id);
    await world.summedUp();
    const { body } = await world.apprentice.get(`/api/customers/${anselm.id}`).expect(200);
    expect(body.jobs[0]).toMatchObject({
      engine: expect.any(String),
      promised: expect.any(String),
      next: expect.any(Object),
    });
    await world.stranger.get(`/api/customers/${anselm.id}`).expect(404);
  });

  it('is named once nothing was written for as long as jobs are kept, and only then', async () => {
    const overdue = async () =>
      ((await world.lead.get('/api/customers/past-keeping').expect(200)).body as { name: string }[]).map(
        (c) => c.name,
      );
    await world.technician.get('/api/customers/past-keeping').expect(403);
    expect(await overdue()).toEqual([]);
    const { body: all } = await world.lead.get('/api/jobs').expect(200);
    const read = (all.items as { id: string; read: number; customer: string }[]).find((j) => j.read > 0)!;
    const { body: engines } = await world.lead.get('/api/engines');
    const id = v7();
    const bare = {
      engineNumber: '',
      use: '',
      complaint: '',
      bench: null,
      promised: null,
      fittedPiston: null,
    };
    await world.lead
      .post('/api/jobs')
      .send({
        id,
        engineId: engines[0].id,
        customer: 'Old Hand',
        phone: '',
        plan: 'usual',
        seized: false,
        ...bare,
      })
      .expect(201);
    await asOwner(
      world.ownerUrl,
      `UPDATE jobs SET created_at = now() - interval '11 years', bench = NULL WHERE id IN ('${id}', '${read.id}')`,
    );
    // Of the other something was written since.
    expect(await overdue()).toEqual(['Old Hand']);
    expect((await world.stranger.get('/api/customers/past-keeping')).body).toEqual([]);
  });

  it('everything of theirs is handed out; erased, the person is gone and the engineering record stands', async () => {
    const { body: engines } = await world.lead.get('/api/engines');
    const made = await world.lead
      .post('/api/jobs')
      .send({
        id: v7(),
        engineId: engines[0].id,
        customer: 'Quill Ostrander',
        phone: '555 0199',
        engineNumber: 'QO-1',
        use: '',
        complaint: 'smokes',
        bench: null,
        promised: null,
        plan: 'usual',
        seized: false,
        fittedPiston: null,
      })
      .expect(201);
    const { id } = made.body.file.job as { id: string };
    const { body: found } = await world.lead.get('/api/customers?search=Quill').expect(200);
    const [customer] = found as { id: string }[];
    await world.technician.get(`/api/customers/${customer!.id}/file`).expect(403);
    const { body: file } = await world.lead.get(`/api/customers/${customer!.id}/file`).expect(200);
    expect(file).toMatchObject({
      format: 'tribos-customer',
      customer: { name: 'Quill Ostrander', phone: '555 0199' },
    });
    expect(file.jobs.map((j: { file: { job: { id: string } } }) => j.file.job.id)).toEqual([id]);
    // The same person in what came in, and in a file that was brought in.
    await world.lead
      .post('/api/arrivals')
      .send({ id: v7(), customer: 'Quill Ostrander', phone: '555 0199', machine: 'a saw', complaint: '' })
      .expect(201);
    const brought = await bringIn(world.lead, file.jobs[0].file);
    await world.lead.get(`/api/jobs/${brought.file.job.id}/original`).expect(200);
    const { body: same } = await world.lead.get('/api/customers?search=Quill').expect(200);
    for (const { id: other } of (same as { id: string }[]).filter((c) => c.id !== customer!.id))
      await world.lead.post(`/api/customers/${other}/erased`).expect(201);
    await world.lead.get(`/api/jobs/${brought.file.job.id}/original`).expect(404);
    await world.stranger.post(`/api/customers/${customer!.id}/erased`).expect(404);
    await world.technician.post(`/api/customers/${customer!.id}/erased`).expect(403);
    const { body: now } = await world.lead.post(`/api/customers/${customer!.id}/erased`).expect(201);
    expect(now.customer).toMatchObject({ phone: '', erasedOn: expect.any(String) });
    const { body: job } = await world.lead.get(`/api/jobs/${id}`).expect(200);
    expect(job.file.job).toMatchObject({
      complaint: 'smokes',
      engineNumber: 'QO-1',
      customer: now.customer.name,
    });
    const client = new pg.Client({ connectionString: world.ownerUrl });
    await client.connect();
    const { rows: tables } = await client.query<{ name: string }>(
      `SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'public' AND table_type = 'BASE TABLE'`,
    );
    for (const { name } of tables) {
      const { rows } = await client.query<{ n: number }>(
        `SELECT count(*)::int AS n FROM ${name} t WHERE to_jsonb(t)::text ~* 'ostrander|555 0199'`,
      );
      expect([name, rows[0]!.n]).toEqual([name, 0]);
    }
    const { rows: files } = await client.query<{ n: number }>(
      `SELECT count(*)::int AS n FROM files WHERE encode(content, 'escape') ~* 'ostrander'`,
    );
    expect(files[0]!.n).toBe(0);
    await client.end();
    expect((await world.lead.get('/api/record/check')).body.intact).toBe(true);
    await world.lead.post(`/api/customers/${customer!.id}/erased`).expect(404);
  });
});
