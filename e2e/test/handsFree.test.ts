import { atTheBench } from '../lib/atTheBench.mjs';
import { By, cleared, Key, sees } from '../lib/browser.mjs';
import { setHandsFree, startGauge, typesInOneGo } from '../lib/gauge.mjs';
import { freshJob, press, serverLog, take } from '../lib/job.mjs';

const at = atTheBench();
let gauge: Awaited<ReturnType<typeof startGauge>>;
beforeAll(async () => {
  gauge = await startGauge();
});
afterAll(() => gauge?.close());

interface Entry {
  readonly kind: string;
  readonly text: string;
  readonly value: number;
  readonly station: { part: string; cylinder: number; depth?: number; angle?: number };
  readonly corrects: { slip: string } | null;
}
const SPACE = ' ';
const connected = () => sees(at.browser.driver, 'connected, Space takes it');

describe('with the gauge stand-in and a foot-switch', () => {
  it('measures both bores and both pistons of a twin with no key but Space and no pointer', async () => {
    const { driver } = at.browser;
    await setHandsFree(driver, { line: gauge.line });
    const id = await freshJob(driver);
    await at.station.open(id);
    await connected();
    // A question (wear that looks like a slip) is a press more; what is asked for again is read again.
    let presses = 0;
    const text = () => driver.findElement(By.css('[data-work]')).getText();
    for (; presses < 60 && /\d+ to go|last of the plan|twice more/u.test(await text()); presses += 1) {
      await press(driver, SPACE);
      await driver.sleep(250);
    }
    // Read in two directions it may ask for a third, never for one of the plan.
    expect(await text()).toMatch(/Measuring is complete|third direction/u);
    await sees(driver, 'line up');
    const log = (await serverLog(driver, id)) as Entry[];
    expect(new Set(log.map((e) => JSON.stringify(e.station))).size).toBe(14);
    expect(log.filter((e) => e.station.part === 'piston')).toHaveLength(2);
    // What was taken down is what the gauge sent, in order, about a truth only it knows.
    const sent = ((await gauge.state()) as { sent: { text: string; truth: number }[] }).sent.slice(
      -log.length,
    );
    expect(log.map((e) => e.text)).toEqual(sent.map((s) => s.text));
    for (const [i, s] of sent.entries()) expect(Math.abs(log[i]!.value / 1e6 - s.truth)).toBeLessThan(0.012);
    await sees(driver, 'Left bore is');
    await sees(driver, 'Right bore is');
    await sees(driver, 'Right tightest clearance');
  });

  it('reads a whole map by comparator, three times a place, and closes its zero, all with Space', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver, '386', { plan: 'quick' });
    await at.station.open(id);
    await connected();
    await press(driver, 'z');
    const size = await at.station.field('Size set, mm');
    await cleared(size);
    await size.sendKeys('84.030');
    await driver.findElement(By.xpath('//button[.="anticlockwise"]')).click();
    await at.station.button('Read by deviation from here').click();
    const text = () => driver.findElement(By.css('[data-work]')).getText();
    // From here on nothing but the foot-switch.
    for (let n = 0; n < 60 && !(await text()).includes('closing zero'); n += 1) {
      await press(driver, SPACE);
      await driver.sleep(250);
    }
    await press(driver, SPACE);
    await sees(driver, 'Closing zero of');
    await press(driver, SPACE);
    await sees(driver, 'corrected.');
    await press(driver, SPACE);
    await sees(driver, 'line up');
    await driver.wait(
      async () => ((await serverLog(driver, id)) as Entry[]).some((e) => e.kind === 'closing-zero'),
      8_000,
    );
    const log = (await serverLog(driver, id)) as Entry[];
    const bores = log.filter((e) => e.kind === 'reading' && e.station.part === 'bore');
    expect(log[0]!.kind).toBe('zero');
    expect(new Set(bores.map((e) => JSON.stringify(e.station))).size).toBe(4);
    expect(bores.length).toBeGreaterThanOrEqual(12);
    for (const e of bores) expect(Math.abs(e.value / 1e6 - 84.03)).toBeLessThan(0.05);
    // Held in its setting the stand-in shows its zero, give or take a scatter.
    expect(Math.abs(log.find((e) => e.kind === 'closing-zero')!.value)).toBeLessThanOrEqual(6_000);
  });

  it('asks about a thimble read a turn off; Space says yes', async () => {
    const { driver } = at.browser;
    await gauge.knobs({ slip: 1 });
    const id = await freshJob(driver);
    await at.station.open(id);
    await connected();
    await press(driver, 'i', 'i');
    await press(driver, SPACE);
    await sees(driver, 'one turn of the thimble');
    await gauge.knobs({ slip: 0 });
    await press(driver, SPACE);
    await at.station.logged(id, 2);
    const log = (await serverLog(driver, id)) as Entry[];
    expect(log[1]!.corrects).toMatchObject({ slip: 'thimble-turn' });
    expect(log[0]!.value - log[1]!.value).toBe(500_000);
  });

  it('survives the gauge being unplugged mid-reading, typing meanwhile, and finds it again', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    await connected();
    await press(driver, SPACE);
    await at.station.logged(id, 1);
    await gauge.unplug();
    await sees(driver, 'gauge is gone: type meanwhile');
    await press(driver, SPACE);
    await sees(driver, 'No gauge is connected');
    await take(driver, '77.041');
    await at.station.logged(id, 2);
    await gauge.plug();
    await connected();
    await press(driver, SPACE);
    await at.station.logged(id, 3);
    const log = (await serverLog(driver, id)) as Entry[];
    expect(log[1]!.text).toBe('77.041');
    expect(new Set(log.map((e) => JSON.stringify(e.station))).size).toBe(3);
  });

  it('takes a reading sent by the gauge’s own button, and keeps one that does not fit in the bar', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    await connected();
    await gauge.press();
    await at.station.logged(id, 1);
    await press(driver, ...'77.0');
    await gauge.press();
    await at.station.logged(id, 2);
    // Half a figure typed by hand is still there.
    expect(await at.station.typed()).toBe('77.0');
    await press(driver, Key.ESCAPE);
  });

  it('connects by its sheet, and lets go again', async () => {
    const { driver } = at.browser;
    await setHandsFree(driver, {});
    await at.station.open(await freshJob(driver));
    await at.station.button('Hands free').click();
    const address = await at.station.field('Address');
    await cleared(address);
    await address.sendKeys('ws://elsewhere.example:1', Key.ENTER);
    await sees(driver, 'A gauge on this machine');
    await cleared(address);
    await address.sendKeys(gauge.line, Key.ENTER);
    await sees(driver, 'the foot-switch (Space) takes what it shows');
    await at.station.button('Let it go').click();
    await sees(driver, 'No gauge is connected.');
  });
});

describe('a gauge that types', () => {
  it('is told from a hand by what it puts around its figure', async () => {
    const { driver } = at.browser;
    await setHandsFree(driver, { prefix: 'D=', suffix: 'mm' });
    const id = await freshJob(driver);
    await at.station.open(id);
    await typesInOneGo(driver, 'D=+077.0410mm');
    await at.station.logged(id, 1);
    expect(((await serverLog(driver, id)) as Entry[])[0]!.text).toBe('77.0410');
    // The same letter from a hand is no gauge: it is typed on.
    await press(driver, ...'77.043', Key.ENTER);
    await at.station.logged(id, 2);
    await setHandsFree(driver, {});
  });
});
