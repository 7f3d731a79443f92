import { v7 } from 'uuid';
import { learnedFrom, moneyText, money, ticketsOf, inHouse, type JobFile } from '@tribos/core';
import type { FirmView, OutView } from '@tribos/contract';
import { pdfText } from './pdfText.js';
import { bringIn, importOf, jobOf, makeWorld, type World } from './support.js';

let world: World;
beforeAll(async () => {
  world = await makeWorld();
});
afterAll(() => world.close());

const days = { soonest: 2, usual: 4, latest: 9 };
const firm = (over: object = {}) => ({
  id: v7(),
  name: `Firm ${Math.random().toString(36).slice(2, 8)}`,
  unit: 'mm',
  works: [{ what: 'bore', price: 6_200, days }],
  freight: 1_850,
  ...over,
});
const body = (kind: string, fields: object) => ({ ...fields, id: v7(), at: new Date().toISOString(), kind });
const fileOf = async (id: string): Promise<JobFile> =>
  inHouse((await world.technician.get(`/api/jobs/${id}`).expect(200)).body.file as JobFile);

describe('firms', () => {
  it('are kept by a lead, once for one id, changed against a version, refused where they cannot be', async () => {
    const one = firm();
    await world.technician.post('/api/firms').send(one).expect(403);
    await world.lead.post('/api/firms').send(one).expect(201);
    await world.lead.post('/api/firms').send(one).expect(201);
    const { body: made } = await world.lead
      .put(`/api/firms/${one.id}`)
      .send({ ...one, freight: 2_000, version: 1 })
      .expect(200);
    expect(made).toMatchObject({ freight: 2_000, version: 2, learned: { returns: 0 } });
    const stale = await world.lead
      .put(`/api/firms/${one.id}`)
      .send({ ...one, version: 1 })
      .expect(409);
    expect(stale.body.current.version).toBe(2);
    const twice = await world.lead
      .post('/api/firms')
      .send(firm({ name: one.name }))
      .expect(422);
    expect(twice.body.detail).toContain('There is a firm called');
    for (const [over, says] of [
      [
        { works: [{ what: 'bore', price: 1, days: { soonest: 5, usual: 4, latest: 9 } }] },
        'from the soonest',
      ],
      [{ works: [1, 2].map(() => ({ what: 'bore', price: 1, days })) }, 'Each kind of work once'],
    ] as const) {
      const refused = await world.lead.post('/api/firms').send(firm(over)).expect(422);
      expect(refused.body.detail).toContain(says);
    }
    for (const bad of [
      { freight: -1 },
      { freight: 1.5 },
      { unit: 'ell' },
      { works: [{ what: 'wish', price: 1, days }] },
      { name: '' },
    ])
      await world.lead.post('/api/firms').send(firm(bad)).expect(400);
    // Nothing more is sent to it: no job compares with it any more, and it stands in the list.
    const { file } = await jobOf(world.technician, 'Varrow 644 Twin');
    expect((await fileOf(file.job.id)).shop.firms!.map((f) => f.name)).toContain(one.name);
    await world.lead.patch(`/api/firms/${one.id}/retired`).send({ retired: true }).expect(200);
    expect((await fileOf(file.job.id)).shop.firms!.map((f) => f.name)).not.toContain(one.name);
    const { body: all } = await world.technician.get('/api/firms').expect(200);
    expect((all as FirmView[]).find((f) => f.id === one.id)!.retiredOn).not.toBeNull();
    await world.lead.patch(`/api/firms/${v7()}/retired`).send({ retired: true }).expect(404);
  });

  it('are judged by what came back from them', async () => {
    const { body: all } = await world.technician.get('/api/firms').expect(200);
    const ferrow = (all as FirmView[]).find((f) => f.name === 'Ferrow Bore Works')!;
    expect(ferrow.returned.length).toBe(13);
    expect(ferrow.learned).toEqual(learnedFrom(ferrow.returned));
    // The bore that came back outside its ticket teaches too.
    const coldwater = (all as FirmView[]).find((f) => f.name === 'Coldwater Machine')!;
    expect(coldwater.returned.length).toBe(4);
    expect(coldwater.learned.spread).toBeGreaterThan(ferrow.learned.spread);
  });
});

describe('work that is out', () => {
  const line = (cylinder: number, over: object = {}) => ({
    cylinder,
    piston: 77_467_000,
    from: 'listed',
    mark: '',
    low: 77_503_000,
    high: 77_515_000,
    aim: 77_508_000,
    ...over,
  });
  const ticket = (file: JobFile, over: object = {}) =>
    body('ticket', {
      what: 'bore',
      firm: 'Ferrow Bore Works',
      unit: 'mm',
      kitId: file.engine.kits.find((k) => k.name === '+0.50')?.id ?? null,
      lines: [line(0), line(1)],
      inside: 0.95,
      round: null,
      taper: null,
      hatch: 45,
      finish: '',
      deck: null,
      chamfer: false,
      wash: true,
      readings: true,
      text: '',
      ...over,
    });
  const news = (of: string, what: string, over: object = {}) =>
    body('ticket-news', { of, what, firm: false, price: null, due: null, text: '', readings: [], ...over });

  it('is listed for the whole shop, on paper with the same digits, and through a file and back', async () => {
    const { file } = await jobOf(world.technician, 'Varrow 644 Twin');
    const { id } = file.job;
    const send = (entries: object[]) => world.technician.post(`/api/jobs/${id}/log`).send({ entries });
    const one = ticket(file);
    await send([one]).expect(200);
    await send([news(one.id, 'sent'), news(one.id, 'quoted', { price: 12_400, due: '2030-01-31' })]).expect(
      200,
    );
    const listed = async () =>
      ((await world.technician.get('/api/firms/out').expect(200)).body as OutView[]).find(
        (o) => o.id === one.id,
      );
    for (let i = 0; i < 60 && !(await listed()); i += 1) await new Promise((done) => setTimeout(done, 250));
    expect(await listed()).toMatchObject({
      state: 'quoted',
      due: '2030-01-31',
      price: 12_400,
      cylinders: 'left, right',
    });
    expect(moneyText(money((await listed())!.price!))).toBe('124.00');
    const pdf = await world.technician.get(`/api/jobs/${id}/tickets/${one.id}/pdf`).expect(200);
    expect(pdf.headers['content-type']).toContain('application/pdf');
    expect(pdf.body.subarray(0, 5).toString()).toBe('%PDF-');
    // The very digits of the ticket, on paper.
    const paper = pdfText(pdf.body as Buffer);
    expect(paper.match(/77\.503 – ?77\.515/gu)?.length).toBeGreaterThanOrEqual(2);
    expect(paper).toContain('77.467 mm');
    expect(paper).toContain('77.508');
    expect(paper).not.toMatch(/77\.50[0-2]/u);
    await world.technician.get(`/api/jobs/${id}/tickets/${one.id}/letter`).expect(200);
    await world.technician.get(`/api/jobs/${id}/tickets/${v7()}/pdf`).expect(404);
    // The job file carries it, digit for digit, into another job of the same shop.
    const { body: exported } = await world.technician.get(`/api/jobs/${id}/file`).expect(200);
    const back = await bringIn(world.lead, exported);
    const [again] = ticketsOf(inHouse(back.file));
    expect(again!.ticket.lines.map((l) => [l.low, l.high, l.piston])).toEqual([
      [77_503_000, 77_515_000, 77_467_000],
      [77_503_000, 77_515_000, 77_467_000],
    ]);
    expect(again!.state).toBe('quoted');
    // A ticket changed on the way is none.
    const bent = structuredClone(exported);
    bent.log.find((e: { kind: string }) => e.kind === 'ticket').lines[0].low += 500;
    expect(JSON.stringify(await importOf(world.lead, bent))).toContain('grid');
  });

  it('never is a plated bore sent to be bored: not by a ticket, not as done, not by a decision', async () => {
    const { file } = await jobOf(world.technician, 'Varrow 312 MX');
    const { id } = file.job;
    const kitId = file.engine.kits.find((k) => k.oversize > 0)!.id;
    const send = (entries: object[]) => world.technician.post(`/api/jobs/${id}/log`).send({ entries });
    const to = line(0, { piston: 81_940_000, low: 82_000_000, high: 82_012_000, aim: 82_006_000 });
    const refused = await send([ticket(file, { kitId, lines: [to] })]).expect(422);
    expect(refused.body.detail).toContain('never bored');
    const work = (what: string, sized: object | null) =>
      body('work', { what, cylinder: 0, kitId: null, ticket: sized, text: '' });
    await send([work('bored', null)]).expect(422);
    await send([work('honed', { low: 79_010_000, high: 79_020_000 })]).expect(422);
    for (const [route, kit] of [
      ['bore', kitId],
      ['hone', null],
    ] as const) {
      const said = await world.lead
        .post(`/api/jobs/${id}/decisions`)
        .send({ id: v7(), route, kitId: kit, reason: 'cheaper' })
        .expect(422);
      expect(said.body.detail).toContain('never');
    }
    // Replated for the larger kit it may go.
    await send([ticket(file, { what: 'replate', kitId, lines: [to] })]).expect(200);
  });
});
