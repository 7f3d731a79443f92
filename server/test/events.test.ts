import http from 'node:http';
import type { AddressInfo } from 'node:net';
import pg from 'pg';
import type { JobView } from '@tribos/contract';
import { createApp } from '../src/app/create.js';
import { asOwner, jobOf, makeWorld, newTwin, readingBody, type World } from './support.js';

let world: World;
let owner: pg.Client;
beforeAll(async () => {
  world = await makeWorld();
  owner = new pg.Client({ connectionString: world.ownerUrl });
  await owner.connect();
});
afterAll(async () => {
  await owner.end();
  await world.close();
});

const base = () => `http://127.0.0.1:${(world.app.getHttpServer().address() as AddressInfo).port}`;
const soon = () => new Promise((resolve) => setTimeout(resolve, 20));
async function until(what: () => boolean | Promise<boolean>): Promise<void> {
  for (let i = 0; i < 500 && !(await what()); i += 1) await soon();
  expect(await what()).toBe(true);
}

async function signIn(email: string, cookie = ''): Promise<string> {
  const answer = await fetch(`${base()}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie },
    body: JSON.stringify({ email, password: 'demo-bench-77' }),
  });
  expect(answer.status).toBe(200);
  return answer.headers.get('set-cookie')!.split(';')[0]!;
}

async function listen(cookie: string, at = base()) {
  let heard = '';
  let ended = false;
  const call = http.get(`${at}/api/events`, { headers: { cookie } });
  call.on('error', () => undefined);
  await new Promise<void>((resolve) =>
    call.on('response', (r) => {
      r.on('data', (d: Buffer) => (heard += d.toString()));
      r.on('end', () => (ended = true));
      resolve();
    }),
  );
  return { heard: () => heard, ended: () => ended, stop: () => call.destroy() };
}

/** Connections of this server that listen. */
const listeners = async (): Promise<number[]> => {
  const { rows } = await owner.query<{ pid: number }>(
    `SELECT pid FROM pg_stat_activity WHERE datname = current_database() AND application_name = 'tribos listen'`,
  );
  return rows.map((r) => r.pid);
};

let depth = 14_000_000;
/** Takes a reading of the Drumlin. @returns id of its job */
async function read(): Promise<string> {
  const job = await jobOf(world.technician, 'Drumlin 386');
  depth += 100_000;
  await world.technician
    .post(`/api/jobs/${job.file.job.id}/log`)
    .send({
      entries: [readingBody(job, '84.02', { station: { part: 'bore', cylinder: 0, depth, angle: 0 } })],
    })
    .expect(200);
  return job.file.job.id;
}

const times = (text: string, part: string): number => text.split(part).length - 1;

describe('what others see', () => {
  it('hears of a reading of its own shop, and of no other’s', async () => {
    const own = await listen(await signIn('mirela@ternhollow.example'));
    const other = await listen(await signIn('sana@other.example'));
    const id = await read();
    await until(() => own.heard().includes(id));
    expect(own.heard()).toContain(`"table":"log_entries","id":"${id}"`);
    expect(other.heard()).not.toContain(id);
    own.stop();
    other.stop();
  });

  it('is told by one listener, once, however often its connection was lost', async () => {
    const stream = await listen(await signIn('mirela@ternhollow.example'));
    for (let lost = 0; lost < 4; lost += 1) {
      const [pid] = await listeners();
      await owner.query('SELECT pg_terminate_backend($1)', [pid]);
      await until(async () => {
        const now = await listeners();
        return now.length === 1 && now[0] !== pid;
      });
    }
    // Long enough for a second one to come, if there were one.
    await new Promise((resolve) => setTimeout(resolve, 1_500));
    expect(await listeners()).toHaveLength(1);
    const before = stream.heard().length;
    const id = await read();
    const news = `"table":"log_entries","id":"${id}"`;
    await until(() => stream.heard().slice(before).includes(news));
    await world.summedUp();
    expect(times(stream.heard().slice(before), news)).toBe(1);
    stream.stop();
  });
});

describe('a server that stops', () => {
  it('ends its streams and waits for no one', async () => {
    const app = await createApp(world.url, null);
    await app.listen(0, '127.0.0.1');
    const { port } = app.getHttpServer().address() as AddressInfo;
    const stream = await listen(await signIn('mirela@ternhollow.example'), `http://127.0.0.1:${port}`);
    await app.close();
    await until(stream.ended);
  });
});

describe('a bench', () => {
  it('holds one engine, however many are put on it at the same moment', async () => {
    const jobs = [];
    for (let i = 0; i < 6; i += 1) jobs.push(await newTwin(world.technician));
    const { body } = await world.lead.get('/api/benches');
    const [{ name, job }] = (body as { benches: [{ name: string; job: { id: string } }] }).benches;
    const { version } = (await world.lead.get(`/api/jobs/${job.id}`)).body as JobView;
    await world.lead.patch(`/api/jobs/${job.id}`).send({ version, bench: null }).expect(200);
    const answers = await Promise.all(
      jobs.map((j) =>
        world.technician
          .patch(`/api/jobs/${j.file.job.id}`)
          .send({ version: j.version, bench: name })
          .then((r) => r.status),
      ),
    );
    expect(answers.filter((s) => s === 200)).toHaveLength(1);
    expect(answers.filter((s) => s === 409 || s === 422)).toHaveLength(5);
    const { rows } = await owner.query(`SELECT count(*)::int AS n FROM jobs WHERE bench = $1`, [name]);
    expect(rows[0].n).toBe(1);
  });
});

describe('a session that ends', () => {
  it('takes its stream with it, and nobody else’s', async () => {
    const cookie = await signIn('tomasz@ternhollow.example');
    const [own, other] = [await listen(cookie), await listen(await signIn('mirela@ternhollow.example'))];
    await fetch(`${base()}/api/session`, { method: 'DELETE', headers: { cookie } });
    await until(own.ended);
    expect(other.ended()).toBe(false);
    expect(other.heard()).not.toContain('session-ended');
    other.stop();
  });

  it('ends when somebody else signs in on the device, in another shop too', async () => {
    const first = await signIn('tomasz@ternhollow.example');
    const stream = await listen(first);
    await signIn('sana@other.example', first);
    await until(stream.ended);
    const answer = await fetch(`${base()}/api/jobs`, { headers: { cookie: first } });
    expect(answer.status).toBe(401);
  });

  it('is cleared once it has run out', async () => {
    await signIn('ngaire@ternhollow.example');
    const count = async () =>
      Number((await owner.query(`SELECT count(*) FROM sessions WHERE expires_at < now()`)).rows[0].count);
    await asOwner(
      world.ownerUrl,
      `UPDATE sessions SET expires_at = now() - interval '1 minute' WHERE person_id = (SELECT id FROM people WHERE email = 'ngaire@ternhollow.example')`,
    );
    expect(await count()).toBeGreaterThan(0);
    await signIn('ngaire@ternhollow.example');
    expect(await count()).toBe(0);
  });
});
