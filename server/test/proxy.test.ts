import request from 'supertest';
import pg from 'pg';
import { createApp } from '../src/app/create.js';
import { problemOf } from '../src/kit/problems.js';
import { makeWorld, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

/** Signs in through an application of its own, as a proxy would put it. */
async function throughProxy(trusted: string | null) {
  if (trusted === null) delete process.env['TRUSTED_PROXY'];
  else process.env['TRUSTED_PROXY'] = trusted;
  const app = await createApp(world.url, null);
  await app.listen(0, '127.0.0.1');
  delete process.env['TRUSTED_PROXY'];
  const { headers } = await request(app.getHttpServer())
    .post('/api/session')
    .set('x-forwarded-proto', 'https')
    .set('x-forwarded-for', '198.51.100.7')
    .send({ email: 'ngaire@ternhollow.example', password: 'demo-bench-77' })
    .expect(200);
  await app.close();
  const client = new pg.Client({ connectionString: world.ownerUrl });
  await client.connect();
  const { rows } = await client.query<{ from: string }>(
    `SELECT detail->>'from' AS from FROM audit WHERE action = 'signed in' ORDER BY seq DESC LIMIT 1`,
  );
  await client.end();
  return { cookies: [headers['set-cookie']].flat().join('; '), from: rows[0]!.from };
}

describe('behind a proxy', () => {
  it('that is trusted cookies are for TLS alone, and addresses are those of who asks', async () => {
    const { cookies, from } = await throughProxy('loopback');
    expect(cookies.match(/Secure/gu)).toHaveLength(2);
    expect(from).toBe('198.51.100.7');
  });

  it('that nobody named, or named elsewhere, nothing it says is believed', async () => {
    for (const trusted of [null, '203.0.113.1']) {
      const { cookies, from } = await throughProxy(trusted);
      expect(cookies).not.toContain('Secure');
      expect(from).toMatch(/127\.0\.0\.1$/u);
    }
  });
});

it('every connection taken is busy; one that lets nobody in, or is not reached, is away', () => {
  const codeOf = (error: object) => (problemOf(error).getResponse() as { status: number; code: string }).code;
  expect(codeOf({ name: 'SequelizeConnectionAcquireTimeoutError' })).toBe('busy');
  expect(codeOf({ name: 'SequelizeConnectionError', original: { code: '53300' } })).toBe('database-away');
  expect(codeOf({ name: 'SequelizeConnectionRefusedError' })).toBe('database-away');
});
