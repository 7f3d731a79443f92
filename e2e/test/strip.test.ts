import { BinaryBitmap, HybridBinarizer, QRCodeReader, RGBLuminanceSource } from '@zxing/library';
import sharp from 'sharp';
import {
  effectiveSteps,
  holesOf,
  inHouse,
  jobLedger,
  looseOf,
  openCrank,
  stripLog,
  stripPlan,
  type JobFile,
} from '@tribos/core';
import { violations } from '../lib/axe.mjs';
import { By, Key, openBrowser, sees, signIn, until } from '../lib/browser.mjs';
import { formOf } from '../lib/form.mjs';
import { api, clientId, freshJob, press } from '../lib/job.mjs';
import { startWorld } from '../lib/world.mjs';

type World = Awaited<ReturnType<typeof startWorld>>;
type Browser = Awaited<ReturnType<typeof openBrowser>>;
let world: World;
let browser: Browser;
let second: Browser;
beforeAll(async () => {
  world = await startWorld();
  [browser, second] = await Promise.all([openBrowser(), openBrowser()]);
  await signIn(browser.driver, world.base, 'mirela@ternhollow.example');
  await signIn(second.driver, world.base, 'tomasz@ternhollow.example');
});
afterAll(async () => {
  await browser?.close();
  await second?.close();
  await world?.close();
});

/** The step at hand, with a question mark while its hard stop is asked; empty where none is left. */
const stepAt = ({ driver }: Browser): Promise<string> =>
  driver.executeScript(`return document.querySelector('[data-testid=step]')?.dataset.step ?? ''`);

const moved = (of: Browser, was: string): Promise<unknown> =>
  of.driver.wait(async () => (await stepAt(of)) !== was, 10_000, `nothing went on after ${was}`);

/** One press of the foot-switch: held at a question, where it takes the answer that is marked. */
async function foot(of: Browser): Promise<string> {
  const was = await stepAt(of);
  if (was.endsWith('?')) await of.driver.actions().keyDown(' ').pause(750).keyUp(' ').perform();
  else await press(of.driver, ' ');
  await moved(of, was);
  return was;
}

async function begin(of: Browser, id: string, scope: string): Promise<void> {
  await of.driver.get(`${world.base}/jobs/${id}/strip`);
  await sees(of.driver, 'How far does it come apart?');
  await formOf(of.driver).push(`Begin: ${scope}`);
  await of.driver.wait(until.elementLocated(By.css('[data-testid=step]')), 10_000);
  await formOf(of.driver).push('step');
}

const fileOf = async (of: Browser, id: string): Promise<JobFile> =>
  inHouse((await api(of.driver, 'GET', `/jobs/${id}`)).body.file as JobFile);

const settled = (of: Browser, id: string, done: (file: JobFile) => boolean): Promise<unknown> =>
  of.driver.wait(async () => done(await fileOf(of, id)), 20_000, 'the server never had it all');

/**
 * What the code of a label says, drawn as a label printer would at its own size: looked at as a camera does, again and
 * again and never quite straight; one look in ten takes something else for a corner.
 */
async function readAsCamera(svg: string): Promise<string | null> {
  for (const turned of [0, 4, -5, 9, -12, 17]) {
    const { data, info } = await sharp(Buffer.from(svg), { density: 300 })
      .flatten({ background: '#fff' })
      .rotate(turned, { background: '#fff' })
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const source = new RGBLuminanceSource(new Uint8ClampedArray(data), info.width, info.height);
    try {
      return new QRCodeReader().decode(new BinaryBitmap(new HybridBinarizer(source))).getText();
    } catch {
      continue;
    }
  }
  return null;
}

describe('taking an engine apart', () => {
  it('goes by foot-switch alone, with the server killed in the middle and a second device in it', async () => {
    const id = await freshJob(browser.driver, '312 MX');
    await begin(browser, id, 'top and bottom end');
    await second.driver.get(`${world.base}/jobs/${id}/strip`);
    await second.driver.wait(until.elementLocated(By.css('[data-testid=step]')), 15_000);
    for (let i = 0; i < 8; i += 1) await foot(browser);
    // Both at once, at the same step: it is done once.
    const here = await stepAt(browser);
    await second.driver.wait(async () => (await stepAt(second)) === here, 10_000, 'the second lags behind');
    await Promise.all([press(browser.driver, ' '), press(second.driver, ' ')]);
    await Promise.all([moved(browser, here), moved(second, here)]);
    await world.kill();
    for (let i = 0; i < 6; i += 1) await foot(browser);
    await sees(browser.driver, 'waiting');
    await world.restart();
    for (let i = 0; i < 90 && (await stepAt(browser)) !== ''; i += 1) await foot(browser);
    await sees(browser.driver, 'Stripped.');
    await settled(browser, id, (file) => stripPlan(file).done === stripPlan(file).steps.length);
    const file = await fileOf(browser, id);
    const { steps } = stripPlan(file);
    expect(
      effectiveSteps(stripLog(file))
        .map((s) => s.done.step)
        .sort(),
    ).toEqual(steps.map((s) => s.step.key).sort());
    const wanted = new Map(steps.flatMap((s) => looseOf(file.engine, s.step)).map((l) => [l.item, l.count]));
    expect(new Map(jobLedger(file).map((l) => [l.item, l.out]))).toEqual(wanted);
    expect(openCrank(file).ways).toEqual([
      'intake',
      'plug hole',
      'timing tunnel',
      'crankcase mouth',
      'split case',
    ]);
    await sees(second.driver, 'rag round the rod');
  }, 180_000);

  it('by the section takes under 25 presses, with two exceptions by key', async () => {
    const { driver } = browser;
    const id = await freshJob(driver, '312 MX');
    await begin(browser, id, 'top and bottom end');
    await formOf(driver).push('section');
    let presses = 0;
    const key = async (k: string) => {
      const was = await stepAt(browser);
      await press(driver, k);
      presses += 1;
      return was;
    };
    for (let i = 0; i < 60 && (await stepAt(browser)) !== ''; i += 1) {
      const at = await stepAt(browser);
      if (at === 'exhaust' && presses < 10) {
        await key('k');
        await sees(driver, 'Noted: stuck');
        await moved(browser, await key(' '));
      } else if (at === 'case-bolts?' || at === 'engine-out') {
        if (at === 'engine-out') await moved(browser, await key('x'));
        else await moved(browser, await key('1'));
      } else await moved(browser, await key(at.endsWith('?') ? '1' : ' '));
    }
    expect(presses).toBeLessThan(25);
    await settled(browser, id, (file) => stripPlan(file).done === stripPlan(file).steps.length);
    const odd = stripPlan(await fileOf(browser, id)).steps.flatMap((s) =>
      s.odd.map((o) => [s.step.key, o.why]),
    );
    expect(odd).toEqual([
      ['exhaust', 'stuck'],
      ['engine-out', 'not-there'],
    ]);
  }, 120_000);

  it('catches what cannot stay like that, counts otherwise than listed, and takes the last one back', async () => {
    const { driver } = browser;
    const id = await freshJob(driver, '312 MX');
    await begin(browser, id, 'top end');
    while ((await stepAt(browser)) !== 'chain?') {
      if ((await stepAt(browser)) === 'seat') {
        await press(driver, '-');
        await sees(driver, '5');
      }
      await foot(browser);
    }
    // Space moves the mark; a second one by habit is told that it answers nothing.
    await press(driver, ' ');
    await press(driver, ' ');
    await sees(driver, 'Space does not answer');
    expect(await stepAt(browser)).toBe('chain?');
    await press(driver, '2');
    await sees(driver, 'It falls behind the sprocket and jams');
    expect(await stepAt(browser)).toBe('chain?');
    await press(driver, '1');
    await moved(browser, 'chain?');
    expect(await violations(driver)).toEqual([]);
    await foot(browser);
    expect(await stepAt(browser)).toBe('head-bolts');
    // Its plan shows every fastener of the head, the long one apart.
    const file = await fileOf(browser, id);
    const step = stripPlan(file).steps.find((s) => s.step.key === 'head-bolts')!.step;
    const holes = await driver.findElements(By.css('[aria-label^="Plan of the head"] [role=button]'));
    expect(holes).toHaveLength(holesOf(file.engine, step)!.holes.length);
    expect(await violations(driver)).toEqual([]);
    await press(driver, Key.BACK_SPACE);
    await moved(browser, 'head-bolts');
    expect(await stepAt(browser)).toBe('chain');
    await settled(browser, id, (f) => jobLedger(f).find((l) => l.item === 'panel-bolts')?.out === 5);
    expect(jobLedger(await fileOf(browser, id)).find((l) => l.item === 'chain-wire')).toBeUndefined();
  }, 120_000);

  it('runs backwards to nothing left over, and closes no way over a rag', async () => {
    const { driver } = browser;
    const id = await freshJob(driver, '59');
    await begin(browser, id, 'top end');
    await formOf(driver).push('section');
    while ((await stepAt(browser)) !== '') {
      const at = await stepAt(browser);
      await press(driver, at.endsWith('?') ? '1' : ' ');
      await moved(browser, at);
    }
    // Nothing goes together before somebody has said why it failed.
    await api(driver, 'POST', `/jobs/${id}/log`, {
      entries: [
        { id: clientId(), at: new Date().toISOString(), kind: 'cause', is: 'wear', evidence: [], text: '' },
      ],
    });
    await press(driver, 'c');
    await sees(driver, 'Parts counted');
    await formOf(driver).push('The plug hole is closed');
    await sees(driver, 'Nothing is closed over it.');
    expect(await violations(driver)).toEqual([]);
    // Lost is an exit that wants to be told.
    const line = await driver.findElement(By.xpath('//button[contains(., "piston clips")]'));
    await line.sendKeys(Key.ENTER);
    await formOf(driver).fill('How many', '1');
    await formOf(driver).choose('What became of them', 'lost');
    await formOf(driver).push('Keep');
    await sees(driver, 'How was it searched for, and by whom?');
    await press(driver, Key.ESCAPE);
    await formOf(driver).gone('The plug hole is closed');
    await formOf(driver).push('Put it back together');
    for (let i = 0; i < 60 && (await stepAt(browser)) !== ''; i += 1) {
      const at = await stepAt(browser);
      await press(driver, ' ');
      await moved(browser, at);
    }
    await sees(driver, 'Everything of the list is back.');
    await settled(browser, id, (f) => openCrank(f).ways.length === 0);
    expect(jobLedger(await fileOf(browser, id)).filter((l) => l.open > 0 || l.surplus > 0)).toEqual([]);
  }, 120_000);

  it('prints labels whose text and code read back', async () => {
    const { driver } = browser;
    const id = await freshJob(driver, '59');
    await begin(browser, id, 'top end');
    for (let i = 0; i < 4; i += 1) await foot(browser);
    await press(driver, 'b');
    await sees(driver, 'Print them, or keep as PDF');
    const label = await driver.wait(until.elementLocated(By.css('img[alt^="Label "]')), 10_000);
    const svg = decodeURIComponent((await label.getAttribute('src'))!.split(',').slice(1).join(','));
    const file = await fileOf(browser, id);
    const code = `${String(file.job.number).padStart(4, '0')}-1`;
    for (const text of [code, 'Brask 59', 'Iveta Osei']) expect(svg).toContain(text);
    const read = await readAsCamera(svg);
    expect(read).toBe(`${world.base}/jobs/${id}/strip?tray=1`);
    // What is scanned opens the tray.
    await driver.get(read!);
    await sees(driver, 'Tray 1');
    await formOf(driver).fill('Where it stands', 'rack A, 2');
    await formOf(driver).enter('Where it stands');
    await driver.get(`${world.base}/jobs/${id}/strip`);
    await sees(driver, 'rack A, 2');
  }, 90_000);

  it('on a phone shows the step, its tray and its count, by touch', async () => {
    const id = await freshJob(browser.driver, '59');
    await begin(browser, id, 'top end');
    await second.resize(390, 844);
    try {
      await second.driver.get(`${world.base}/jobs/${id}/strip`);
      await second.driver.wait(until.elementLocated(By.css('[data-testid=step]')), 15_000);
      const was = await stepAt(second);
      const width = await second.driver.executeScript('return document.documentElement.scrollWidth');
      expect(width).toBe(390);
      await formOf(second.driver).push('Done');
      await moved(second, was);
      expect(await violations(second.driver)).toEqual([]);
    } finally {
      await second.resize(1280, 800);
    }
  }, 60_000);
});

describe('what waits by itself', () => {
  it('runs in the top line of every screen of the shop until somebody comes for it', async () => {
    const { driver } = browser;
    const id = await freshJob(driver, '644 Twin');
    await begin(browser, id, 'top end');
    while ((await stepAt(browser)) !== 'drain-oil') await foot(browser);
    await formOf(driver).push('oil drains: start');
    await sees(driver, 'its time runs');
    await second.driver.get(`${world.base}/jobs`);
    await sees(second.driver, 'oil drains');
    await world.kill();
    await world.restart();
    await driver.get(`${world.base}/gauges`);
    await sees(driver, 'oil drains');
    await formOf(driver).push('oil drains');
    await formOf(driver).push('Over: oil drains');
    await driver.wait(
      async () => !(await driver.findElement(By.css('header')).getText()).includes('oil drains'),
      10_000,
    );
    await second.driver.wait(
      async () => !(await second.driver.findElement(By.css('header')).getText()).includes('oil drains'),
      10_000,
      'the other screen still shows it',
    );
  }, 90_000);

  it('tools that are missing are said before the first bolt, once for the shop', async () => {
    const { driver } = browser;
    const id = await freshJob(driver, '212 Y');
    await driver.get(`${world.base}/jobs/${id}/strip`);
    await sees(driver, 'Tools that have to be there first');
    const puller = await driver.findElement(By.css('[role=group][aria-label="flywheel puller"]'));
    await (await puller.findElement(By.xpath('.//button[normalize-space()="missing"]'))).sendKeys(Key.ENTER);
    await sees(driver, 'One is missing: get it before the first bolt.');
    expect(await violations(driver)).toEqual([]);
    const other = await freshJob(driver, '620 Twin');
    await second.driver.get(`${world.base}/jobs/${other}/strip`);
    await sees(second.driver, 'One is missing: get it before the first bolt.');
  }, 60_000);
});
