import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { BOLT_CARD, stripLog, inHouse, type JobFile } from '@tribos/core';
import { violations } from '../lib/axe.mjs';
import { By, Key, openBrowser, sees, signIn, until } from '../lib/browser.mjs';
import { film } from '../lib/camera.mjs';
import { formOf } from '../lib/form.mjs';
import { api, freshJob, press } from '../lib/job.mjs';
import { startWorld } from '../lib/world.mjs';

type World = Awaited<ReturnType<typeof startWorld>>;
type Browser = Awaited<ReturnType<typeof openBrowser>>;
let world: World;
let browser: Browser;
let second: Browser;
let dir: string;
beforeAll(async () => {
  dir = mkdtempSync(join(tmpdir(), 'tribos-phone-'));
  world = await startWorld();
  [browser, second] = await Promise.all([openBrowser(), openBrowser()]);
  await signIn(browser.driver, world.base, 'mirela@ternhollow.example');
  await signIn(second.driver, world.base, 'mirela@ternhollow.example');
});
afterAll(async () => {
  await browser?.close();
  await second?.close();
  await world?.close();
  rmSync(dir, { recursive: true, force: true });
});

const stepAt = (): Promise<string> =>
  browser.driver.executeScript(`return document.querySelector('[data-testid=step]')?.dataset.step ?? ''`);
const stepIs = (step: string): Promise<unknown> =>
  browser.driver.wait(async () => (await stepAt()) === step, 10_000, `never came to ${step}`);

async function begun(engine: string): Promise<string> {
  const id = await freshJob(browser.driver, engine);
  await browser.driver.get(`${world.base}/jobs/${id}/strip`);
  await sees(browser.driver, 'How far does it come apart?');
  await formOf(browser.driver).push('Begin: top end');
  await browser.driver.wait(until.elementLocated(By.css('[data-testid=step]')), 10_000);
  await formOf(browser.driver).push('step');
  return id;
}

const fileOf = async (id: string): Promise<JobFile> =>
  inHouse((await api(browser.driver, 'GET', `/jobs/${id}`)).body.file as JobFile);

describe('the foot-switch of a phone', () => {
  it('moves the mark at a hard stop, and takes the answer when it is held', async () => {
    const { driver } = browser;
    await begun('312 MX');
    while (!(await stepAt()).endsWith('?')) {
      const was = await stepAt();
      await press(driver, ' ');
      await driver.wait(async () => (await stepAt()) !== was, 10_000);
    }
    const at = await stepAt();
    const marked = () =>
      driver.executeScript<string>(
        `return [...document.querySelectorAll('[data-testid=step] button')].find((b) => b.textContent.includes(', marked'))?.textContent ?? ''`,
      );
    const first = await marked();
    await driver.executeScript(`sessionStorage.setItem('tribos:screen', 'screen-of-the-test')`);
    const foot = (held: boolean) =>
      api(second.driver, 'POST', '/session/press', { device: 'screen-of-the-test', held });
    expect((await foot(false)).status).toBe(204);
    await driver.wait(async () => (await marked()) !== first, 10_000, 'the mark never moved');
    expect(await stepAt()).toBe(at);
    // Round to the first answer again, which is the one that may be gone on from.
    for (let i = 0; i < 6 && (await marked()) !== first; i += 1) {
      const was = await marked();
      await foot(false);
      await driver.wait(async () => (await marked()) !== was, 10_000);
    }
    await foot(true);
    await driver.wait(async () => (await stepAt()) !== at, 10_000, 'the held foot took no answer');
  }, 90_000);
});

describe('a label before the camera', () => {
  it('opens its tray', async () => {
    const id = await begun('59');
    for (let i = 0; i < 4; i += 1) {
      const was = await stepAt();
      await press(browser.driver, was.endsWith('?') ? '1' : ' ');
      await browser.driver.wait(async () => (await stepAt()) !== was, 10_000);
    }
    await press(browser.driver, 'b');
    const label = await browser.driver.wait(until.elementLocated(By.css('img[alt^="Label "]')), 10_000);
    const svg = decodeURIComponent((await label.getAttribute('src'))!.split(',').slice(1).join(','));
    await film(join(dir, 'label.y4m'), svg);
    const phone = await openBrowser({
      width: 390,
      height: 844,
      touch: true,
      camera: join(dir, 'label.y4m'),
    });
    try {
      await signIn(phone.driver, world.base, 'tomasz@ternhollow.example');
      await phone.driver.get(`${world.base}/jobs/${id}/strip`);
      await formOf(phone.driver).push('Scan');
      await phone.driver.wait(
        async () => (await phone.driver.getCurrentUrl()).includes('tray=1'),
        20_000,
        'the camera never read the label',
      );
      await sees(phone.driver, 'Tray 1');
    } finally {
      await phone.close();
    }
  }, 90_000);
});

describe('bolts on a photo', () => {
  it('are placed by a tap or by arrows, and kept as a plan of this engine', async () => {
    const { driver } = browser;
    const id = await begun('59');
    const path = join(dir, 'cover.jpg');
    writeFileSync(
      path,
      await sharp({ create: { width: 800, height: 600, channels: 3, background: '#8899aa' } })
        .jpeg()
        .toBuffer(),
    );
    await (await driver.findElement(By.css('input[type=file][accept="image/*"]'))).sendKeys(path);
    await driver.wait(
      async () => ((await api(driver, 'GET', `/jobs/${id}/photos`)).body as unknown[]).length === 1,
      15_000,
    );
    await formOf(driver).push('Bolts on a photo');
    await (
      await driver.wait(until.elementLocated(By.css('button[aria-label^="Photo "]')), 10_000)
    ).sendKeys(Key.ENTER);
    const card = await driver.wait(until.elementLocated(By.css('[data-testid=bolt-card]')), 10_000);
    await driver.wait(async () => (await card.getRect()).height > 100, 10_000);
    await driver.actions().move({ origin: card, x: -100, y: -50 }).click().perform();
    await formOf(driver).push('One in the middle');
    const middle = await driver.findElement(By.css('button[aria-label^="Fastener 2"]'));
    await middle.sendKeys(Key.ARROW_RIGHT, Key.ARROW_RIGHT, Key.ARROW_DOWN);
    await formOf(driver).fill('2: length', 'the long one, 45');
    await formOf(driver).fill('Of which cover', 'starter cover');
    expect(await violations(driver)).toEqual([]);
    await formOf(driver).push('Keep this plan');
    await sees(driver, 'starter cover');
    await driver.wait(async () => stripLog(await fileOf(id)).some(BOLT_CARD.is), 10_000);
    const kept = stripLog(await fileOf(id)).find(BOLT_CARD.is)!;
    expect(kept.holes[1]).toEqual({ at: 2, x: 520, y: 510, text: 'the long one, 45' });
    expect(kept.holes[0]!.x).toBeLessThan(500);
    expect(kept.holes[0]!.y).toBeLessThan(500);
  }, 90_000);
});

describe('a time begun off line', () => {
  it('runs here at once, and in the whole shop when the line is back', async () => {
    const { driver } = browser;
    await begun('644 Twin');
    while ((await stepAt()) !== 'drain-oil') {
      const was = await stepAt();
      if (was.endsWith('?')) await press(driver, '1');
      else await press(driver, ' ');
      await driver.wait(async () => (await stepAt()) !== was, 10_000);
    }
    await browser.offline(true);
    await formOf(driver).push('oil drains: start');
    await sees(driver, 'its time runs');
    await formOf(driver).push('oil drains');
    await sees(driver, 'not told to the shop yet');
    await press(driver, Key.ESCAPE);
    await browser.offline(false);
    await second.driver.get(`${world.base}/`);
    await sees(second.driver, 'Meanwhile', 15_000);
    await sees(second.driver, 'until “oil drains” is over');
    expect(await violations(second.driver)).toEqual([]);
    await stepIs('drain-oil');
  }, 90_000);
});
