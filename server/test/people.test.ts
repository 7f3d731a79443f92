import request from 'supertest';
import pg from 'pg';
import { v7 } from 'uuid';
import type { InvitationLink, PersonView, SessionRowView } from '@tribos/contract';
import { createApp } from '../src/app/create.js';
import { firstCode } from '../src/database/firstCode.js';
import { migrate } from '../src/database/migrate.js';
import { appUrl } from '../src/database/roles.js';
import { asOwner, jobOf, makeWorld, type Agent, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

const PASSWORD = 'a longer word 12';
const fresh = () => request.agent(world.app.getHttpServer());
const people = async (agent: Agent = world.lead): Promise<PersonView[]> =>
  (await agent.get('/api/people').expect(200)).body as PersonView[];
const named = async (name: string): Promise<PersonView> =>
  (await people()).find((p) => p.name.startsWith(name))!;

async function invited(role: string): Promise<string> {
  const { body } = await world.lead
    .post('/api/people/invitations')
    .send({ id: v7(), role, note: 'for a test' })
    .expect(201);
  return (body as InvitationLink).token;
}

async function joined(name: string, role = 'technician'): Promise<Agent> {
  const agent = fresh();
  const token = await invited(role);
  await agent
    .post('/api/door/join')
    .send({
      token,
      name,
      email: `${name.split(' ')[0]!.toLowerCase()}@ternhollow.example`,
      password: PASSWORD,
    })
    .expect(201);
  return agent;
}

describe('an invitation', () => {
  it('lets one person in, once, with the role it was made for; its link is kept nowhere', async () => {
    const token = await invited('apprentice');
    const client = new pg.Client({ connectionString: world.ownerUrl });
    await client.connect();
    const { rows } = await client.query('SELECT to_jsonb(i)::text AS row FROM invitations i');
    await client.end();
    expect(rows.map((r: { row: string }) => r.row).join()).not.toContain(token);
    const guest = fresh();
    expect((await guest.post('/api/door/invitation').send({ token }).expect(200)).body).toMatchObject({
      role: 'apprentice',
      person: null,
    });
    const body = { token, name: 'Oluwaseun Park', email: 'Seun@ternhollow.example', password: PASSWORD };
    await guest
      .post('/api/door/join')
      .send({ ...body, password: 'short' })
      .expect(400);
    await guest.post('/api/door/join').send(body).expect(201);
    expect((await guest.get('/api/session')).body.session.person).toMatchObject({
      name: 'Oluwaseun Park',
      role: 'apprentice',
    });
    await fresh()
      .post('/api/door/join')
      .send({ ...body, name: 'Another', email: 'x@y.example' })
      .expect(404);
    await fresh()
      .post('/api/session')
      .send({ email: 'seun@ternhollow.example', password: PASSWORD })
      .expect(200);
  });

  it('is over when it was withdrawn or ran out; a name or address that is taken keeps it good', async () => {
    const token = await invited('technician');
    const taken = { token, name: 'Ngaire Tamihana', email: 'tomasz@ternhollow.example', password: PASSWORD };
    expect((await fresh().post('/api/door/join').send(taken).expect(422)).body.code).toBe('taken');
    await fresh().post('/api/door/invitation').send({ token }).expect(200);
    const { body } = await world.lead.get('/api/people/invitations').expect(200);
    const row = (body as { id: string; note: string }[]).find((r) => r.note === 'for a test')!;
    await world.lead.delete(`/api/people/invitations/${row.id}`).expect(204);
    await fresh().post('/api/door/invitation').send({ token }).expect(404);
    const late = await invited('technician');
    await asOwner(world.ownerUrl, `UPDATE invitations SET until = now() - interval '1 minute'`);
    await fresh().post('/api/door/invitation').send({ token: late }).expect(404);
  });
});

describe('people', () => {
  it('a role changes what they may do at once; the last lead stays', async () => {
    const agent = await joined('Halina Brightwater');
    const before = await named('Halina');
    await agent.get('/api/record/audit').expect(403);
    await world.lead
      .patch(`/api/people/${before.id}/role`)
      .send({ version: before.version, role: 'lead' })
      .expect(200);
    await agent.get('/api/record/audit').expect(200);
    await world.lead
      .patch(`/api/people/${before.id}/role`)
      .send({ version: before.version, role: 'apprentice' })
      .expect(409);
    await world.lead
      .patch(`/api/people/${before.id}/role`)
      .send({ version: before.version + 1, role: 'technician' })
      .expect(200);
    const mirela = await named('Mirela');
    const refused = await world.lead
      .patch(`/api/people/${mirela.id}/role`)
      .send({ version: mirela.version, role: 'technician' })
      .expect(422);
    expect(refused.body.code).toBe('last-lead');
  });

  it('what somebody handed out is over when they leave, change role or get another password', async () => {
    const agent = await joined('Odalys Fenn');
    const role = async (to: string) => {
      const { id, version } = await named('Odalys');
      await world.lead.patch(`/api/people/${id}/role`).send({ version, role: to }).expect(200);
      return id;
    };
    const handOut = async (by: Agent) => {
      const link = await by
        .post('/api/people/invitations')
        .send({ id: v7(), role: 'lead', note: 'for later' })
        .expect(201);
      const ngaire = await named('Ngaire');
      const renewal = await by.post(`/api/people/${ngaire.id}/renewal`).expect(201);
      const code = await by.post('/api/session/phone').expect(201);
      const phone = fresh();
      const taken = await by.post('/api/session/phone').expect(201);
      await phone.post('/api/door/phone').send({ token: taken.body.token }).expect(201);
      return { tokens: [link.body.token, renewal.body.token] as string[], code: code.body.token, phone };
    };
    const isOver = async ({ tokens, code, phone }: Awaited<ReturnType<typeof handOut>>) => {
      for (const token of tokens) {
        await fresh().post('/api/door/invitation').send({ token }).expect(404);
        const body = { token, name: 'Back Again', email: 'back@ternhollow.example', password: PASSWORD };
        await fresh().post('/api/door/join').send(body).expect(404);
      }
      await fresh().post('/api/door/phone').send({ token: code }).expect(404);
      await phone.get('/api/jobs').expect(401);
      // Whoever tries so many links from one place waits.
      await asOwner(world.ownerUrl, 'DELETE FROM rate_limits');
    };
    const id = await role('lead');
    const demoted = await handOut(agent);
    await role('technician');
    await isOver(demoted);
    await role('lead');
    const renewed = await handOut(agent);
    const link = await world.lead.post(`/api/people/${id}/renewal`).expect(201);
    await isOver(renewed);
    await fresh().post('/api/door/password').send({ token: link.body.token, password: PASSWORD }).expect(201);
    await agent.get('/api/jobs').expect(401);
    await agent
      .post('/api/session')
      .send({ email: 'odalys@ternhollow.example', password: PASSWORD })
      .expect(200);
    const left = await handOut(agent);
    const spare = await world.lead.post(`/api/people/${id}/renewal`).expect(201);
    const { version } = await named('Odalys');
    await world.lead.put(`/api/people/${id}/left`).send({ version }).expect(200);
    await isOver(left);
    await fresh()
      .post('/api/door/password')
      .send({ token: spare.body.token, password: PASSWORD })
      .expect(404);
  });

  it('a link is worth nothing once whoever made it may make none, even where nobody ended it', async () => {
    const { body } = await world.lead
      .post('/api/people/invitations')
      .send({ id: v7(), role: 'lead', note: '' })
      .expect(201);
    const tomasz = await named('Tomasz');
    await asOwner(world.ownerUrl, `UPDATE invitations SET by_id = $1 WHERE note = ''`, [tomasz.id]);
    await fresh().post('/api/door/invitation').send({ token: body.token }).expect(404);
  });

  it('who leaves is out everywhere at once, signs in no more, and what they did keeps their name', async () => {
    const agent = await joined('Idris Quill');
    const job = await jobOf(agent, 'Varrow 644 Twin');
    await agent
      .patch(`/api/jobs/${job.file.job.id}`)
      .send({ version: job.version, seized: true })
      .expect(200);
    const person = await named('Idris');
    await world.lead.put(`/api/people/${person.id}/left`).send({ version: person.version }).expect(200);
    await agent.get('/api/people').expect(401);
    await fresh()
      .post('/api/session')
      .send({ email: 'idris@ternhollow.example', password: PASSWORD })
      .expect(401);
    const { body } = await world.lead.get('/api/record/audit').expect(200);
    expect((body as { items: { by: string; action: string }[] }).items).toContainEqual(
      expect.objectContaining({ by: 'Idris Quill', action: 'job changed' }),
    );
    const gone = await named('Idris');
    await world.lead.put(`/api/people/${gone.id}/back`).send({ version: gone.version }).expect(200);
    await fresh()
      .post('/api/session')
      .send({ email: 'idris@ternhollow.example', password: PASSWORD })
      .expect(200);
  });

  it('changes the password, which ends every other session; a forgotten one is renewed by a link', async () => {
    const [here, there] = [await joined('Wira Lindqvist'), fresh()];
    await there
      .post('/api/session')
      .send({ email: 'wira@ternhollow.example', password: PASSWORD })
      .expect(200);
    const { body } = await here.get('/api/session/devices').expect(200);
    expect((body as SessionRowView[]).map((r) => r.own).sort()).toEqual([false, true]);
    await here
      .put('/api/session/password')
      .send({ current: 'not this one', password: 'another long word' })
      .expect(422);
    await here
      .put('/api/session/password')
      .send({ current: PASSWORD, password: 'another long word' })
      .expect(204);
    await there.get('/api/people').expect(401);
    await here.get('/api/people').expect(200);

    const person = await named('Wira');
    const renewal = (await world.lead.post(`/api/people/${person.id}/renewal`).expect(201))
      .body as InvitationLink;
    const forgetful = fresh();
    const view = await forgetful.post('/api/door/invitation').send({ token: renewal.token }).expect(200);
    expect(view.body.person.name).toBe('Wira Lindqvist');
    // It is for one who is here: nobody joins with it.
    await fresh()
      .post('/api/door/join')
      .send({ token: renewal.token, name: 'W', email: 'w@w.example', password: PASSWORD })
      .expect(404);
    await forgetful
      .post('/api/door/password')
      .send({ token: renewal.token, password: 'the third long word' })
      .expect(201);
    await here.get('/api/people').expect(401);
    await forgetful.get('/api/people').expect(200);
  });
});

describe('several people on one tablet', () => {
  const pinned = async (name: string, pin: string): Promise<PersonView> => {
    const agent = await joined(name);
    await agent.put('/api/session/pin').send({ password: 'wrong', pin }).expect(422);
    await agent.put('/api/session/pin').send({ password: PASSWORD, pin }).expect(204);
    return named(name);
  };

  it('change by PIN: what is read carries the right name, and what wants the password stays shut', async () => {
    const ada = await pinned('Adaeze Holm', '4711');
    const tablet = fresh();
    await tablet
      .post('/api/session')
      .send({ email: 'tomasz@ternhollow.example', password: 'demo-bench-77' })
      .expect(200);
    const { body } = await tablet
      .put('/api/session/person')
      .send({ personId: ada.id, pin: '4711' })
      .expect(200);
    expect(body).toMatchObject({ person: { name: 'Adaeze Holm' }, byPin: true });
    await world.lead
      .patch(`/api/people/${ada.id}/role`)
      .send({ version: ada.version, role: 'lead' })
      .expect(200);
    // Lead, but only by four digits.
    await tablet.get('/api/people/invitations').expect(403);
    const refused = await tablet
      .post('/api/people/invitations')
      .send({ id: v7(), role: 'lead', note: '' })
      .expect(403);
    expect(refused.body.code).toBe('password-wanted');
    await tablet.get('/api/jobs').expect(200);
  });

  it('is not for somebody of another shop, without a session, or without a PIN', async () => {
    const ada = await pinned('Betania Oduya', '2468');
    await fresh().put('/api/session/person').send({ personId: ada.id, pin: '2468' }).expect(401);
    await world.stranger.put('/api/session/person').send({ personId: ada.id, pin: '2468' }).expect(404);
    const ngaire = await named('Ngaire');
    for (const pin of ['0000', '1234', '987654', '1212', '1987'])
      expect(
        (await world.technician.put('/api/session/pin').send({ password: 'x', pin }).expect(400)).body.detail,
      ).toContain('guessed first');
    const none = await world.technician
      .put('/api/session/person')
      .send({ personId: ngaire.id, pin: '0000' })
      .expect(422);
    expect(none.body.code).toBe('no-pin');
  });

  it('a PIN is gone after five wrong ones, however many come at once, also for the right one', async () => {
    const cyrus = await pinned('Cyrus Vale', '1357');
    const tablet = fresh();
    await tablet
      .post('/api/session')
      .send({ email: 'tomasz@ternhollow.example', password: 'demo-bench-77' })
      .expect(200);
    const tries = await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        tablet.put('/api/session/person').send({ personId: cyrus.id, pin: `00${10 + i}` }),
      ),
    );
    const statuses = tries.map((t) => t.status);
    expect(statuses.filter((s) => s === 422)).toHaveLength(5);
    expect(statuses.filter((s) => s === 429)).toHaveLength(7);
    await tablet.put('/api/session/person').send({ personId: cyrus.id, pin: '1357' }).expect(429);
    const own = fresh();
    await own
      .post('/api/session')
      .send({ email: 'cyrus@ternhollow.example', password: PASSWORD })
      .expect(200);
    await own.put('/api/session/pin').send({ password: PASSWORD, pin: '9753' }).expect(204);
    // The session that guessed guesses nobody's for a while; another device is not in its way.
    const told = await tablet
      .put('/api/session/person')
      .send({ personId: cyrus.id, pin: '9753' })
      .expect(429);
    expect(told.body.code).toBe('too-many-tries');
    const other = fresh();
    await other
      .post('/api/session')
      .send({ email: 'tomasz@ternhollow.example', password: 'demo-bench-77' })
      .expect(200);
    await other.put('/api/session/person').send({ personId: cyrus.id, pin: '9753' }).expect(200);
  });
});

describe('an empty house', () => {
  it('is founded once, by the code of its start alone', async () => {
    const name = `t_${v7().replaceAll('-', '')}`;
    const owner = new URL(world.ownerUrl);
    await asOwner(world.ownerUrl, `CREATE DATABASE ${name}`);
    owner.pathname = `/${name}`;
    await migrate(owner.href);
    const [early, code] = [await firstCode(owner.href), await firstCode(owner.href)];
    const app = await createApp(appUrl(owner.href), null);
    await app.init();
    try {
      const agent = request.agent(app.getHttpServer());
      expect((await agent.get('/api/session')).body).toEqual({ session: null, empty: true });
      const body = {
        code: early,
        shop: 'Lakeside Engines',
        unit: 'in',
        currency: 'CAD',
        name: 'Iris Novak',
        email: 'Iris@lakeside.example',
        password: PASSWORD,
      };
      await agent.post('/api/door/found').send(body).expect(422);
      await agent
        .post('/api/door/found')
        .send({ ...body, code: 'guessed-code' })
        .expect(422);
      const both = await Promise.all(
        [1, 2].map((n) =>
          request(app.getHttpServer())
            .post('/api/door/found')
            .send({ ...body, code, email: `iris${n}@lakeside.example` }),
        ),
      );
      expect(both.map((r) => r.status).sort()).toEqual([201, 422]);
      expect(await firstCode(owner.href)).toBeNull();
      expect((await agent.get('/api/session')).body).toEqual({ session: null, empty: false });
      const email = both[0]!.status === 201 ? 'iris1' : 'iris2';
      await agent
        .post('/api/session')
        .send({ email: `${email}@lakeside.example`, password: PASSWORD })
        .expect(200);
      expect((await agent.get('/api/shop')).body).toMatchObject({
        name: 'Lakeside Engines',
        unit: 'in',
        currency: 'CAD',
        benches: [],
      });
    } finally {
      await app.close();
      await asOwner(world.ownerUrl, `DROP DATABASE ${name} WITH (FORCE)`);
    }
  });
});
