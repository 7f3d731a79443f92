import { beforeVerdicts, inHouse, leakRunsBefore, type JobFile } from '@tribos/core';
import { violations } from '../lib/axe.mjs';
import { By, Key, openBrowser, sees, signIn } from '../lib/browser.mjs';
import { formOf } from '../lib/form.mjs';
import { api, freshJob, press } from '../lib/job.mjs';
import { startWorld } from '../lib/world.mjs';

type World = Awaited<ReturnType<typeof startWorld>>;
type Browser = Awaited<ReturnType<typeof openBrowser>>;
let world: World;
let browser: Browser;
beforeAll(async () => {
  world = await startWorld();
  browser = await openBrowser();
  await signIn(browser.driver, world.base, 'tomasz@ternhollow.example');
});
afterAll(async () => {
  await browser?.close();
  await world?.close();
});

const fileOf = async (id: string): Promise<JobFile> =>
  inHouse((await api(browser.driver, 'GET', `/jobs/${id}`)).body.file as JobFile);

describe('before it comes apart', () => {
  it('takes compression by keyboard, cylinder after cylinder, and holds it against its limit at this altitude', async () => {
    const { driver } = browser;
    const form = formOf(driver);
    const id = await freshJob(driver, '644 Twin');
    await driver.get(`${world.base}/jobs/${id}/before`);
    await sees(driver, 'Where is it heard?');
    expect(await violations(driver)).toEqual([]);
    await form.fill('Altitude, m', '1500');
    await form.enter('Altitude, m');
    await sees(driver, '83.5 % of its sea-level compression');
    // Digits land in the bar wherever the focus is; Enter keeps them and goes on: wet, then the other cylinder.
    const where = async (name: string) =>
      driver.wait(
        async () => (await driver.findElement(By.css('[data-testid=where]')).getText()) === name,
        8_000,
        `never at ${name}`,
      );
    await driver.executeScript('document.activeElement.blur()');
    await where('left · compression dry');
    await press(driver, ...'10.4', Key.ENTER);
    await where('left · compression wet');
    await press(driver, ...'10.6', Key.ENTER);
    await where('right · compression dry');
    await press(driver, ...'7.1', Key.ENTER);
    await sees(driver, 'Compression right 7.1 bar dry, 8.51 bar as at sea level: past its limit.');
    await sees(driver, 'Spread across cylinders 31.7 %: past its limit.');
    // A strip shows its working.
    await form.push('Compression, right');
    await sees(driver, 'How well it is known');
    await press(driver, Key.ESCAPE);
    await form.push('left · leak-down');
    await form.push('bubbles in the coolant');
    await driver.executeScript('document.activeElement.blur()');
    await press(driver, ...'42', Key.ENTER);
    await sees(driver, 'Heard bubbles in the coolant: gasket or casting.');
    const states = () => fileOf(id).then((f) => beforeVerdicts(f).map((v) => `${v.key} ${v.figure.state}`));
    await driver.wait(async () => (await states()).length === 4, 10_000, 'never kept');
    expect(await states()).toEqual([
      'compression:0 within',
      'compression:1 beyond',
      'spread beyond',
      'leak-down:0 beyond',
    ]);
    // What came in condemns nothing that goes out.
    const list = (await api(driver, 'GET', '/jobs')).body.items as { id: string; overall: string | null }[];
    expect(list.find((j) => j.id === id)!.overall).toBeNull();
  }, 90_000);

  it('a leak test keeps its clock over a reload, and broken off it is kept and not judged', async () => {
    const { driver } = browser;
    const form = formOf(driver);
    const id = await freshJob(driver, '720');
    await driver.get(`${world.base}/jobs/${id}/before`);
    await form.push('volume of the case');
    await press(driver, ...'600', Key.ENTER, ...'150', Key.ENTER, ...'0.45');
    await sees(driver, 'Enter starts the clock');
    await press(driver, Key.ENTER);
    await sees(driver, 'settles, first mark at 1:00');
    await driver.navigate().refresh();
    await sees(driver, 'settles, first mark at 1:00');
    await press(driver, ...'0.44', Key.ENTER);
    await sees(driver, 'kept 0.44');
    await form.fill('Where it bubbles', 'magneto side seal');
    // Too few marks: it cannot be finished yet.
    expect(await driver.findElements(By.xpath('//button[normalize-space()="Finished"]'))).toEqual([]);
    await form.push('Broken off');
    await sees(driver, 'broken off, kept and not judged. Bubbles: magneto side seal.');
    expect(await violations(driver)).toEqual([]);
    await driver.wait(async () => leakRunsBefore(await fileOf(id))[0]?.ended === 'interrupted', 10_000);
    const [run] = leakRunsBefore(await fileOf(id));
    expect(run).toMatchObject({
      figure: null,
      marks: [expect.objectContaining({ pressure: 44 })],
      test: { engineVolume: 600, testerVolume: 150 },
    });
  }, 60_000);

  it('left out, it says what nobody can know later; one key takes the last back', async () => {
    const { driver } = browser;
    const form = formOf(driver);
    const id = await freshJob(driver, '59');
    await driver.get(`${world.base}/jobs/${id}/before`);
    await form.push('Leave it out: Crankcase leak test');
    await sees(driver, 'the cause of a lean seizure stays a guess');
    await form.fill('Why, in a word', 'already apart');
    await form.enter('Why, in a word');
    await sees(driver, 'already apart. Nobody can say later');
    await form.push('white or blistered');
    await sees(driver, 'Spark plug: white or blistered');
    await driver.findElement(By.css('body')).sendKeys(Key.BACK_SPACE);
    await sees(driver, 'Crankcase leak test left out: already apart');
    await driver.get(`${world.base}/jobs/${id}/hand-over`);
    await sees(driver, 'As it came in');
    await driver.get(`${world.base}/jobs/${id}/timeline`);
    await sees(driver, 'Taken back: ');
    expect(await violations(driver)).toEqual([]);
  }, 60_000);
});
