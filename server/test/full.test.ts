import { jest } from '@jest/globals';
import { v7 } from 'uuid';
import { asOwner, makeWorld, newTwin, readingBody, sendFile, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

/** What PostgreSQL says when a table cannot grow, for as long as something is tried. */
async function withoutRoom(work: () => Promise<void>): Promise<void> {
  const tables = ['log_entries', 'jobs', 'decisions', 'files'];
  await asOwner(
    world.ownerUrl,
    `CREATE FUNCTION no_room() RETURNS trigger LANGUAGE plpgsql AS
       $$ BEGIN RAISE EXCEPTION 'could not extend file: No space left on device' USING ERRCODE = '53100'; END $$;
     ${tables.map((t) => `CREATE TRIGGER a_no_room BEFORE INSERT OR UPDATE ON ${t} FOR EACH ROW EXECUTE FUNCTION no_room();`).join('')}`,
  );
  try {
    await work();
  } finally {
    await asOwner(world.ownerUrl, 'DROP FUNCTION no_room() CASCADE');
  }
}

it('a full disk: what is read goes on, what is written says that it is not kept, and goes when there is room', async () => {
  const said = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const job = await newTwin(world.technician);
  const { id } = job.file.job;
  const entries = [readingBody(job, '77.02')];
  await withoutRoom(async () => {
    const refused = [
      await world.technician.post(`/api/jobs/${id}/log`).send({ entries }),
      await world.technician.patch(`/api/jobs/${id}`).send({ version: job.version, promised: '2027-01-08' }),
      await world.lead
        .post(`/api/jobs/${id}/decisions`)
        .send({ id: v7(), route: 'exchange', kitId: null, reason: '' }),
      await sendFile(world.lead, job.file),
    ];
    for (const { status, body, headers } of refused) {
      expect([status, body.code]).toEqual([503, 'database-full']);
      expect(body.detail).toContain('nothing can be kept until there is room');
      expect(Number(headers['retry-after'])).toBeGreaterThan(0);
    }
    for (const path of [`/api/jobs/${id}`, '/api/jobs', '/api/benches', `/api/jobs/${id}/file`])
      await world.technician.get(path).expect(200);
  });
  await world.technician.post(`/api/jobs/${id}/log`).send({ entries }).expect(200);
  await world.technician.post(`/api/jobs/${id}/log`).send({ entries }).expect(200);
  expect((await world.technician.get(`/api/jobs/${id}`)).body.file.log).toHaveLength(1);
  said.mockRestore();
});
