import { generateKeyPairSync } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 } from 'uuid';
import type { AuditRow, Fingerprint, FingerprintCheck, JobRecordCheck, RecordCheck } from '@tribos/contract';
import { asOwner, makeWorld, newTwin, readingBody, type World } from './support.js';

const dir = mkdtempSync(join(tmpdir(), 'tribos-key-'));
const keyFile = (name: string): string => {
  const path = join(dir, name);
  writeFileSync(path, generateKeyPairSync('ed25519').privateKey.export({ type: 'pkcs8', format: 'pem' }));
  return path;
};

let world: World;
beforeAll(async () => {
  process.env['TRIBOS_SIGNING_KEY'] = keyFile('own.pem');
  world = await makeWorld();
});
afterAll(async () => {
  await world.close();
  delete process.env['TRIBOS_SIGNING_KEY'];
  rmSync(dir, { recursive: true });
});

/** A job with three readings and a decision, sealed. */
async function sealedJob(): Promise<string> {
  const job = await newTwin(world.technician);
  const { id } = job.file.job;
  for (const text of ['77.094', '77.095', '77.096'])
    await world.technician
      .post(`/api/jobs/${id}/log`)
      .send({ entries: [readingBody(job, text)] })
      .expect(200);
  await world.lead
    .post(`/api/jobs/${id}/decisions`)
    .send({ id: v7(), route: 'exchange', kitId: null, reason: 'cracked' })
    .expect(201);
  await world.summedUp();
  return id;
}
const check = async (): Promise<RecordCheck> => (await world.lead.get('/api/record/check').expect(200)).body;
const checkJob = async (id: string): Promise<JobRecordCheck> =>
  (await world.technician.get(`/api/jobs/${id}/log/chain`).expect(200)).body;
const fingerprint = async (): Promise<Fingerprint> =>
  (await world.lead.post('/api/record/fingerprint').expect(200)).body;
const checked = async (print: Fingerprint): Promise<FingerprintCheck> =>
  (await world.lead.post('/api/record/fingerprint/check').send(print).expect(200)).body;

/** What somebody with the whole database in hand could do. */
const tamper = (table: string, sql: string, values: unknown[] = []) =>
  asOwner(world.ownerUrl, `ALTER TABLE ${table} DISABLE TRIGGER USER;`)
    .then(() => asOwner(world.ownerUrl, sql, values))
    .finally(() => asOwner(world.ownerUrl, `ALTER TABLE ${table} ENABLE TRIGGER USER;`));

it('is whole while only the application writes, however many write at once', async () => {
  await Promise.all([1, 2, 3, 4, 5].map(() => sealedJob()));
  const { intact, troubles, seals, notes } = await check();
  expect([intact, troubles]).toEqual([true, []]);
  expect(seals).toBeGreaterThan(15);
  expect(notes).toBeGreaterThan(10);
  const print = await fingerprint();
  expect(await checked(print)).toEqual({
    signedHere: true,
    holds: true,
    sentence: expect.stringMatching(/^Nothing kept up to 20\d\d-\d\d-\d\d was changed since\.$/u),
  });
});

it('finds the end of a log cut off, which no chain shows by itself', async () => {
  const id = await sealedJob();
  expect(await checkJob(id)).toEqual({ intact: true, entries: 3, brokenAt: null, troubles: [] });
  await tamper('log_entries', 'DELETE FROM log_entries WHERE job_id = $1 AND seq = 3', [id]);
  const { intact, entries, brokenAt, troubles } = await checkJob(id);
  expect([intact, entries, brokenAt]).toEqual([false, 2, null]);
  expect(troubles).toEqual([expect.stringMatching(/^The log of job \d{4} had 3 links: it was cut off/u)]);
  expect((await check()).troubles).toEqual(troubles);
});

it('finds a decision changed, and one cut off', async () => {
  const [changed, cut] = [await sealedJob(), await sealedJob()];
  await tamper('decisions', `UPDATE decisions SET reason = 'as new' WHERE job_id = $1`, [changed]);
  expect((await checkJob(changed)).troubles).toEqual(['The decisions break at the 1. of them.']);
  await tamper('decisions', 'DELETE FROM decisions WHERE job_id = $1', [cut]);
  expect((await checkJob(cut)).troubles).toEqual([expect.stringContaining('list of decisions of job')]);
});

it('finds a note of the audit trail changed', async () => {
  await sealedJob();
  await tamper('audit', `UPDATE audit SET by = 'somebody else' WHERE seq = 2`);
  expect((await check()).troubles).toContain('The audit trail breaks at 2.');
  await tamper('audit', `UPDATE audit SET by = 'Mirela Okafor-Lind' WHERE seq = 2`);
});

describe('a fingerprint kept outside', () => {
  it('is signed, and holds as long as nothing up to it was changed', async () => {
    const id = await sealedJob();
    const print = await fingerprint();
    expect(print.signature).not.toBeNull();
    const clean = await checked(print);
    expect(clean.signedHere).toBe(true);
    // Work goes on: it still holds for what was there.
    await sealedJob();
    expect((await checked(print)).signedHere).toBe(true);
    // Whoever cuts log and seals alike deceives the record itself, not the fingerprint.
    await tamper('log_entries', 'DELETE FROM log_entries WHERE job_id = $1', [id]);
    await tamper('seals', 'DELETE FROM seals WHERE seq >= (SELECT min(seq) FROM seals WHERE job_id = $1)', [
      id,
    ]);
    const { holds, sentence } = await checked(print);
    expect(holds).toBe(false);
    expect(sentence).toContain('cut off or written anew');
  });

  it('of another hand, another shop or with another figure is not taken', async () => {
    const print = await fingerprint();
    const forged = await checked({ ...print, at: '2030-01-01T00:00:00.000Z' });
    expect([forged.signedHere, forged.holds]).toEqual([false, false]);
    const other = (await world.stranger.post('/api/record/fingerprint').expect(200)).body as Fingerprint;
    expect((await checked(other)).sentence).toContain('another shop');
    await world.lead
      .post('/api/record/fingerprint/check')
      .send({ ...print, hash: 'x' })
      .expect(400);
  });
});

it('is the lead’s to see, and each shop’s own', async () => {
  for (const path of ['audit', 'check']) {
    await world.technician.get(`/api/record/${path}`).expect(403);
    await world.apprentice.get(`/api/record/${path}`).expect(403);
  }
  await world.technician.post('/api/record/fingerprint').expect(403);
  const { body } = await world.stranger.get('/api/record/audit').expect(200);
  expect((body as { items: AuditRow[] }).items.every((row) => row.by === 'Sana Whitlock')).toBe(true);
  await Promise.all(Array.from({ length: 40 }, () => newTwin(world.technician)));
  const { body: first } = await world.lead.get('/api/record/audit').expect(200);
  const page = first as { items: AuditRow[]; next: string };
  expect(page.items).toHaveLength(50);
  const { body: second } = await world.lead.get(`/api/record/audit?after=${page.next}`).expect(200);
  expect((second as { items: AuditRow[] }).items[0]!.id).toBeLessThan(page.items.at(-1)!.id);
  await world.lead.get('/api/record/audit?after=x').expect(400);
});
