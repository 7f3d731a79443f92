import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { atTheBench } from '../lib/atTheBench.mjs';
import { violations } from '../lib/axe.mjs';
import { By, sees, signIn, until } from '../lib/browser.mjs';
import { formOf } from '../lib/form.mjs';
import { api, demoJob } from '../lib/job.mjs';
import { asOwner } from '../lib/world.mjs';

const at = atTheBench();
const dir = mkdtempSync(join(tmpdir(), 'tribos-files-'));
afterAll(() => rmSync(dir, { recursive: true }));

const button = (text: string) =>
  at.browser.driver.wait(
    until.elementLocated(By.xpath(`//button[contains(normalize-space(),"${text}")]`)),
    5_000,
  );
const give = async (label: string, name: string, content: string) => {
  const path = join(dir, name);
  writeFileSync(path, content);
  await at.browser.driver.findElement(By.css(`input[aria-label="${label}"]`)).sendKeys(path);
};

describe('a job file', () => {
  let text = '';
  const theirs = 'in a file Tomasz Adeyemi brought in';

  it('is brought in as a new job, and says on every screen that it was said elsewhere', async () => {
    const { driver } = at.browser;
    const id = await demoJob(driver, 'Kaldera 620 Twin');
    text = JSON.stringify((await api(driver, 'GET', `/jobs/${id}/file`)).body, null, 1);
    await at.visit('/jobs', 'Import a job file');
    await give('Job file', 'kaldera.json', text);
    await driver.wait(until.urlMatches(/\/jobs\/[0-9a-f-]{36}$/u), 20_000);
    await sees(driver, 'from a file Tomasz Adeyemi brought in');
    await sees(driver, 'What stands');
    await sees(driver, 'It rests on readings or findings that a file brought in');
    expect(await violations(driver)).toEqual([]);
    const brought = (await driver.getCurrentUrl()).split('/').at(-1)!;
    expect(brought).not.toBe(id);
    await at.visit(`/jobs/${brought}/hand-over`, theirs);
    await formOf(driver).push('Papers and tools');
    const link = await driver.findElement(By.linkText('The file it came in'));
    expect(await link.getAttribute('href')).toContain(`/api/jobs/${brought}/original`);
  }, 60_000);

  it('is asked about the second time, and leads to the job it became', async () => {
    const { driver } = at.browser;
    await at.visit('/jobs', 'Import a job file');
    await give('Job file', 'the same.json', text);
    await sees(driver, 'brought this very file in on');
    expect(await violations(driver)).toEqual([]);
    await driver.findElement(By.linkText('Open that job')).click();
    await sees(driver, 'from a file Tomasz Adeyemi brought in');
  });

  it('that is none is refused with its sentence, and nothing is there', async () => {
    const { driver } = at.browser;
    const before = (await api(driver, 'GET', '/jobs')).body.items.length;
    await at.visit('/jobs', 'Import a job file');
    await give('Job file', 'holiday.json', '{"beach": true}');
    await sees(driver, 'This is not a job file that can be read');
    await sees(driver, 'Nothing was imported');
    expect((await api(driver, 'GET', '/jobs')).body.items).toHaveLength(before);
  });
});

it('a gauge is retired and taken back into use, by keyboard reach and in the list', async () => {
  const { driver } = at.browser;
  const list = (await api(driver, 'GET', '/gauges')).body as { instrument: { id: string; name: string } }[];
  const gauge = list.find((v) => v.instrument.name.startsWith('Telescoping'))!.instrument;
  await at.visit(`/gauges/${gauge.id}`, gauge.name);
  await (await button('Retire it')).click();
  await sees(driver, 'Retired: in use until');
  await at.visit('/gauges', 'Retired: not offered any more');
  expect(await violations(driver)).toEqual([]);
  await driver.findElement(By.linkText(gauge.name)).click();
  await (await button('Back into use')).click();
  await button('Study my repeatability');
  await at.visit('/gauges', gauge.name);
  // What the device kept of the list stands there until the server has answered.
  await driver.wait(
    async () => !(await driver.findElement(By.css('main')).getText()).includes('not offered any more'),
    10_000,
    'it was offered no more',
  );
});

it('says that it is the database that is away, keeps what is typed, and sends it when it is back', async () => {
  const { driver } = at.browser;
  const id = await demoJob(driver, 'Varrow 644 Twin');
  const name = new URL(at.world.ownerUrl).pathname.slice(1);
  await at.station.open(id);
  const note = async (said: string) => {
    await (await button('Note')).click();
    await driver.wait(until.elementLocated(By.css('textarea')), 5_000).sendKeys(said);
    await (await button('Keep the note')).click();
  };
  await asOwner(at.world.ownerUrl, `ALTER DATABASE ${name} CONNECTION LIMIT 0`);
  await asOwner(
    at.world.ownerUrl,
    'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = $1 AND pid <> pg_backend_pid()',
    [name],
  );
  await note('said meanwhile');
  await sees(driver, 'database away · 1 entry waiting');
  await asOwner(at.world.ownerUrl, `ALTER DATABASE ${name} CONNECTION LIMIT -1`);
  await sees(driver, 'line up');
  const { body } = await api(driver, 'GET', `/jobs/${id}`);
  expect(body.file.log.filter((e: { text?: string }) => e.text === 'said meanwhile')).toHaveLength(1);
}, 60_000);

it('the record of the shop is followed, fingerprinted, and held against a fingerprint from outside', async () => {
  const { driver } = at.browser;
  await at.visit('/shop/record', 'may not do this in this shop');
  await driver.manage().deleteAllCookies();
  await driver.navigate().refresh();
  await signIn(driver, at.world.base, 'mirela@ternhollow.example');
  await driver.wait(until.elementLocated(By.linkText('Shop')), 10_000).click();
  await driver.wait(until.elementLocated(By.linkText('Who did what')), 10_000).click();
  await sees(driver, 'Yes: nothing was changed or cut off.');
  await sees(driver, 'signed in');
  expect(await violations(driver)).toEqual([]);
  const { body: print } = await api(driver, 'POST', '/record/fingerprint', {});
  await give('Fingerprint', 'print.json', JSON.stringify(print));
  await sees(driver, 'It holds.');
  await give('Fingerprint', 'forged.json', JSON.stringify({ ...print, hash: 'f'.repeat(64) }));
  await sees(driver, 'It does not hold.');
  await give('Fingerprint', 'nothing.json', 'nothing');
  await sees(driver, 'nothing.json is not a fingerprint');
  // Who is gone is offered no more, and is back at a touch.
  await driver.findElement(By.linkText('Customers')).click();
  const gone = await button('Retire');
  const name = (await gone.getAttribute('aria-label'))!.replace('Retire: ', '');
  await gone.click();
  const back = await driver.wait(
    until.elementLocated(By.css(`button[aria-label="Offer again: ${name}"]`)),
    5_000,
  );
  const offered = async () =>
    ((await api(driver, 'GET', '/customers')).body as { name: string }[]).some((c) => c.name === name);
  expect(await offered()).toBe(false);
  await back.click();
  await driver.wait(until.elementLocated(By.css(`button[aria-label="Retire: ${name}"]`)), 5_000);
  expect(await offered()).toBe(true);
}, 60_000);
