import request from 'supertest';
import { v7 } from 'uuid';
import type { PhoneCode, TrickView } from '@tribos/contract';
import { EventsService } from '../src/events/index.js';
import { asOwner, jobOf, makeWorld, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

describe('a trick of an engine', () => {
  it('is pinned by whoever found it, comes up on the next of these engines, and is unpinned again', async () => {
    const { file } = await jobOf(world.apprentice, 'Brask 59');
    const at = `/api/engines/${file.engine.id}/tricks`;
    const trick = {
      id: v7(),
      station: 'prepare',
      text: 'file from the exhaust side',
      jobId: file.job.id,
      photoId: null,
    };
    await world.apprentice
      .post(at)
      .send({ ...trick, text: '  ' })
      .expect(400);
    await world.apprentice.post(at).send(trick).expect(201);
    const { body } = await world.apprentice.post(at).send(trick).expect(201);
    expect(body as TrickView[]).toEqual([{ ...trick, by: 'Ngaire Solano', at: expect.any(String) }]);
    expect((await world.lead.get(at).expect(200)).body).toHaveLength(1);
    await world.stranger.get(at).expect(404);
    await world.stranger
      .post(at)
      .send({ ...trick, id: v7(), jobId: null })
      .expect(404);
    await world.technician.delete(`${at}/${trick.id}`).expect(204);
    expect((await world.lead.get(at)).body).toEqual([]);
  });
});

describe('a phone', () => {
  it('is signed in once by the code of a screen, may what a PIN may, and presses for that screen alone', async () => {
    const code = (await world.lead.post('/api/session/phone').expect(201)).body as PhoneCode;
    const phone = request.agent(world.app.getHttpServer());
    const { body } = await phone.post('/api/door/phone').send({ token: code.token }).expect(201);
    expect(body).toMatchObject({ person: { name: 'Mirela Okafor-Lind' }, byPin: true });
    await request(world.app.getHttpServer()).post('/api/door/phone').send({ token: code.token }).expect(404);
    await phone.get('/api/people/invitations').expect(403);
    const { shop, person } = body as { shop: { id: string }; person: { id: string } };
    expect(person.id).toBeTruthy();
    const heard: { table: string; id: string }[] = [];
    const listening = world.app
      .get(EventsService)
      .of(shop.id)
      .subscribe((e) => heard.push(e));
    const screen = v7();
    await phone.post('/api/session/press').send({ device: screen }).expect(204);
    await phone.post('/api/session/press').send({ device: "x' y" }).expect(400);
    for (let i = 0; i < 100 && !heard.some((e) => e.table === 'presses'); i += 1)
      await new Promise((r) => setTimeout(r, 20));
    listening.unsubscribe();
    expect(heard.filter((e) => e.table === 'presses')).toEqual([{ table: 'presses', id: screen }]);
  });

  it('ends with the screen that let it in, makes no further phone, changes to nobody and ends nobody', async () => {
    const screen = request.agent(world.app.getHttpServer());
    const credentials = { email: 'tomasz@ternhollow.example', password: 'demo-bench-77' };
    await screen.post('/api/session').send(credentials).expect(200);
    const code = (await screen.post('/api/session/phone').expect(201)).body as PhoneCode;
    const phone = request.agent(world.app.getHttpServer());
    await phone.post('/api/door/phone').send({ token: code.token }).expect(201);
    const { body: devices } = await phone.get('/api/session/devices').expect(200);
    for (const refused of [
      phone.post('/api/session/phone'),
      phone.delete('/api/session/devices'),
      phone.delete(`/api/session/devices/${devices[0].id}`),
      phone.put('/api/session/person').send({ personId: devices[0].id, pin: '4711' }),
    ])
      expect((await refused.expect(403)).body.code).toBe('phone');
    await phone.get('/api/jobs').expect(200);
    await screen.delete('/api/session').expect(204);
    await phone.get('/api/jobs').expect(401);
    await world.technician.get('/api/jobs').expect(200);
  });

  it('a code that ran out signs nobody in', async () => {
    const code = (await world.technician.post('/api/session/phone').expect(201)).body as PhoneCode;
    await asOwner(world.ownerUrl, `UPDATE phone_links SET until = now() - interval '1 second'`);
    await world.nobody.post('/api/door/phone').send({ token: code.token }).expect(404);
  });
});
