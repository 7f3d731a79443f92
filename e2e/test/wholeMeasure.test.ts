import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { inHouse, mapsOf, propagate, type JobFile } from '@tribos/core';
import { atTheBench } from '../lib/atTheBench.mjs';
import { By, cleared, Key, openBrowser, sees, until } from '../lib/browser.mjs';
import { formOf } from '../lib/form.mjs';
import { api, demoJob, freshJob, press, serverLog, take } from '../lib/job.mjs';

const at = atTheBench();
const log = (id: string) => serverLog(at.browser.driver, id);

/** The built computation as a browser can import it, on a page of its own. */
async function serveCore() {
  const root = new URL('../../core/dist/', import.meta.url);
  const server = createServer((request, response) => {
    if (request.url === '/') return void response.end('<!doctype html><title>core</title>');
    try {
      const body = readFileSync(new URL(`.${request.url}`, root));
      response.writeHead(200, { 'content-type': 'text/javascript' }).end(body);
    } catch {
      response.writeHead(404).end();
    }
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return {
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}/`,
    close: () => new Promise((resolve) => server.close(resolve)),
  };
}

describe('a comparator', () => {
  it('is zeroed with its needle asked, read three times a place, and closed', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    await press(driver, 'z');
    await sees(driver, 'When the bore is larger the needle turns');
    const size = await at.station.field('Size set, mm');
    await cleared(size);
    await size.sendKeys('77.020', Key.ENTER);
    await sees(driver, 'Push the contact in and look.');
    await driver.findElement(By.xpath('//button[.="anticlockwise"]')).click();
    await at.station.button('Read by deviation from here').click();
    await sees(driver, 'clockwise is smaller · 1 of 3');
    await press(driver, ...'-4');
    await sees(driver, 'µm = 77.024 mm');
    await press(driver, Key.ENTER);
    await take(driver, '-5');
    await at.station.isWhere('left · 15 mm · thrust');
    await take(driver, '-4');
    await at.station.isWhere('left · 15 mm · pin');
    await sees(driver, '×3');
    await press(driver, 'z');
    await sees(driver, 'Closing zero of');
    await (await at.station.field('Dial, µm, clockwise positive')).sendKeys('+9');
    await sees(driver, 'more than scatter explains');
    await (await at.station.field('Dial, µm, clockwise positive')).sendKeys(Key.BACK_SPACE, '1');
    await sees(driver, 'corrected');
    await at.station.button('Keep it').click();
    await at.station.logged(id, 5);
    expect((await log(id)).map((e: { kind: string; value: number }) => [e.kind, e.value])).toEqual([
      ['zero', 77_020_000],
      ['reading', 77_024_000],
      ['reading', 77_025_000],
      ['reading', 77_024_000],
      ['closing-zero', 1_000],
    ]);
    // Sizes are typed whole again.
    await sees(driver, 'zero it');
  });
});

describe('leaves', () => {
  it('are answered by key, the next one proposed, the bracket shown and taken back', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    for (let n = 0; n < 4; n += 1) await press(driver, Key.ARROW_DOWN);
    await at.station.isWhere('left · leaf beside the piston');
    expect(await at.station.leaf()).toBe('0.05');
    await press(driver, 'g');
    await driver.wait(async () => (await at.station.bracket()) === '≥ 0.05 mm', 5_000);
    await press(driver, 'x');
    await driver.wait(async () => (await at.station.bracket()).startsWith('0.05–'), 5_000);
    await press(driver, 'd');
    await at.station.logged(id, 3);
    const tries = (await log(id)) as { kind: string; stack: number[]; answer: string }[];
    expect(tries.map((e) => e.answer)).toEqual(['goes', 'does-not', 'drags']);
    expect(tries[2]!.stack[0]).toBeGreaterThan(50_000);
    await press(driver, Key.BACK_SPACE);
    await at.station.logged(id, 4);
    await sees(driver, 'That leaf is taken back');
    await sees(driver, 'Left tightest clearance keeps its minimum');
  });

  it('are tapped: a stack of two, by touch', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    for (let n = 0; n < 4; n += 1) await press(driver, Key.ARROW_DOWN);
    const rack = await driver.wait(until.elementLocated(By.css('[aria-label="Leaf rack"]')), 5_000);
    for (const name of ['0.03 mm', '0.06 mm'])
      await rack.findElement(By.css(`[aria-label="${name}"]`)).click();
    expect(await at.station.leaf()).toBe('0.09');
    await rack.findElement(By.xpath('.//button[contains(.,"drags")]')).click();
    await at.station.logged(id, 1);
    expect((await log(id))[0].stack).toEqual([30_000, 60_000]);
  });
});

describe('what was found and done', () => {
  it('marks a score on the wall; honing puts readings aside and asks for the wash', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    await take(driver, '77.041');
    await driver.findElement(By.xpath('(//button[normalize-space()="note a finding"])[1]')).click();
    await (await at.station.field('How deep, mm')).sendKeys('0.015');
    await (await at.station.field('Below the deck, mm')).sendKeys('32');
    await at.station.button('Keep it').click();
    await sees(driver, 'A figure is needed.');
    await (await at.station.field('Direction, degrees')).sendKeys('188', Key.ENTER);
    await driver.wait(
      until.elementLocated(By.css('[aria-label="score 0.015 mm deep, 32 mm down at 188°"]')),
      5_000,
    );
    await at.station.button('Work done').click();
    await (await at.station.field('What')).sendKeys('honed');
    await sees(driver, 'Opens again: bore size');
    await at.station.button('Keep it').click();
    await at.station.logged(id, 3);
    await sees(driver, '0 of 6 read');
    const kinds = (await log(id)).map((e: { kind: string }) => e.kind);
    expect(kinds).toEqual(['reading', 'finding', 'work']);
  });
});

describe('readings from a table', () => {
  const TABLE = 'Dia;Cyl;Dir;Depth\n77,021;left;thrust;15\n77,018;left;pin;15\n77,016;1;0;45\n';

  it('are mapped, previewed with every wrong row, and taken whole or not at all', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    await at.station.button('From a table').click();
    const paste = await at.station.field('or pasted here');
    await paste.sendKeys(`${TABLE}77,015;middle;0;45`);
    await sees(driver, '4 of 4 rows cannot be read');
    await (await at.station.field('Gauge where the table names none')).sendKeys('Bore gauge 1');
    await (await at.station.field('reading, or leaf')).sendKeys('Dia');
    await sees(driver, '1 of 4 rows cannot be read. Nothing is taken until all can.');
    await sees(driver, '“middle” is no cylinder of this engine (left, right).');
    expect(await log(id)).toEqual([]);
    await cleared(paste);
    await paste.sendKeys(TABLE);
    await (await at.station.field('reading, or leaf')).sendKeys('Dia');
    await sees(driver, '3 rows, all read.');
    await at.station.button('Take 3 readings').click();
    await at.station.logged(id, 3);
    expect((await log(id)).map((e: { value: number }) => e.value)).toEqual([
      77_021_000, 77_018_000, 77_016_000,
    ]);
    await sees(driver, '3 of 6 read');
  });

  it('written out are read back in, to the nanometre', async () => {
    const { driver } = at.browser;
    const from = await freshJob(driver);
    await at.station.open(from);
    for (const text of ['77.021', '3.0315 in', '77.016']) await take(driver, text);
    await at.station.logged(from, 3);
    const csv = (await driver.executeAsyncScript(
      `const done = arguments[1]; fetch('/api/jobs/' + arguments[0] + '/readings.csv').then((r) => r.text()).then(done)`,
      from,
    )) as string;
    const to = await freshJob(driver);
    await at.station.open(to);
    await at.station.button('From a table').click();
    await (await at.station.field('or pasted here')).sendKeys(csv);
    await at.station.button('Take 3 readings').click();
    await at.station.logged(to, 3);
    const essence = (e: { value: number; station: object; instrumentId: string }) => [
      e.value,
      e.station,
      e.instrumentId,
    ];
    expect((await log(to)).map(essence)).toEqual((await log(from)).map(essence));
  });
});

describe('paper', () => {
  it('a bench sheet has a box for every place, what is read in it, and the way back', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    await take(driver, '77.021');
    await at.station.logged(id, 1);
    await formOf(driver).fromPapers('Bench sheet');
    await sees(driver, '77.021');
    await sees(driver, 'the manual wins');
    const qr = await driver.wait(until.elementLocated(By.css('img[alt^="Way back to this job"]')), 5_000);
    expect(await qr.getAttribute('alt')).toContain(`/jobs/${id}`);
    expect(Number(await qr.getAttribute('naturalWidth'))).toBeGreaterThan(100);
  });
});

describe('own repeatability', () => {
  it('is a task at the gauge that hides what was read, and counts from then on', async () => {
    const { driver } = at.browser;
    const gauges = (await api(driver, 'GET', '/gauges')).body as {
      instrument: { id: string; name: string };
    }[];
    const { id } = gauges.find((g) => g.instrument.name.startsWith('Bore gauge 1'))!.instrument;
    await driver.get(`${at.world.base}/gauges/${id}`);
    await sees(driver, 'Yours is not known yet');
    await at.station.button('Study my repeatability').click();
    await (await at.station.field('Part and place')).sendKeys('setting ring 77', Key.ENTER);
    for (let n = 0; n < 10; n += 1) {
      await sees(driver, `${n + 1} of 10`);
      await press(driver, ...(n % 2 ? '77.004' : '77.000'), Key.ENTER);
    }
    expect(await driver.findElement(By.css('[role=dialog]')).getText()).not.toContain('77.004');
    await at.station.button('Done').click();
    // Five each of 0 and 4 µm: √(40 / 9) = 2.108.
    await sees(driver, 's 0.0021 mm from 10 repeats');
    await at.station.button('Good').click();
    await sees(driver, 'Tomasz Adeyemi');
  });

  it('of several people is split into gauge and hands, with a picture', async () => {
    const { driver } = at.browser;
    const gauges = (await api(driver, 'GET', '/gauges')).body as {
      instrument: { id: string; name: string };
    }[];
    const { id } = gauges.find((g) => g.instrument.name.startsWith('Bore gauge 2'))!.instrument;
    await driver.get(`${at.world.base}/gauges/${id}`);
    await sees(driver, '3 people, 3 parts, 3 repeats each.');
    await driver.wait(until.elementLocated(By.css('[role=img] canvas')), 5_000);
    await (await at.station.field('Width of a two-sided tolerance, mm')).sendKeys('0.018');
    await sees(driver, '% of that tolerance');
  });
});

describe('the whole map', () => {
  it('gives the same bits in this browser as here', async () => {
    const { driver } = at.browser;
    const job = await demoJob(driver, 'Varrow 312 MX');
    const { file } = (await api(driver, 'GET', `/jobs/${job}`)).body as { file: JobFile };
    const page = await serveCore();
    const other = await openBrowser();
    try {
      await other.driver.get(page.address);
      const there = await other.driver.executeAsyncScript(
        `const [file, done] = arguments;
         import('/index.js').then((core) => {
           const [map] = core.mapsOf(core.inHouse(JSON.parse(file)), 'mm');
           done(JSON.stringify(core.propagate(map, 8_000)));
         });`,
        JSON.stringify(file),
      );
      expect(there).toBe(JSON.stringify(propagate(mapsOf(inHouse(file), 'mm')[0]!, 8_000)));
    } finally {
      await other.close();
      await page.close();
    }
  });

  it('is worked beside the screen: a strip then carries its interval', async () => {
    const { driver } = at.browser;
    await at.station.open(await demoJob(driver, 'Varrow 644 Twin'));
    await driver.findElement(By.xpath('//button[.//span[text()="Largest bore"]]')).click();
    await sees(driver, '95 % of 200 000 draws of the whole map', 20_000);
    await press(driver, Key.ESCAPE);
    await driver.wait(
      async () => !(await driver.findElement(By.css('body')).getText()).includes('working the map'),
      20_000,
    );
    await driver.findElement(By.xpath('//button[.//span[text()="Loosest clearance"]]')).click();
    await at.station.button('Why this clearance').click();
    await driver.wait(until.elementLocated(By.css('[role=img] canvas')), 5_000);
    await sees(driver, 'Estimates for a liquid-cooled engine');
    await press(driver, Key.ESCAPE);
  });
});
