import { TOPICS } from '@tribos/contract';
import pg from 'pg';
import request from 'supertest';
import { v7 } from 'uuid';
import type { JobView } from '@tribos/contract';
import { jobOf, makeWorld, newTwin, readingBody, type Agent, type World } from './support.js';

let world: World;
let job: JobView;
beforeAll(async () => {
  world = await makeWorld();
  job = await jobOf(world.technician, 'Varrow 644 Twin');
});
afterAll(() => world.close());

type Call = readonly [method: 'get' | 'post' | 'put' | 'patch' | 'delete', path: string, body?: unknown];

/** Every endpoint that takes a shop's data, as its rightful user would call it. */
function calls(): Call[] {
  const { engine, instruments, job: facts } = job.file;
  const limit = engine.limits[0]!;
  const gauge = instruments[0]!;
  const limitBody = {
    id: v7(),
    feature: 'bore',
    state: 'service',
    low: null,
    high: 77_100_000,
    unit: 'mm',
    sourceType: 'engine-maker',
    party: 'Varrow',
    document: 'm',
    page: '',
    revision: '',
    confirmed: true,
  };
  const gaugeBody = {
    id: gauge.id,
    name: 'x',
    type: 'telescoping',
    unit: 'mm',
    resolution: 1000,
    repeatability: 6000,
    studyRepeats: null,
    maxError: 4000,
    rangeLow: 0,
    rangeHigh: 9,
    contacts: 2,
    settingKind: 'none',
    travel: null,
    leaves: [],
    calibrationDue: null,
  };
  return [
    ['get', `/api/jobs/${facts.id}`],
    ['get', `/api/jobs/${facts.id}/verdicts`],
    ['get', `/api/jobs/${facts.id}/file`],
    ['get', `/api/jobs/${facts.id}/readings.csv`],
    ['get', `/api/jobs/${facts.id}/log/chain`],
    ['patch', `/api/jobs/${facts.id}`, { version: job.version, seized: true }],
    ['post', `/api/jobs/${facts.id}/log`, { entries: [readingBody(job, '77.094')] }],
    ['post', `/api/jobs/${facts.id}/decisions`, { id: v7(), kitId: engine.kits[0]!.id, reason: '' }],
    ['get', `/api/engines/${engine.id}`],
    ['post', `/api/engines/${engine.id}/limits`, limitBody],
    ['put', `/api/engines/${engine.id}/limits/${limit.id}`, { ...limitBody, version: 1 }],
    [
      'post',
      `/api/engines/${engine.id}/limits/${limit.id}/check`,
      { version: 1, low: null, high: 77_105_000, rows: null },
    ],
    ['put', `/api/gauges/${gauge.id}`, { ...gaugeBody, version: 1 }],
  ];
}

const make = (agent: Agent, [method, path, body]: Call) =>
  agent[method](path).send(body as object | undefined);

describe('one shop and another', () => {
  it('sees nothing of the other’s rows through any endpoint, and cannot tell they exist', async () => {
    for (const call of calls()) {
      const there = await make(world.stranger, call);
      const nowhere = await make(world.stranger, [
        call[0],
        call[1]
          .replace(job.file.job.id, v7())
          .replace(job.file.engine.id, v7())
          .replace(job.file.instruments[0]!.id, v7()),
        call[2],
      ]);
      expect([call[1], there.status]).toEqual([call[1], 404]);
      expect(there.body).toEqual(nowhere.body);
    }
    for (const path of [
      '/api/jobs',
      '/api/engines',
      '/api/gauges',
      '/api/customers?search=a',
      '/api/benches',
    ]) {
      expect((await world.stranger.get(path)).text).not.toMatch(/Varrow|Anselm|Window bench|Bore gauge/u);
    }
  });

  it('changed nothing of the other’s by trying', async () => {
    expect(await jobOf(world.technician, 'Varrow 644 Twin')).toEqual(job);
  });

  it('cannot name the other’s engine, kit or gauge in its own job', async () => {
    const body = {
      id: v7(),
      engineId: job.file.engine.id,
      customer: 'c',
      phone: '',
      engineNumber: '',
      use: '',
      complaint: '',
      bench: null,
      promised: null,
      plan: 'usual',
      seized: false,
      fittedPiston: null,
    };
    expect((await world.stranger.post('/api/jobs').send(body)).status).toBe(404);
  });

  it('tells screens of no table that they would not know what to do with', async () => {
    const client = new pg.Client({ connectionString: world.ownerUrl });
    await client.connect();
    try {
      const { rows } = await client.query<{ name: string }>(
        `SELECT event_object_table AS name FROM information_schema.triggers WHERE trigger_name = 'tell_change'`,
      );
      expect([...new Set(rows.map((r) => r.name))].sort()).toEqual([...TOPICS].sort());
    } finally {
      await client.end();
    }
  });

  it('is held apart by the database itself, under the application’s own role', async () => {
    const client = new pg.Client({ connectionString: world.url });
    await client.connect();
    try {
      const tables = (
        await client.query<{ name: string }>(
          `SELECT table_name AS name FROM information_schema.columns WHERE column_name = 'shop_id' AND table_schema = 'public'`,
        )
      ).rows.map((r) => r.name);
      expect(tables.length).toBeGreaterThanOrEqual(12);
      for (const table of tables) {
        const { rows } = await client.query<{ secured: boolean; forced: boolean }>(
          'SELECT relrowsecurity AS secured, relforcerowsecurity AS forced FROM pg_class WHERE relname = $1',
          [table],
        );
        expect([table, rows[0]]).toEqual([table, { secured: true, forced: true }]);
        const readable = await client
          .query(`SELECT count(*)::int AS n FROM ${table}`)
          .catch(() => ({ rows: [{ n: 0 }] }));
        expect([table, readable.rows[0].n]).toEqual([table, 0]);
      }
      const role = (
        await client.query(
          `SELECT rolsuper, rolbypassrls, (SELECT count(*)::int FROM pg_class WHERE relowner = r.oid) AS owns FROM pg_roles r WHERE rolname = current_user`,
        )
      ).rows[0];
      expect(role).toEqual({ rolsuper: false, rolbypassrls: false, owns: 0 });
      const shop = (await client.query('SELECT set_config($1, $2, false)', ['app.shop_id', v7()])).rowCount;
      expect(shop).toBe(1);
      await expect(
        client.query(`INSERT INTO customers (shop_id, id, name) VALUES ($1, $1, 'x')`, [v7()]),
      ).rejects.toThrow('row-level security');
    } finally {
      await client.end();
    }
  });
});

describe('who may', () => {
  it('answers 401 to nobody, with a problem document', async () => {
    for (const call of [
      ...calls(),
      ['get', '/api/jobs'],
      ['get', '/api/events'],
      ['post', '/api/imports', {}],
    ] as Call[]) {
      const { status, body, headers } = await make(world.nobody, call);
      expect([call[1], status]).toEqual([call[1], 401]);
      expect(headers['content-type']).toContain('application/problem+json');
      expect(body.code).toBe('not-signed-in');
    }
  });

  it('lets an apprentice measure but not decide or type limits', async () => {
    const own = await newTwin(world.technician);
    await world.apprentice
      .post(`/api/jobs/${own.file.job.id}/log`)
      .send({ entries: [readingBody(own, '77.094')] })
      .expect(200);
    await world.apprentice
      .post(`/api/jobs/${own.file.job.id}/decisions`)
      .send({ id: v7(), kitId: null, reason: '' })
      .expect(403);
    const put = calls().find((c) => c[0] === 'put' && c[1].includes('limits'))!;
    expect((await make(world.apprentice, put)).status).toBe(403);
  });

  it('signs in, out, and not with a wrong word; the cookie is out of scripts’ reach', async () => {
    const server = world.app.getHttpServer();
    const wrong = await request(server)
      .post('/api/session')
      .send({ email: 'tomasz@ternhollow.example', password: 'guess' });
    const unknown = await request(server)
      .post('/api/session')
      .send({ email: 'noone@ternhollow.example', password: 'guess' });
    expect([wrong.status, unknown.status]).toEqual([401, 401]);
    expect(wrong.body).toEqual(unknown.body);
    const agent = request.agent(server);
    const right = await agent
      .post('/api/session')
      .send({ email: 'Tomasz@ternhollow.example', password: 'demo-bench-77' })
      .expect(200);
    expect(right.headers['set-cookie']?.[0]).toMatch(/HttpOnly; SameSite=Strict/u);
    const token = /tribos_session=([^;]+)/u.exec(right.headers['set-cookie']![0]!)![1]!;
    await agent.delete('/api/session').expect(204);
    expect((await request(server).get('/api/jobs').set('cookie', `tribos_session=${token}`)).status).toBe(
      401,
    );
    expect((await world.nobody.get('/api/session').expect(200)).body).toEqual({
      session: null,
      empty: false,
    });
  });

  it('sends strict headers', async () => {
    const { headers } = await world.nobody.get('/api/health').expect(200);
    expect(headers['content-security-policy']).toContain("script-src 'self'");
    expect(headers['content-security-policy']).not.toContain('unsafe');
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['x-powered-by']).toBeUndefined();
  });

  it('notes deeds in the audit trail', async () => {
    const client = new pg.Client({ connectionString: world.ownerUrl });
    await client.connect();
    const { rows } = await client.query<{ action: string }>('SELECT DISTINCT action FROM audit');
    await client.end();
    expect(rows.map((r) => r.action)).toEqual(
      expect.arrayContaining(['signed in', 'signed out', 'job opened']),
    );
  });
});

describe('bad requests', () => {
  const junk: unknown[] = [
    null,
    [],
    'text',
    42,
    {},
    { entries: 'x' },
    { entries: [null] },
    { entries: [{ kind: 'bomb' }] },
    { entries: [{ kind: 'reading', station: { part: 'moon' } }] },
    { entries: [{ kind: 'reading', station: null }] },
    { entries: Array.from({ length: 201 }, () => ({})) },
    { id: 'not-an-id', engineId: 7, version: 'x', name: '\u0000' },
    { version: 1e99, seized: 'yes', bench: { a: 1 } },
    { __proto__: { admin: true }, constructor: 1 },
    { feature: 'gravity', low: 'NaN', high: {} },
    { email: ['a'], password: { $ne: 1 } },
    { format: 'tribos-job', version: 1, log: [[[[]]]] },
  ];

  it('answers 4xx with a sentence to junk at every endpoint that takes a body, and keeps nothing', async () => {
    const paths: Call[] = [
      ...calls().filter((c) => c[2] !== undefined),
      ['post', '/api/jobs'],
      ['post', '/api/imports'],
      ['post', '/api/engines'],
      ['post', '/api/gauges'],
    ];
    await world.summedUp();
    const before = (await world.lead.get('/api/jobs')).body;
    for (const [method, path] of paths) {
      for (const body of junk) {
        const answer = await world.lead[method](path)
          .set('content-type', 'application/json')
          .send(JSON.stringify(body));
        expect([path, JSON.stringify(body).slice(0, 60), Math.floor(answer.status / 100)]).toEqual([
          path,
          JSON.stringify(body).slice(0, 60),
          4,
        ]);
        expect(answer.body.detail).toMatch(/\S/u);
      }
    }
    expect((await world.lead.get('/api/jobs')).body).toEqual(before);
  });

  it.each([
    [
      'broken JSON',
      (a: Agent) => a.post('/api/jobs').set('content-type', 'application/json').send('{"a":'),
      400,
    ],
    [
      'another content type',
      (a: Agent) => a.post('/api/jobs').set('content-type', 'text/plain').send('hello'),
      400,
    ],
    ['too much', (a: Agent) => a.post('/api/jobs').send({ complaint: 'x'.repeat(700_000) }), 413],
    ['an id that is none', (a: Agent) => a.get("/api/jobs/1'--"), 404],
    ['a hostile search', (a: Agent) => a.get('/api/jobs?search=%00&limit=1'), 400],
    ['a search that is a list', (a: Agent) => a.get('/api/jobs?search[]=a&search[]=b'), 400],
    ['a page beyond numbers', (a: Agent) => a.get('/api/jobs?after=99999999999999999999'), 400],
    ['an address that is none', (a: Agent) => a.get('/api/nothing'), 404],
    ['a verb that is none', (a: Agent) => a.delete('/api/jobs'), 404],
  ] as const)('%s', async (_, send, status) => {
    const answer = await send(world.lead);
    expect(answer.status).toBe(status);
    expect(answer.headers['content-type']).toContain('application/problem+json');
  });

  it('describes itself', async () => {
    const { body } = await world.nobody.get('/api/docs.json').expect(200);
    expect(Object.keys(body.paths)).toEqual(
      expect.arrayContaining(['/api/jobs/{id}/log', '/api/engines/{id}/limits', '/api/gauges']),
    );
    expect(body.components.schemas.NewJob.required).toContain('engineId');
    expect((await world.nobody.get('/api/docs')).status).toBe(200);
  });
});
