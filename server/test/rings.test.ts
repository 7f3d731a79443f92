import type { Filings } from '@tribos/core';
import { v7 } from 'uuid';
import { newTwin, readingBody, makeWorld, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

type Job = Awaited<ReturnType<typeof newTwin>>;

const sent = (kind: string, fields: object) => ({ id: v7(), at: new Date().toISOString(), kind, ...fields });
const leaf = (job: Job, leaves: readonly number[], answer: string) =>
  sent('leaf', {
    station: { part: 'ring-gap', cylinder: 0, ring: 'top', depth: 20_000_000 },
    instrumentId: job.file.instruments.find((i) => i.type === 'leaf')!.id,
    stack: leaves,
    answer,
  });
const filings = async (besides?: string): Promise<Filings[]> =>
  (await world.technician.get(`/api/filings${besides ? `?besides=${besides}` : ''}`).expect(200))
    .body as Filings[];

describe('rings in the log', () => {
  it('are filed, stepped and carded; what contradicts the sheet is refused with its place', async () => {
    const job = await newTwin(world.technician);
    const log = `/api/jobs/${job.file.job.id}/log`;
    const of = { cylinder: 0, ring: 'top' };
    const kept = [
      sent('filed', { ...of, tool: 'grinder', strokes: 12 }),
      sent('ring-step', { ...of, what: 'washed' }),
      sent('ring-card', { ...of, pack: 'Varrow', height: 1_200_000, section: 'barrel', mark: 'up' }),
    ];
    await world.technician.post(log).send({ entries: kept }).expect(200);
    const swapped = sent('ring-card', {
      ...of,
      pack: 'Varrow',
      height: 1_500_000,
      section: 'taper',
      mark: 'up',
    });
    const { body } = await world.technician
      .post(log)
      .send({ entries: [swapped] })
      .expect(422);
    expect(JSON.stringify(body)).toContain('That is the second ring by its sheet');
    for (const wrong of [
      sent('filed', { ...of, tool: 'grinder', strokes: 0 }),
      sent('filed', { ...of, tool: 'chisel', strokes: 3 }),
      sent('filed', { ...of, cylinder: 7, tool: 'file', strokes: 3 }),
      sent('ring-clock', { cylinder: 0, pack: 'Varrow', way: 'A', gaps: {}, expander: null }),
      sent('hatch', { cylinder: 0, work: v7(), tool: 'stones', angle: 45, rpm: 100, cycles: 45, text: '' }),
    ]) {
      const { status } = await world.technician.post(log).send({ entries: [wrong] });
      expect([400, 422]).toContain(status);
    }
    const { file } = (await world.technician.get(`/api/jobs/${job.file.job.id}`)).body as Job;
    expect(file.log.map((e) => e.kind)).toEqual(['filed', 'ring-step', 'ring-card']);
    expect(readingBody(job, '77.010').kind).toBe('reading');
  });
});

describe('what the shop’s hands file away', () => {
  it('is summed up by tool and person for the next ring, of this shop alone', async () => {
    const job = await newTwin(world.technician);
    const before = await filings();
    const entries = [
      leaf(job, [200_000], 'goes'),
      leaf(job, [220_000], 'does-not'),
      sent('filed', { cylinder: 0, ring: 'top', tool: 'file', strokes: 20 }),
      leaf(job, [300_000], 'goes'),
      leaf(job, [350_000], 'does-not'),
    ];
    await world.technician.post(`/api/jobs/${job.file.job.id}/log`).send({ entries }).expect(200);
    await world.summedUp();
    const mine = (list: readonly Filings[]) => list.filter((f) => f.tool === 'file');
    // From 0.21 to 0.325 between the leaves: 0.115 in twenty strokes.
    expect(mine(await filings())).toEqual([
      { tool: 'file', by: 'Tomasz Adeyemi', opened: 115_000, strokes: 20 },
    ]);
    expect(mine(before)).toEqual([]);
    expect(mine(await filings(job.file.job.id))).toEqual([]);
    expect((await world.stranger.get('/api/filings').expect(200)).body).toEqual([]);
    await world.technician.get('/api/filings?besides=1').expect(400);
    await world.nobody.get('/api/filings').expect(401);
  });
});
