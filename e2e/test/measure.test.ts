import { atTheBench } from '../lib/atTheBench.mjs';
import { By, Key, openBrowser, sees, signIn, until } from '../lib/browser.mjs';
import { demoJob, freshJob, press, serverLog, take } from '../lib/job.mjs';
import { stationOf } from '../lib/station.mjs';

const at = atTheBench();

const TWELVE = [
  '77.020',
  '77.018',
  '77.016',
  '77.015',
  '77.012',
  '77.012',
  '77.021',
  '77.017',
  '77.017',
  '77.014',
  '77.012',
  '77.011',
];

describe('at the gauge, without the mouse', () => {
  it('enters twelve readings and two pistons with one key each beyond the digits, and says what they prove', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    await at.station.isWhere('left · 15 mm · thrust');
    let beyondDigits = 0;
    for (const text of TWELVE) {
      await take(driver, text);
      beyondDigits += 1;
    }
    expect(beyondDigits).toBeLessThan(30);
    await at.station.isWhere('left · piston · gauge height');
    for (const text of ['76.950', '76.951']) await take(driver, text);
    await sees(driver, 'Left bore is 0.085 mm inside its service limit.');
    await sees(driver, 'Measuring is complete. Decide what to do with the engine.');
    await at.station.logged(id, 14);
    const log = await serverLog(driver, id);
    expect(log.map((e: { text: string }) => e.text)).toEqual([...TWELVE, '76.950', '76.951']);
    const gauges = new Set(log.map((e: { instrumentId: string }) => e.instrumentId));
    expect(gauges.size).toBe(2);
  });

  it('takes a wrong one back with one key, repeats with Shift, walks with arrows, changes gauge and unit', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    await take(driver, '77.92');
    await at.station.isWhere('left · 15 mm · pin');
    await press(driver, Key.BACK_SPACE);
    await at.station.isWhere('left · 15 mm · thrust');
    await press(driver, ...'77.092');
    await driver.actions().keyDown(Key.SHIFT).sendKeys(Key.ENTER).keyUp(Key.SHIFT).perform();
    await at.station.isWhere('left · 15 mm · thrust');
    await press(driver, ...'77.093', Key.ENTER);
    await sees(driver, '×2');
    await press(driver, ']');
    await at.station.isWhere('right · 15 mm · pin');
    await press(driver, Key.ARROW_DOWN, Key.ARROW_LEFT);
    await at.station.isWhere('right · 45 mm · 45°');
    await press(driver, Key.ARROW_DOWN, Key.ARROW_DOWN);
    await at.station.isWhere('right · piston · gauge height');
    await press(driver, Key.ARROW_UP);
    const gauge = () => driver.findElement(By.css('select[aria-label=Gauge]')).getAttribute('value');
    const before = await gauge();
    await press(driver, 'i');
    await driver.wait(async () => (await gauge()) !== before, 3_000);
    await press(driver, 'u');
    await at.station.isWhere('right · 3.15 in · thrust');
    await press(driver, 'u');
    await at.station.logged(id, 4);
    expect((await serverLog(driver, id)).map((e: { kind: string }) => e.kind)).toEqual([
      'reading',
      'take-back',
      'reading',
      'reading',
    ]);
  });

  it('keeps what cannot be read in the bar with a sentence', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    await take(driver, '77,0.9');
    await sees(driver, 'mixes commas');
    expect(await at.station.typed()).toBe('77,0.9');
    await press(driver, Key.ESCAPE);
    await driver.wait(async () => (await at.station.typed()) === '', 2_000);
    expect(await serverLog(driver, id)).toEqual([]);
  });

  it('reads a micrometer sum in inches and shows what it makes', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    await press(driver, ...'3 + .025 + .0092 in');
    await sees(driver, '= 77.069 mm');
    await press(driver, Key.ENTER);
    await at.station.logged(id, 1);
    expect((await serverLog(driver, id))[0].value).toBe(77_068_680);
  });

  it('asks about inches typed as millimetres and a turned thimble, each answered with one key', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    await take(driver, '3.0330');
    await sees(driver, 'Was it in?');
    await press(driver, 'y');
    await sees(driver, '3.0330 in stands in for 3.0330');
    await take(driver, '77.530');
    await sees(driver, 'one turn of the thimble');
    await press(driver, 'n');
    await sees(driver, '77.530 stands as typed.');
    await at.station.logged(id, 4);
    const log = await serverLog(driver, id);
    expect(log.map((e: { kind: string; text?: string }) => [e.kind, e.text])).toEqual([
      ['reading', '3.0330'],
      ['reading', '3.0330 in'],
      ['reading', '77.530'],
      ['answer', undefined],
    ]);
    expect(log[1].corrects).toEqual({ readingId: log[0].id, slip: 'unit' });
  });

  it('shows the working: the shape, the gauges that could decide, to the digit', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver, '644 Twin', { plan: 'full' });
    await at.station.open(id);
    for (const text of ['77.094', '77.081', '77.068', '77.079']) await take(driver, text);
    await driver.findElement(By.xpath('//button[.//span[text()="Largest bore"]]')).click();
    for (const text of ['77.0805', '0.0261', '2.2°']) await sees(driver, text);
    await press(driver, Key.ESCAPE);
    await at.station.open(await demoJob(driver, 'Varrow 644 Twin'));
    await driver.findElement(By.xpath('//button[.//span[text()="Largest bore"]]')).click();
    for (const p of ['0.9997', '0.987', '0.893', '0.654']) await sees(driver, p);
  });

  it('works by touch: the keypad of the bar', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    await driver.findElement(By.xpath('//button[text()="keypad"]')).click();
    const pad = await driver.wait(until.elementLocated(By.css('[aria-label=Keypad]')), 3_000);
    for (const k of '77.031') await pad.findElement(By.xpath(`.//button[text()="${k}"]`)).click();
    await pad.findElement(By.xpath('.//button[text()="Accept"]')).click();
    await at.station.logged(id, 1);
    expect((await serverLog(driver, id))[0].text).toBe('77.031');
    const box = await pad.findElement(By.xpath('.//button[text()="7"]')).getRect();
    expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(44);
  });
});

describe('when something goes wrong', () => {
  it('a reload keeps what was half typed and loses no reading', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    await take(driver, '77.020');
    await press(driver, Key.ARROW_DOWN);
    const there = await at.station.where();
    await press(driver, ...'77.0');
    await driver.navigate().refresh();
    await driver.wait(until.elementLocated(By.css('[data-testid=typed]')), 10_000);
    expect(await at.station.typed()).toBe('77.0');
    // The place it was typed for, which is not the next of the plan.
    expect(await at.station.where()).toBe(there);
    await press(driver, ...'18', Key.ENTER);
    await at.station.logged(id, 2);
    expect((await serverLog(driver, id)).map((e: { text: string }) => e.text)).toEqual(['77.020', '77.018']);
  });

  it('kill -9 of the server during entry and a reload: nothing lost, nothing doubled, order kept', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    for (const text of TWELVE.slice(0, 4)) await take(driver, text);
    await at.world.kill();
    for (const text of TWELVE.slice(4, 8)) await take(driver, text);
    await sees(driver, 'waiting');
    await sees(driver, 'Right');
    await at.world.restart();
    await driver.navigate().refresh();
    await driver.wait(until.elementLocated(By.css('[data-testid=where]')), 20_000);
    for (const text of TWELVE.slice(8)) await take(driver, text);
    await at.station.logged(id, 12);
    expect((await serverLog(driver, id)).map((e: { text: string }) => e.text)).toEqual(TWELVE);
    await sees(driver, 'line up');
  });

  it('two browsers on one job see each other’s readings; a second tab doubles nothing', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    const other = await openBrowser();
    try {
      await signIn(other.driver, at.world.base, 'mirela@ternhollow.example');
      await at.station.open(id);
      await stationOf(at.world, other).open(id);
      await take(driver, '77.031');
      await sees(other.driver, '77.031', 4_000);
      await take(other.driver, '77.029');
      await sees(driver, '77.029', 4_000);
      await driver.switchTo().newWindow('tab');
      await at.station.open(id);
      await take(driver, '77.027');
      await at.station.logged(id, 3);
      await driver.close();
      await driver.switchTo().window((await driver.getAllWindowHandles())[0]!);
      await sees(driver, '77.027', 4_000);
      await sees(other.driver, '77.027', 4_000);
    } finally {
      await other.close();
    }
    expect((await serverLog(driver, id)).map((e: { text: string; by: string }) => [e.text, e.by])).toEqual([
      ['77.031', 'Tomasz Adeyemi'],
      ['77.029', 'Mirela Okafor-Lind'],
      ['77.027', 'Tomasz Adeyemi'],
    ]);
  });
});
