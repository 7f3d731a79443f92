import pg from 'pg';
import request from 'supertest';
import { makeWorld, type Agent, type World } from './support.js';

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

const OWNER = 'mirela@ternhollow.example';
const RIGHT = 'demo-bench-77';
const newDevice = (): Agent => request.agent(world.app.getHttpServer());
const attempt = (device: Agent, email: string, password: string) =>
  device.post('/api/session').send({ email, password });

describe('guessing a password', () => {
  it('is slowed after ten tries, right or wrong, and said for how long', async () => {
    const attacker = newDevice();
    const statuses: number[] = [];
    for (let i = 0; i < 10; i += 1) statuses.push((await attempt(attacker, OWNER, `guess ${i}`)).status);
    expect(new Set(statuses)).toEqual(new Set([401]));
    const answer = await attempt(attacker, OWNER, RIGHT).expect(429);
    expect(Number(answer.headers['retry-after'])).toBeGreaterThan(0);
    expect(answer.body.detail).toContain('Too many tries to sign in. Wait');
  });

  it('does not lock the owner out on a device that has signed in before', async () => {
    const { status } = await attempt(newDevice(), OWNER, RIGHT);
    expect(status).toBe(429);
    await attempt(world.lead, OWNER, RIGHT).expect(200);
    // Known to that account alone.
    await attempt(world.technician, OWNER, RIGHT).expect(429);
  });

  it('stands in the shop’s audit trail', async () => {
    const { rows } = await owner.query(
      `SELECT a.subject, p.email FROM audit a JOIN people p ON p.id::text = a.subject::text WHERE a.action = 'sign-in refused'`,
    );
    expect(rows).toHaveLength(10);
    expect(new Set(rows.map((r: { email: string }) => r.email))).toEqual(new Set([OWNER]));
  });

  it('does not count what was right', async () => {
    for (let i = 0; i < 15; i += 1)
      await attempt(newDevice(), 'ngaire@ternhollow.example', RIGHT).expect(200);
  });

  it('is slowed across accounts from one place', async () => {
    const attacker = newDevice();
    let refused = 0;
    for (let i = 0; refused === 0 && i < 70; i += 1)
      refused = (await attempt(attacker, `nobody${i}@ternhollow.example`, 'x')).status === 429 ? i : 0;
    // Ten of the sixty were spent above.
    expect(refused).toBeGreaterThan(30);
    await attempt(attacker, 'tomasz@ternhollow.example', RIGHT).expect(429);
    await attempt(world.technician, 'tomasz@ternhollow.example', RIGHT).expect(200);
  });
});
