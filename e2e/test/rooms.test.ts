import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { violations as violationsOn } from '../lib/axe.mjs';
import { By, cleared, Key, openBrowser, sees, signIn, until } from '../lib/browser.mjs';
import { api, press } from '../lib/job.mjs';
import { startWorld } from '../lib/world.mjs';

type World = Awaited<ReturnType<typeof startWorld>>;
type Browser = Awaited<ReturnType<typeof openBrowser>>;
let world: World;
let browser: Browser;
beforeAll(async () => {
  world = await startWorld();
  browser = await openBrowser();
});
afterAll(async () => {
  await browser?.close();
  await world?.close();
});

const visit = async (path: string, shows: string) => {
  await browser.driver.get(`${world.base}${path}`);
  await sees(browser.driver, shows);
};
const button = (text: string) =>
  browser.driver.findElement(By.xpath(`//button[normalize-space()="${text}"]`));
const field = (label: string) =>
  browser.driver.wait(
    until.elementLocated(By.xpath(`//*[@id=//label[normalize-space()="${label}"]/@for]`)),
    5_000,
  );

const violations = (): Promise<string[]> => violationsOn(browser.driver);

describe('signing in', () => {
  it('refuses a wrong word with a sentence, keeps the address, and lets the right one in', async () => {
    const { driver } = browser;
    await visit('/', 'Tribos');
    expect(await violations()).toEqual([]);
    await driver.findElement(By.css('input[type=email]')).sendKeys('tomasz@ternhollow.example');
    await driver.findElement(By.css('input[type=password]')).sendKeys('wrong', Key.ENTER);
    await sees(driver, 'The address or the password is not right.');
    expect(await driver.findElement(By.css('input[type=email]')).getAttribute('value')).toBe(
      'tomasz@ternhollow.example',
    );
    await signIn(driver, world.base, 'tomasz@ternhollow.example');
    await sees(driver, 'Window bench');
  });

  it('loads at most 200 kB of script for the first view, and no chart', async () => {
    const names = (await browser.driver.executeScript(
      `return performance.getEntriesByType('resource').map((r) => new URL(r.name).pathname).filter((p) => p.endsWith('.js'))`,
    )) as string[];
    const root = fileURLToPath(new URL('../../web/dist', import.meta.url));
    const size = names.reduce((sum, name) => sum + gzipSync(readFileSync(join(root, name))).length, 0);
    expect(names.length).toBeGreaterThan(0);
    expect(size).toBeLessThanOrEqual(200_000);
    expect(
      readdirSync(join(root, 'assets')).filter(
        (n) => names.some((u) => u.endsWith(n)) && /echarts/iu.test(n),
      ),
    ).toEqual([]);
  });
});

describe('home', () => {
  it('shows each bench with its one next action, which leads there', async () => {
    const { driver } = browser;
    await visit('/', 'Window bench');
    await sees(driver, 'Take right · piston · gauge height. It is the last of the plan.');
    await driver.findElement(By.partialLinkText('Take right · piston')).click();
    await driver.wait(until.elementLocated(By.css('[data-testid=where]')), 5_000);
    expect(await driver.findElement(By.css('[data-testid=where]')).getText()).toBe(
      'right · piston · gauge height',
    );
  });

  it('finds a job, an engine and an action with Ctrl K and no mouse', async () => {
    const { driver } = browser;
    await visit('/', 'Window bench');
    await driver.actions().keyDown(Key.CONTROL).sendKeys('k').keyUp(Key.CONTROL).perform();
    const box = await driver.wait(until.elementLocated(By.css('input[role=combobox]')), 5_000);
    await box.sendKeys('hallgrim');
    await driver.wait(async () => (await driver.findElements(By.css('[role=option]'))).length === 2, 5_000);
    // The job, and whose it is.
    await press(driver, Key.ENTER);
    await sees(driver, 'Yusuf Hallgrim · promised');
  });

  it('searches jobs in the address and opens a new one by keyboard', async () => {
    const { driver } = browser;
    await visit('/jobs?search=duarte', 'Anselm Duarte');
    expect(await driver.findElement(By.css('main')).getText()).not.toContain('Hallgrim');
    await visit('/jobs?new=1', 'New job');
    await sees(driver, 'Varrow 744 Four');
    await sees(driver, 'Take it in');
    await button('Take it in').click();
    await sees(driver, 'A name is needed.');
    await field('Engine').sendKeys('Varrow 644');
    await field('Customer').sendKeys('Noor Lindqvist');
    await field('Complaint, and what was done before').sendKeys('smokes');
    await button('Open the job').click();
    await sees(driver, 'Noor Lindqvist');
    await sees(driver, 'left · 15 mm · thrust');
  });
});

describe('limits and gauges', () => {
  it('asks before an odd limit is kept; the second person checks it', async () => {
    const { driver } = browser;
    const engines = (await api(driver, 'GET', '/engines')).body as { id: string; model: string }[];
    const id = engines.find((e) => e.model === '386')!.id;
    await visit(`/engines/${id}?add=bore`, 'Add a limit');
    await field('High').sendKeys('3.3106');
    await field('Document').sendKeys('Trial sheet');
    await button('Add it').click();
    await sees(driver, 'Is the sheet in inches?');
    await field('Unit of the document').sendKeys('in');
    await button('Add it').click();
    await sees(driver, 'unchecked, typed by Tomasz Adeyemi');
    const other = await openBrowser();
    try {
      await signIn(other.driver, world.base, 'mirela@ternhollow.example');
      await other.driver.get(`${world.base}/engines/${id}`);
      const begin = await other.driver.wait(
        until.elementLocated(By.xpath('//button[contains(.,"against the document")]')),
        5_000,
      );
      await begin.click();
      const again = await other.driver.wait(
        until.elementLocated(By.css('[aria-label="Bore, service limit, as the document prints it"]')),
        5_000,
      );
      // What is on file is not on the screen of whoever checks it.
      expect(await other.driver.findElement(By.css('body')).getText()).not.toContain('84.08');
      await again.sendKeys('3.3160', Key.ENTER);
      await sees(other.driver, 'You typed 3.3160; on file is max 3.3106 in. It stays unchecked');
      await cleared(again);
      await again.sendKeys('3.3106', Key.ENTER);
      await sees(other.driver, 'the same: checked');
      await other.driver.findElement(By.xpath('//button[contains(.,"Back to the engine")]')).click();
      await sees(other.driver, 'checked by Mirela Okafor-Lind');
    } finally {
      await other.close();
    }
  });

  it('adds a gauge with the usual figures of its type', async () => {
    const { driver } = browser;
    await visit('/gauges', 'Micrometer 75–100');
    await button('Add a gauge').click();
    await sees(driver, 'Name on its box');
    await field('Type').sendKeys('Calliper');
    await field('Name on its box').sendKeys('Calliper 2');
    await field('Range from, mm').sendKeys('0');
    await field('Range to, mm').sendKeys('200');
    await button('Add it').click();
    await sees(driver, 'Calliper 2');
    const list = (await api(driver, 'GET', '/gauges')).body as {
      instrument: { name: string; maxError: number };
    }[];
    expect(list.find((v) => v.instrument.name === 'Calliper 2')?.instrument.maxError).toBe(30_000);
  });

  it('offers an apprentice only what an apprentice may do', async () => {
    const other = await openBrowser();
    try {
      await signIn(other.driver, world.base, 'ngaire@ternhollow.example');
      await other.driver.get(`${world.base}/gauges`);
      await sees(other.driver, 'Micrometer 75–100');
      expect(await other.driver.findElement(By.css('main')).getText()).not.toMatch(/Add a gauge|Edit/u);
    } finally {
      await other.close();
    }
  });
});
