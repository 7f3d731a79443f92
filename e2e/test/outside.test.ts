import { inHouse, returnedBores, ticketsOf, toSend, type JobFile } from '@tribos/core';
import { atTheBench } from '../lib/atTheBench.mjs';
import { startOutside } from '../lib/outside.mjs';
import { violations } from '../lib/axe.mjs';
import { sees } from '../lib/browser.mjs';
import { formOf } from '../lib/form.mjs';
import { api, clientId, demoJob, take } from '../lib/job.mjs';

let firms: Awaited<ReturnType<typeof startOutside>>;
const at = atTheBench(async () => {
  firms = await startOutside();
  return { OUTSIDE_LINE: firms.base, OUTSIDE_EVERY_MS: '300', OUTSIDE_PATIENCE_MS: '1500' };
});
afterAll(() => firms.close());
const driver = () => at.browser.driver;
const fileOf = async (id: string): Promise<JobFile> =>
  inHouse((await api(driver(), 'GET', `/jobs/${id}`)).body.file as JobFile);
const settled = (id: string, done: (file: JobFile) => boolean, what: string) =>
  driver().wait(async () => done(await fileOf(id)), 15_000, `the server never had it: ${what}`);

/** Every place of both bores that was read since they came back the first time. */
const placesRead = (file: JobFile) => {
  const seen = new Map<string, object>();
  for (const e of file.log.slice(-40) as unknown as { kind: string; station?: { part: string } }[])
    if (e.kind === 'reading' && e.station?.part === 'bore') seen.set(JSON.stringify(e.station), e.station);
  return [...seen.values()];
};

describe('work that leaves the shop', () => {
  it('goes out with its ticket, comes back outside it, is caught, and goes back with the reason', async () => {
    const id = await demoJob(driver(), 'Varrow 644 Twin');
    const kit = (await fileOf(id)).engine.kits.find((k) => k.name === '+0.50')!.id;
    const decided = await api(driver(), 'POST', `/jobs/${id}/decisions`, {
      id: clientId(),
      route: 'bore',
      kitId: kit,
      reason: 'The score on the right.',
    });
    expect(decided.status).toBe(201);
    expect(toSend(await fileOf(id))).not.toBeNull();
    await at.visit(`/jobs/${id}/outside`, 'Ticket: bored and honed to size');
    await sees(driver(), '77.503 – 77.515');
    expect(await violations(driver())).toEqual([]);
    await formOf(driver()).fill('Finish of the wall', 'Ra 0.4');
    await formOf(driver()).push('Write the ticket');
    await settled(id, (f) => ticketsOf(f).length === 1, 'the ticket');
    const [standing] = ticketsOf(await fileOf(id));
    // The same digits on the screen, in the log, on paper.
    expect(standing!.ticket.lines.map((l) => [l.low, l.high])).toEqual([
      [77_503_000, 77_515_000],
      [77_503_000, 77_515_000],
    ]);
    const pdf = await driver().executeAsyncScript<number>(
      `const done = arguments[0]; fetch('/api/jobs/${id}/tickets/${standing!.ticket.id}/pdf').then(async (r) => done(r.ok ? (await r.arrayBuffer()).byteLength : -r.status));`,
    );
    expect(pdf).toBeGreaterThan(5_000);
    await formOf(driver()).push('It is sent');
    // The firm has it over its line, in the same digits; then its line dies, and nothing else does.
    await sees(driver(), 'taken in by the firm');
    const [told] = (await firms.state()).held;
    expect(told.order.lines.map((l: { low: string; high: string }) => `${l.low} – ${l.high}`)).toEqual([
      '77.503 – 77.515',
      '77.503 – 77.515',
    ]);
    await firms.kill();
    await sees(driver(), 'Its line does not answer');
    expect(await violations(driver())).toEqual([]);
    expect(ticketsOf(await fileOf(id))[0]!.state).toBe('accepted');
    await firms.restart();
    await driver().wait(async () => (await firms.state()).held.length === 1, 20_000, 'never told again');
    await firms.days(5);
    await sees(driver(), 'ready at the firm');
    await sees(driver(), '124.00 EUR');
    await formOf(driver()).push('It is back');
    await sees(driver(), 'Not read yet');
    // Every place of both bores, the last of the right one over its ticket.
    await at.visit(`/jobs/${id}`, 'left · 15 mm');
    const read = async () =>
      returnedBores(await fileOf(id), ticketsOf(await fileOf(id))[0]!).flatMap((b) => b.places).length;
    const planned = 24;
    for (let i = await read(); i < planned; i += 1) {
      await take(driver(), i === planned - 1 ? '77.521' : '77.509');
      await driver().wait(async () => (await read()) > i, 10_000, `reading ${i + 1} never came`);
    }
    await at.visit(`/jobs/${id}/outside`, '0.006 mm over');
    expect(await violations(driver())).toEqual([]);
    expect((await driver().findElements({ xpath: '//button[starts-with(., "Accept it")]' })).length).toBe(0);
    // Nobody sends it back without a word.
    await formOf(driver()).push('Back to the firm');
    await sees(driver(), 'Say why: it goes to the firm with the work.');
    await formOf(driver()).fill('Not accepted: why', 'Low end of the right bore over its size.');
    await formOf(driver()).push('Back to the firm');
    await settled(id, (f) => ticketsOf(f)[0]!.state === 'rejected', 'rejected');
    await sees(driver(), 'not accepted, back to the firm');
    // Told why, the firm does it again; it comes back right, is read place by place, and is accepted.
    await driver().wait(
      async () => (await firms.state()).held[0].order.rejected.includes('over its size'),
      20_000,
      'never told why',
    );
    await firms.days(5);
    await sees(driver(), 'done again');
    await formOf(driver()).push('It is back');
    await sees(driver(), 'Not read yet');
    await settled(id, (f) => ticketsOf(f)[0]!.state === 'back', 'back again');
    const { file } = (await api(driver(), 'GET', `/jobs/${id}`)).body;
    const gauge = file.instruments.find((i: { name: string }) => i.name.startsWith('Bore gauge 1')).id;
    const entries = placesRead(file).map((station, i) => ({
      id: clientId(),
      kind: 'reading',
      at: new Date(Date.now() + i).toISOString(),
      station,
      instrumentId: gauge,
      text: '77.509',
    }));
    expect((await api(driver(), 'POST', `/jobs/${id}/log`, { entries })).status).toBe(200);
    await sees(driver(), 'Accept it');
    await formOf(driver()).push('Accept it');
    await settled(id, (f) => ticketsOf(f)[0]!.state === 'passed', 'accepted');
    const word = '//section[starts-with(@aria-label, "Ticket for")]//span[normalize-space() = "accepted"]';
    await driver().wait(
      async () => (await driver().findElements({ xpath: word })).length === 1,
      10_000,
      'accepted',
    );
  }, 180_000);

  it('is one list for the whole shop, with the firms beside it', async () => {
    await at.visit('/out', 'Quillon Plating');
    await sees(driver(), 'back, to be measured');
    expect(await violations(driver())).toEqual([]);
    // A technician sees firms, and does not set their prices.
    expect((await driver().findElements({ xpath: '//button[starts-with(., "Add a firm")]' })).length).toBe(0);
    await driver().findElement({ xpath: '//a[contains(., "Kaldera 620 Twin")]' }).click();
    await sees(driver(), 'Quillon Plating: stripped and replated');
  }, 60_000);

  it('of pistons nobody measured says so before anything is written', async () => {
    const id = await demoJob(driver(), 'Drumlin 386');
    const kit = (await fileOf(id)).engine.kits.find((k) => k.name === '+0.50')!.id;
    const decided = await api(driver(), 'POST', `/jobs/${id}/decisions`, {
      id: clientId(),
      route: 'bore',
      kitId: kit,
      reason: 'silt',
    });
    expect(decided.status).toBe(201);
    await at.visit(`/jobs/${id}/outside`, 'Not every piston is measured');
    await formOf(driver()).push('Head or crank goes out');
    await formOf(driver()).fill('What is wanted', 'Seats cut, guides measured.');
    await formOf(driver()).push('Write it out');
    await settled(id, (f) => ticketsOf(f).some((t) => t.ticket.what === 'head'), 'the head ticket');
    await sees(driver(), 'Okoro Head Shop: head work');
  }, 60_000);
});
