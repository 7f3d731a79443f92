import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { violations } from '../lib/axe.mjs';
import { By, Key, openBrowser, sees } from '../lib/browser.mjs';
import { formOf } from '../lib/form.mjs';
import { api, press, serverLog, take } from '../lib/job.mjs';
import { startEmptyWorld } from '../lib/world.mjs';

type World = Awaited<ReturnType<typeof startEmptyWorld>>;
type Browser = Awaited<ReturnType<typeof openBrowser>>;

const worlds: World[] = [];
const browsers: Browser[] = [];
const dir = mkdtempSync(join(tmpdir(), 'tribos-files-'));
afterAll(async () => {
  for (const b of browsers) await b.close();
  for (const w of worlds) await w.close();
  rmSync(dir, { recursive: true, force: true });
});

const PASSWORD = 'a longer word 12';

/** An empty house with a browser before its door. */
async function house() {
  const world = await startEmptyWorld();
  worlds.push(world);
  const browser = await openBrowser();
  browsers.push(browser);
  const { driver } = browser;
  const visit = async (path: string, shows: string) => {
    await driver.get(`${world.base}${path}`);
    await sees(driver, shows);
  };
  return { world, driver, visit, form: formOf(driver) };
}
type House = Awaited<ReturnType<typeof house>>;

/** Founds the shop, its benches and its gauges, by keyboard alone. */
async function found({ world, driver, visit, form }: House, shop: string, lead: string, unit: 'mm' | 'in') {
  await visit(`/#${world.code}`, 'Found yours');
  expect(await violations(driver)).toEqual([]);
  expect(await driver.getCurrentUrl()).not.toContain(String(world.code));
  await press(driver, shop, Key.TAB, unit === 'in' ? 'i' : 'm', Key.TAB, Key.TAB, lead, Key.TAB);
  await press(driver, 'lead@lakeside.example', Key.TAB, PASSWORD, Key.ENTER);
  await sees(driver, 'To begin with');
  expect(await violations(driver)).toEqual([]);
  await visit('/shop', 'Another bench');
  await form.fill('Another bench', 'Bench by the window');
  await form.enter('Another bench');
  await sees(driver, 'Rename');
  await visit('/gauges?choose=usual', 'Which of these do you have?');
  expect(await violations(driver)).toEqual([]);
  await form.push('Hang up');
  await form.gone('Hang up');
  await sees(driver, 'usual for its type');
}

async function copyPage(
  { driver, visit, form }: House,
  id: string,
  lines: readonly string[],
  of: readonly [string, string],
) {
  await visit(`/engines/${id}?copy=page`, 'Copy a page');
  const [party, document] = of;
  if (party !== '') {
    await form.choose('Who says so', 'maker of the part');
    await form.fill('Name', party);
  }
  await form.fill('Document', document);
  await form.fill('Page', '12');
  const page = await driver.findElement(By.css('textarea'));
  await page.sendKeys(lines.join('\n'), Key.chord(Key.CONTROL, Key.ENTER));
  await form.gone('Keep');
}

/** An invented saw, in inches, in no demo. */
async function copyEngine(at: House): Promise<string> {
  const { driver, visit, form } = at;
  await visit('/engines/new', 'This much is enough to begin');
  await form.fill('Maker', 'Orlo');
  await form.fill('Model', 'Vixen 180');
  await form.choose('In what', 'chainsaw, two-stroke');
  await form.fill('Bore,', '2.2050');
  expect(await violations(driver)).toEqual([]);
  await form.enter('Model');
  await sees(driver, 'Copy a page');
  const [engine] = (await api(driver, 'GET', '/engines')).body as { id: string }[];
  const { id } = engine!;
  // Everything else that is known of it is typed on.
  await visit(`/engines/${id}/edit`, '0° points to');
  await form.fill('Stroke,', '2.0000');
  await form.choose('Wall of the bore', 'nickel');
  await form.fill('0° points to', 'exhaust');
  await form.fill('First depth', '.400');
  await form.fill('Second depth', '1.000');
  await form.fill('Third depth', '2.300');
  await form.fill('Depth of the wall', '2.600');
  await form.fill('Windows of the wall', 'exhaust .850-1.950\ntransfer 1.150-1.950 55-125 both sides');
  await sees(driver, 'exhaust: the angles it spans are missing');
  await form.fill('Windows of the wall', 'exhaust .850-1.950 ±36\ntransfer 1.150-1.950 55-125 both sides');
  const wall = await driver.findElement(By.css('svg[aria-label^="The wall unrolled"]'));
  expect(await wall.getAttribute('aria-label')).toContain('transfer left 1.15 to 1.95, 235° to 305°');
  expect(await violations(driver)).toEqual([]);
  await form.enter('Model');
  await sees(driver, 'Add a limit');
  await copyPage(
    at,
    id,
    ['bore 2.2050-2.2055, limit 2.2080', 'out of round limit .0020', 'taper limit .0020'],
    ['', 'Vixen service book'],
  );
  await copyPage(at, id, ['clearance .0024-.0032, limit .0055'], ['Fennick', 'Fennick kit sheet']);
  await visit(`/engines/${id}?kit=new`, 'Add a piston or kit');
  await form.fill('Maker', 'Fennick');
  await form.fill('What it is called', 'standard');
  await form.fill('Piston on its sheet', '2.2122');
  await form.enter('Maker');
  await sees(driver, 'larger than its bore');
  await form.fill('Piston on its sheet', '2.2022');
  await form.fill('Gauge height', '.500');
  await form.enter('Maker');
  await form.gone('Add it');
  await sees(driver, 'Fennick');
  return id;
}

/** A name opens a job; five readings bring its verdicts. */
async function measure({ driver, visit, form }: House): Promise<{ job: string; verdicts: unknown }> {
  await visit('/jobs?new=1', 'New job');
  await form.choose('Engine', 'Orlo');
  await form.fill('Customer', 'Wanjiru Bell');
  await form.choose('Plan of the bores', 'quick');
  await form.choose('Piston found in it', 'Fennick');
  await form.enter('Customer');
  await sees(driver, 'of 4 read');
  const job = /jobs\/([0-9a-f-]+)/u.exec(await driver.getCurrentUrl())![1]!;
  for (const [n, text] of ['2.2081', '2.2079', '2.2077', '2.2078', '2.2022'].entries()) {
    await take(driver, text);
    await driver.wait(
      async () => (await serverLog(driver, job)).length === n + 1,
      8_000,
      `${text} never arrived`,
    );
  }
  const { body } = await api(driver, 'GET', `/jobs/${job}/verdicts?unit=in`);
  return { job, verdicts: body };
}

/** What stands, whatever its ids and whoever typed it. */
const plain = (verdicts: unknown): unknown =>
  JSON.parse(
    JSON.stringify(verdicts)
      .replace(/"[0-9a-f]{8}-[0-9a-f-]{27}"/gu, '"id"')
      .replace(/Iris Novak|Sefa Aldana/gu, 'the lead'),
  );

describe('an empty house', () => {
  it('by the screens alone becomes a shop with a verdict on an engine of its own; its file gives another shop the same', async () => {
    const own = await house();
    await found(own, 'Lakeside Engine Works', 'Iris Novak', 'in');
    const id = await copyEngine(own);
    const { verdicts } = await measure(own);
    await sees(own.driver, 'Loosest clearance is 0.0004 in past its service limit.');
    await sees(own.driver, 'The limit is unchecked');
    await own.visit('/', 'Bench by the window');
    expect(await own.driver.findElement(By.css('body')).getText()).not.toContain('To begin with');

    const file = (await api(own.driver, 'GET', `/engines/${id}/file`)).body as object;
    const path = join(dir, 'vixen.engine.json');
    writeFileSync(path, JSON.stringify(file));
    const other = await house();
    await found(other, 'Hillside Saws', 'Sefa Aldana', 'in');
    await other.visit('/engines', 'Bring in a file');
    await other.driver.findElement(By.css('input[type=file]')).sendKeys(path);
    await sees(other.driver, 'Orlo Vixen 180');
    expect(await violations(other.driver)).toEqual([]);
    await other.form.push('Bring the engine in');
    await sees(other.driver, 'unchecked, typed by Sefa Aldana');
    const there = await measure(other);
    expect(plain(there.verdicts)).toEqual(plain(verdicts));
    const [engine] = (await api(other.driver, 'GET', '/engines')).body as { id: string }[];
    expect((await api(other.driver, 'GET', `/engines/${engine!.id}/file`)).body).toEqual(file);
  }, 300_000);

  it('lets a second person in by a link, who takes the tablet over by PIN and checks what the first typed', async () => {
    const at = await house();
    const { driver, visit, form, world } = at;
    await found(at, 'Lakeside Engine Works', 'Iris Novak', 'mm');
    await visit('/shop/people', 'Who may do what');
    expect(await violations(driver)).toEqual([]);
    await form.fill('For whom', 'Bo');
    await form.enter('For whom');
    await sees(driver, 'comes in, once');
    const text = await driver.findElement(By.css('body')).getText();
    const link = /http:\/\/\S+\/join#[\w-]+/u.exec(text)![0];
    await driver.executeScript('return fetch("/api/session", { method: "DELETE" })');
    await driver.get('about:blank');
    await driver.get(link);
    await sees(driver, 'Iris Novak invites you to Lakeside Engine Works, as technician.');
    await press(
      driver,
      'Bo Achterberg',
      Key.TAB,
      'bo@lakeside.example',
      Key.TAB,
      'another long word',
      Key.ENTER,
    );
    await sees(driver, 'Benches');
    await visit('/me', 'PIN, for one tablet among several');
    expect(await violations(driver)).toEqual([]);
    await form.fill('PIN', '2468');
    await form.fill('Your password', 'another long word');
    await form.enter('Your password');
    await sees(driver, 'Set.');

    // Back to the lead’s tablet.
    await driver.executeScript('return fetch("/api/session", { method: "DELETE" })');
    await driver.get(world.base);
    await form.fill('Email', 'lead@lakeside.example');
    await form.fill('Password', PASSWORD);
    await form.enter('Password');
    await sees(driver, 'Iris Novak');
    await form.push('Iris Novak');
    await press(driver, Key.ENTER);
    await sees(driver, 'Who has the gauge now?');
    expect(await violations(driver)).toEqual([]);
    await form.push('Bo Achterberg');
    await form.fill('PIN of Bo', '1111');
    await form.enter('PIN of Bo');
    await sees(driver, 'That is not the PIN of Bo Achterberg.');
    await form.fill('PIN of Bo', '2468');
    await form.enter('PIN of Bo');
    await sees(driver, 'technician, by PIN');
    const session = (await api(driver, 'GET', '/session')).body as { session: { person: { name: string } } };
    expect(session.session.person.name).toBe('Bo Achterberg');
  }, 120_000);
});
