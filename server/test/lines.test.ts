import { v7 } from 'uuid';
import { inHouse, ticketsOf, type JobFile } from '@tribos/core';
import type { FirmView } from '@tribos/contract';
import { startOutside } from '../../stand-ins/outside/src/server.js';
import { asOwner, bringIn, jobOf, makeWorld, type World } from './support.js';

type Firms = Awaited<ReturnType<typeof startOutside>>;
const STILL = { day: 86_400, bias: 0, spread: 0, off: 0 };
let firms: Firms;
let world: World;

const act = (path: string, body: object = {}) =>
  fetch(`http://127.0.0.1:${firms.port}${path}`, { method: 'POST', body: JSON.stringify(body) });
const held = async () =>
  ((await (await fetch(`http://127.0.0.1:${firms.port}/state`)).json()) as { held: { order: never }[] }).held;
const fileOf = async (id: string): Promise<JobFile> =>
  inHouse((await world.technician.get(`/api/jobs/${id}`).expect(200)).body.file as JobFile);
const isHeld = async (of: string) => (await held()).some(({ order: o }) => (o as { id: string }).id === of);
const body = (kind: string, fields: object) => ({ ...fields, id: v7(), at: new Date().toISOString(), kind });
const until = async (what: string, done: () => Promise<boolean>) => {
  for (let i = 0; i < 200; i += 1) {
    if (await done()) return;
    await new Promise((next) => setTimeout(next, 50));
  }
  throw new Error(`never: ${what}`);
};

const line = (cylinder: number) => ({
  cylinder,
  piston: 77_467_000,
  from: 'listed',
  mark: '',
  low: 77_503_000,
  high: 77_515_000,
  aim: 77_508_000,
});
const ticketFor = (file: JobFile, firm = 'Ferrow Bore Works') =>
  body('ticket', {
    what: 'bore',
    firm,
    unit: 'mm',
    kitId: file.engine.kits.find((k) => k.name === '+0.50')!.id,
    lines: [line(0), line(1)],
    inside: null,
    round: null,
    taper: null,
    hatch: 45,
    finish: '',
    deck: null,
    chamfer: false,
    wash: true,
    readings: true,
    text: '',
  });
const news = (of: string, what: string, text = '') =>
  body('ticket-news', { of, what, firm: false, price: null, due: null, text, readings: [] });
const send = async (id: string, ...entries: object[]) =>
  void (await world.technician.post(`/api/jobs/${id}/log`).send({ entries }).expect(200));
/** A ticket of the demo's twin, sent out. */
async function sentOut(firm?: string) {
  const { file } = await jobOf(world.technician, 'Varrow 644 Twin');
  const ticket = ticketFor(file, firm);
  await send(file.job.id, ticket, news(ticket.id, 'sent'));
  const standing = async () => ticketsOf(await fileOf(file.job.id)).find((t) => t.ticket.id === ticket.id)!;
  return { jobId: file.job.id, of: ticket.id, standing };
}
const ferrow = async () =>
  ((await world.technician.get('/api/firms').expect(200)).body as FirmView[]).find(
    (f) => f.name === 'Ferrow Bore Works',
  )!;

beforeAll(async () => {
  firms = await startOutside(0, { ...STILL });
  process.env['OUTSIDE_LINE'] = `http://127.0.0.1:${firms.port}/`;
  process.env['OUTSIDE_EVERY_MS'] = '120';
  process.env['OUTSIDE_PATIENCE_MS'] = '400';
  world = await makeWorld();
});
afterAll(async () => {
  await world.close();
  await firms.close();
  for (const name of ['OUTSIDE_LINE', 'OUTSIDE_EVERY_MS', 'OUTSIDE_PATIENCE_MS']) delete process.env[name];
});

describe('a firm’s line', () => {
  it('takes a ticket to the firm in its very digits, and brings price, day and readings into the log', async () => {
    const { jobId, of, standing } = await sentOut();
    await until('taken in', async () => (await standing()).state === 'accepted');
    const [order] = (await held()).filter(({ order: o }) => (o as { id: string }).id === of);
    expect(order).toMatchObject({
      firm: 'ferrow',
      order: { turn: 1, lines: [0, 1].map(() => ({ low: '77.503', high: '77.515', aim: '77.508' })) },
    });
    await act('/day');
    await until('quoted', async () => (await standing()).state === 'quoted');
    expect(await standing()).toMatchObject({ price: 12_400, due: expect.stringMatching(/^20\d\d-/u) });
    for (let i = 0; i < 3; i += 1) await act('/day');
    await until('ready', async () => (await standing()).state === 'ready');
    expect((await standing()).theirs).toHaveLength(6);
    // It was said once each, by the firm.
    expect((await standing()).news.map((n) => [n.what, n.firm])).toEqual([
      ['sent', false],
      ['accepted', true],
      ['quoted', true],
      ['ready', true],
    ]);
    // Back, not accepted: the firm is told why, and does it again.
    await send(jobId, news(of, 'back'), news(of, 'rejected', 'right is over'));
    await until('told again', async () =>
      (await held()).some(
        ({ order: o }) => (o as { turn: number; rejected: string }).rejected === 'right is over',
      ),
    );
    for (let i = 0; i < 5; i += 1) await act('/day');
    await until('ready again', async () => (await standing()).state === 'ready');
    expect(await standing()).toMatchObject({ turn: 2, price: 12_400 });
    await send(jobId, news(of, 'back'));
    await until('asked after no more', async () => (await standing()).state === 'back');
  });

  it.each([
    ['cut', 'does not answer'],
    ['slow', 'too slow'],
    ['rubbish', 'cannot be read'],
  ])(
    'that is %s changes nothing of the job, says so once and calmly, and goes on by itself',
    async (trouble, says) => {
      await act('/trouble', { trouble });
      const { of, standing, jobId } = await sentOut();
      await until('said', async () => (await ferrow()).trouble?.sentence.includes(says) ?? false);
      expect((await standing()).news.map((n) => n.what)).toEqual(['sent']);
      // Everything else of the job goes on, by paper too.
      await world.technician.get(`/api/jobs/${jobId}/tickets/${of}/pdf`).expect(200);
      await send(jobId, { ...news(of, 'quoted', 'by telephone'), due: '2031-01-31' });
      await act('/trouble', { trouble: 'none' });
      await until('heard again', async () => (await isHeld(of)) && (await ferrow()).trouble === null);
      expect(await standing()).toMatchObject({ state: 'quoted', due: '2031-01-31' });
      for (let i = 0; i < 5; i += 1) await act('/day');
      await until('ready', async () => (await standing()).state === 'ready');
      await send(jobId, news(of, 'back'));
    },
  );

  it('comes back after it was gone, its own book lost with it', async () => {
    const { of, standing, jobId } = await sentOut();
    await until('taken in', async () => (await standing()).state === 'accepted');
    await firms.close();
    await until('said', async () => (await ferrow()).trouble !== null);
    expect((await standing()).state).toBe('accepted');
    const { port } = firms;
    firms = await startOutside(port, { ...STILL });
    await until('told again', () => isHeld(of));
    await until('no trouble', async () => (await ferrow()).trouble === null);
    await act('/day');
    await until('quoted', async () => (await standing()).state === 'quoted');
    expect((await standing()).news.filter((n) => n.what === 'accepted')).toHaveLength(1);
    await send(jobId, news(of, 'back'));
  });

  it('is never told what a file says was sent, nor what went before it had the line, nor of a firm without one', async () => {
    const before = (await held()).length;
    // The demo's own job is at the plater since before this shop's line.
    const kaldera = await jobOf(world.technician, 'Kaldera 620 Twin');
    expect(ticketsOf(inHouse(kaldera.file))[0]!.outSince).not.toBeNull();
    const paper = await sentOut('Coldwater Machine');
    const { jobId, standing, of } = await sentOut();
    await until('taken in', async () => (await standing()).state !== 'sent');
    const { body: exported } = await world.technician.get(`/api/jobs/${jobId}/file`).expect(200);
    const again = await bringIn(world.lead, exported);
    await world.summedUp();
    await new Promise((next) => setTimeout(next, 600));
    expect(ticketsOf(inHouse(again.file)).filter((t) => t.outSince !== null).length).toBeGreaterThan(0);
    const told = (await held()).slice(before).map(({ order: o }) => (o as { id: string }).id);
    expect(told).toEqual([of]);
    expect((await paper.standing()).state).toBe('sent');
    await send(jobId, news(of, 'back'), news(paper.of, 'back'));
  });

  it('is set by a lead, by its name and no address, and is shown to whoever works there', async () => {
    const one = await ferrow();
    expect(one.line).toBe('ferrow');
    const { id, name, unit, works, freight, version } = one;
    const put = (over: object) =>
      world.lead.put(`/api/firms/${id}`).send({ id, name, unit, works, freight, version, ...over });
    for (const bad of ['http://elsewhere.example', 'a/b', '..', 'A', 7]) await put({ line: bad }).expect(400);
    await put({ line: null }).expect(200);
    const { jobId, of, standing } = await sentOut();
    await world.summedUp();
    await new Promise((next) => setTimeout(next, 500));
    expect((await standing()).state).toBe('sent');
    // With a line again: what was sent meanwhile went by paper.
    await put({ line: 'ferrow', version: version + 1 }).expect(200);
    await new Promise((next) => setTimeout(next, 500));
    expect((await standing()).state).toBe('sent');
    await send(jobId, news(of, 'back'));
  });

  it('asks nothing while its database is shut to it', async () => {
    const { standing, jobId, of } = await sentOut();
    await world.summedUp();
    await asOwner(
      world.ownerUrl,
      'REVOKE EXECUTE ON FUNCTION tickets_on_line(uuid, integer) FROM tribos_app',
    );
    await act('/day');
    await asOwner(world.ownerUrl, 'GRANT EXECUTE ON FUNCTION tickets_on_line(uuid, integer) TO tribos_app');
    await until('taken in', async () => (await standing()).state !== 'sent');
    await send(jobId, news(of, 'back'));
  });
});
