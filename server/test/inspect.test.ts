import { v7 } from 'uuid';
import { kitsOf, inspected, inHouse, judgeJob, partsToGet, type JobFile } from '@tribos/core';
import { bringIn, jobOf, makeWorld, newTwin, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

const body = (kind: string, fields: object) => ({ ...fields, id: v7(), at: new Date().toISOString(), kind });
const send = (id: string, entries: object[]) =>
  world.technician.post(`/api/jobs/${id}/log`).send({ entries });
const finding = (of: string, what: string) =>
  body('part-finding', { of, name: of, what, severity: 'severe', extent: null, text: 'top land' });
const looked = (parts: string[], is: string, findings: string[] = []) =>
  body('looked', { parts, is, findings, text: '' });
const fileOf = async (id: string): Promise<JobFile> =>
  inHouse((await world.technician.get(`/api/jobs/${id}`).expect(200)).body.file as JobFile);

describe('parts looked over', () => {
  it('what a finding forbids is refused by the server as by the screen, with the same sentence', async () => {
    const { file } = await newTwin(world.technician);
    const { id } = file.job;
    const found = finding('piston:0', 'land-broken');
    await send(id, [found]).expect(200);
    const refused = await send(id, [looked(['piston:0'], 'reuse', [found.id])]).expect(422);
    expect(refused.body.detail ?? refused.body.title).toContain('It is replaced.');
    await send(id, [looked(['wing:0'], 'reuse')]).expect(422);
    await send(id, [looked(['head-gasket'], 'reuse')]).expect(422);
    await send(id, [body('cleaned', { parts: ['head'], how: 'caustic' })]).expect(422);
    await send(id, [looked(['piston:0'], 'wished')]).expect(400);
    // Said in ignorance of the finding it is kept, and does not stand.
    await send(id, [looked(['piston:0'], 'reuse')]).expect(200);
    const now = await fileOf(id);
    expect(inspected(now).find((i) => i.part.key === 'piston:0')?.is).toBe('replace');
    expect(partsToGet(now).map((p) => p.key)).toContain('piston:0');
  });

  it('nobody decides to run it again, by the API or by a file', async () => {
    const { file } = await newTwin(world.technician);
    const { id } = file.job;
    await send(id, [finding('piston:1', 'cracked')]).expect(200);
    const reuse = { id: v7(), route: 'reuse', kitId: null, reason: 'looks fine' };
    const refused = await world.lead.post(`/api/jobs/${id}/decisions`).send(reuse).expect(422);
    expect(JSON.stringify(refused.body)).toContain('is not used again');
    const { body: exported } = await world.technician.get(`/api/jobs/${id}/file`).expect(200);
    const decided = {
      ...exported,
      decisions: [
        {
          id: 'd',
          at: new Date().toISOString(),
          by: 'Sam',
          importedBy: null,
          route: 'reuse',
          kitId: null,
          reason: 'looks fine',
        },
      ],
    };
    const brought = await bringIn(world.technician, decided);
    // What a file decided is kept as its own; the verdict stays what the finding says.
    expect(judgeJob(inHouse(brought.file)).overall).toBe('beyond');
    expect(kitsOf(inHouse(brought.file), 'mm').ended.reuse).toContain('not used again');
  });

  it('a needle, a leaf and a micrometer on crank and head go in, come out as CSV, and their job file goes round', async () => {
    const job = await jobOf(world.technician, 'Varrow 744 Four');
    const { id } = job.file.job;
    const { text } = await world.technician.get(`/api/jobs/${id}/readings.csv`).expect(200);
    expect(text).toMatch(/crank\.run-out/u);
    expect(text).toMatch(/bearings\.journal/u);
    const again = await bringIn(world.technician, (await world.technician.get(`/api/jobs/${id}/file`)).body);
    const states = (f: JobFile) => judgeJob(inHouse(f)).items.map((i) => [i.key, i.state]);
    expect(states(again.file)).toEqual(states(job.file));
    const gauge = job.file.instruments.find((i) => i.type === 'dial')!.id;
    const reading = (station: object, typed: string) =>
      body('reading', {
        station,
        instrumentId: gauge,
        text: typed,
        corrects: null,
        zeroId: null,
        seen: null,
      });
    await send(id, [reading({ part: 'crank.run-out', thing: 'nowhere', spot: '' }, '0.01')]).expect(422);
    await send(id, [reading({ part: 'crank.wish', thing: 'flywheel', spot: '' }, '0.01')]).expect(400);
    await send(id, [reading({ part: 'crank.run-out', thing: 'flywheel', spot: '' }, '0.00')]).expect(200);
    await send(id, [body('zero-check', { instrumentId: gauge, standard: 0, text: '0' })]).expect(422);
  });

  it('a cause is named with what it rests on; one shop knows nothing of another’s', async () => {
    const { file } = await newTwin(world.technician);
    const { id } = file.job;
    await send(id, [body('cause', { is: 'oil', evidence: [], text: '' })]).expect(422);
    await send(id, [body('cause', { is: 'oil', evidence: ['rod blued'], text: '' })]).expect(200);
    await world.stranger
      .post(`/api/jobs/${id}/log`)
      .send({ entries: [looked(['rod:0'], 'reuse')] })
      .expect(404);
  });
});
