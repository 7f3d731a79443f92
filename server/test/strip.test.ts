import { v7 } from 'uuid';
import type { TimerView, ToolView } from '@tribos/contract';
import { jobOf, makeWorld, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

describe('what waits by itself', () => {
  const timer = async (over: object = {}) => ({
    id: v7(),
    jobId: (await jobOf(world.lead, 'Varrow 644 Twin')).file.job.id,
    station: 'strip',
    what: 'oil drains',
    ago: 0,
    minutes: 20,
    ...over,
  });
  const running = async (): Promise<TimerView[]> => (await world.lead.get('/api/timers').expect(200)).body;

  it('is one however often it is sent, runs for the whole shop, and is over when somebody comes for it', async () => {
    const body = await timer();
    await world.technician.post('/api/timers').send(body).expect(201);
    await world.technician.post('/api/timers').send(body).expect(201);
    const [one, ...more] = await running();
    expect(more).toEqual([]);
    expect(one).toMatchObject({
      id: body.id,
      what: 'oil drains',
      machine: 'Varrow 644 Twin',
      station: 'strip',
    });
    expect(Date.parse(one!.ends) - Date.parse(one!.began)).toBe(20 * 60_000);
    expect((await world.stranger.get('/api/timers')).body).toEqual([]);
    await world.stranger.delete(`/api/timers/${body.id}`).expect(404);
    await world.apprentice.delete(`/api/timers/${body.id}`).expect(204);
    // Two people who come for it at once have both come.
    await world.technician.delete(`/api/timers/${body.id}`).expect(204);
    expect(await running()).toEqual([]);
  });

  it('belongs to a job of this shop, for a while that ends', async () => {
    await world.stranger
      .post('/api/timers')
      .send(await timer())
      .expect(404);
    await world.lead
      .post('/api/timers')
      .send(await timer({ jobId: v7() }))
      .expect(404);
    for (const wrong of [{ minutes: 0 }, { minutes: 20_161 }, { what: '' }, { ago: -1 }, { station: 'A B' }])
      await world.lead
        .post('/api/timers')
        .send(await timer(wrong))
        .expect(400);
    expect(await running()).toEqual([]);
  });

  it('one begun off line ten minutes ago has ten minutes less to go, whatever clock began it', async () => {
    const body = await timer({ what: 'oven', minutes: 30, ago: 600 });
    await world.technician.post('/api/timers').send(body).expect(201);
    const [one] = await running();
    expect(one!.left).toBeGreaterThan(1_190);
    expect(one!.left).toBeLessThanOrEqual(1_200);
    await world.technician.delete(`/api/timers/${body.id}`).expect(204);
  });

  it('the soonest comes first', async () => {
    await world.lead
      .post('/api/timers')
      .send(await timer({ what: 'soak', minutes: 60 }))
      .expect(201);
    await world.lead
      .post('/api/timers')
      .send(await timer({ what: 'cure', minutes: 5 }))
      .expect(201);
    expect((await running()).map((t) => t.what)).toEqual(['cure', 'soak']);
  });
});

describe('a special tool', () => {
  it('is one, however it is written, and known to this shop alone', async () => {
    const tools = async (): Promise<ToolView[]> => (await world.lead.get('/api/tools').expect(200)).body;
    await world.technician.put('/api/tools').send({ name: 'Flywheel Puller', have: false }).expect(204);
    await world.apprentice.put('/api/tools').send({ name: 'flywheel puller ', have: true }).expect(204);
    expect(await tools()).toEqual([{ name: 'flywheel puller', have: true }]);
    expect((await world.stranger.get('/api/tools')).body).toEqual([]);
    await world.lead.put('/api/tools').send({ name: '', have: true }).expect(400);
    await world.lead.put('/api/tools').send({ name: 'x' }).expect(400);
  });
});

describe('entries of the strip', () => {
  it('are refused by the server where a hard stop was not answered, as on the screen', async () => {
    const { file } = await jobOf(world.lead, 'Varrow 644 Twin');
    const at = new Date().toISOString();
    const done = (answers: string[]) => ({
      entries: [
        {
          id: v7(),
          at,
          kind: 'stripped',
          steps: [{ step: 'chain', name: 'chain', loose: [], opens: '' }],
          tray: null,
          answers,
        },
      ],
    });
    const log = `/api/jobs/${file.job.id}/log`;
    const bare = await world.lead.post(log).send(done([]));
    expect([bare.status, JSON.stringify(bare.body)]).toEqual([422, expect.stringContaining('what holds it')]);
    const wrong = { id: v7(), at, kind: 'strip-answer', step: 'chain', ask: '?', answer: 'nothing' };
    const refused = await world.lead.post(log).send({ entries: [wrong] });
    expect([refused.status, JSON.stringify(refused.body)]).toEqual([422, expect.stringContaining('jams')]);
    const right = { ...wrong, id: v7(), answer: 'wired up to the frame' };
    await world.lead
      .post(log)
      .send({ entries: [right] })
      .expect(200);
    await world.lead
      .post(log)
      .send(done([right.id]))
      .expect(200);
  });
});
