import { v7 } from 'uuid';
import type { CustomerNow, Trace } from '@tribos/contract';
import sharp from 'sharp';
import { importOf, makeWorld, newTwin, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

const NAME = 'Wilhelmina Q. Tarn';
const PHONE = '555 0142 90';

/** The customer of a job. */
async function customerOf(name: string, phone: string): Promise<string> {
  const { body } = await world.lead.get(`/api/customers?search=${encodeURIComponent(name)}`).expect(200);
  return (body as { id: string; phone: string }[]).find((c) => c.phone === phone)!.id;
}
const arrival = (phone: string) => ({
  id: v7(),
  customer: NAME,
  phone,
  machine: 'a saw',
  complaint: `${NAME} says it screams`,
});

it('walks over everything that holds a customer, says before what goes and what stays, and takes no namesake', async () => {
  const job = await newTwin(world.technician, {
    customer: NAME,
    phone: PHONE,
    complaint: `wilhelmina q. tarn heard it knock; ring 555-0142-90 or (555) 0142 90`,
  });
  const other = await newTwin(world.technician, {
    customer: NAME,
    phone: '555 0900 00',
    complaint: `${NAME} wants it back soon`,
  });
  const [{ id }, { id: namesakes }] = [job.file.job, other.file.job];
  await world.technician.post('/api/arrivals').send(arrival(PHONE)).expect(201);
  await world.technician.post('/api/arrivals').send(arrival('555 0900 00')).expect(201);
  const photo = await sharp({ create: { width: 90, height: 60, channels: 3, background: '#135' } })
    .jpeg()
    .toBuffer();
  for (const at of [id, namesakes])
    await world.technician
      .post(`/api/jobs/${at}/photos`)
      .query({ id: v7(), at: new Date().toISOString(), station: 'intake', caption: `plate of ${NAME}` })
      .type('image/jpeg')
      .send(photo)
      .expect(201);
  const note = { id: v7(), kind: 'note', at: new Date().toISOString(), text: `${NAME} rang` };
  await world.technician
    .post(`/api/jobs/${id}/log`)
    .send({ entries: [note] })
    .expect(200);
  const refused = await importOf(world.technician, `{"customer":"${NAME}"}`);
  expect(refused.state).toBe('refused');

  const who = await customerOf(NAME, PHONE);
  const traces = async () =>
    (await world.lead.get(`/api/customers/${who}/traces`).expect(200)).body as Trace[];
  await world.technician.get(`/api/customers/${who}/traces`).expect(403);
  await world.stranger.get(`/api/customers/${who}/traces`).expect(404);
  const before = await traces();
  const count = (kind: Trace['kind'], goes: boolean) =>
    before.find((t) => t.kind === kind && t.goes === goes)?.count ?? 0;
  expect({
    customer: count('customer', true),
    complaint: count('complaint', true),
    arrival: [count('arrival', true), count('arrival', false)],
    caption: count('caption', true),
    note: [count('note', true), count('note', false)],
    photo: count('photo', false),
    // Whose it is nobody can tell while two have the name.
    refused: [count('refused', true), count('refused', false)],
  }).toEqual({
    customer: 1,
    complaint: 1,
    arrival: [1, 1],
    caption: 1,
    note: [0, 1],
    photo: 1,
    refused: [0, 1],
  });
  const { body: seen } = await world.lead.get(`/api/customers/${who}`).expect(200);
  expect((seen as CustomerNow).arrivals).toHaveLength(1);

  await world.lead.post(`/api/customers/${who}/erased`).expect(201);
  const { body: now } = await world.lead.get(`/api/jobs/${id}`).expect(200);
  expect(now.file.job.complaint).toBe('(customer) heard it knock; ring (number) or ((number)');
  const { body: hits } = await world.lead.get('/api/jobs?search=tarn').expect(200);
  expect((hits as { items: { id: string }[] }).items.map((j) => j.id)).toEqual([namesakes]);
  const { body: photos } = await world.lead.get(`/api/jobs/${id}/photos`).expect(200);
  expect(photos[0].caption).toBe('plate of (customer)');
  const { body: theirs } = await world.lead.get(`/api/jobs/${namesakes}`).expect(200);
  expect(theirs.file.job).toMatchObject({ customer: NAME, complaint: `${NAME} wants it back soon` });
  const { body: arrivals } = await world.lead.get('/api/arrivals').expect(200);
  expect((arrivals as { customer: string; phone: string }[]).map((a) => a.phone).sort()).toEqual([
    '',
    '555 0900 00',
  ]);
  expect((await world.lead.get('/api/record/check')).body.intact).toBe(true);

  // Nobody else has the name now: what was refused goes with them.
  const last = await customerOf(NAME, '555 0900 00');
  await world.lead.post(`/api/customers/${last}/erased`).expect(201);
  const { body: view } = await world.lead.get(`/api/imports/${refused.id}`).expect(200);
  expect(view).toMatchObject({ name: 'erased', problem: { detail: expect.not.stringContaining('Tarn') } });
});

it('leaves words of the trade alone that a short name is part of', async () => {
  const job = await newTwin(world.technician, {
    customer: 'Al',
    phone: '',
    complaint: 'Al: alternator whines, second ring broken, says AL.',
  });
  const { id } = job.file.job;
  const who = await customerOf('Al', '');
  const note = { id: v7(), kind: 'note', at: new Date().toISOString(), text: 'aluminium in the oil, also' };
  await world.technician
    .post(`/api/jobs/${id}/log`)
    .send({ entries: [note] })
    .expect(200);
  const { body } = await world.lead.get(`/api/customers/${who}/traces`).expect(200);
  expect((body as Trace[]).map((t) => t.kind)).toEqual(['customer', 'complaint']);
  await world.lead.post(`/api/customers/${who}/erased`).expect(201);
  const { body: now } = await world.lead.get(`/api/jobs/${id}`).expect(200);
  expect(now.file.job.complaint).toBe('(customer): alternator whines, second ring broken, says (customer).');
});
