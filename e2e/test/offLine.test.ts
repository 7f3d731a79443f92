import { atTheBench } from '../lib/atTheBench.mjs';
import { By, Key, openBrowser, sees, signIn, until } from '../lib/browser.mjs';
import { api, clientId, freshJob, press, serverLog, take } from '../lib/job.mjs';
import { stationOf } from '../lib/station.mjs';

const at = atTheBench();
/** How long the server stays away. */
const DOWN_MS = 60_000;
const log = (id: string) => serverLog(at.browser.driver, id);

/** Someone else at another device. */
async function withColleague(does: (other: Awaited<ReturnType<typeof openBrowser>>) => Promise<void>) {
  const other = await openBrowser();
  try {
    await signIn(other.driver, at.world.base, 'mirela@ternhollow.example');
    await does(other);
  } finally {
    await other.close();
  }
}

describe('when the line is down', () => {
  it('the page loads and the job is measured on; every reading goes up once, in order', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    // The screens are kept when the browser finds the time; a page that came before that is not served by them.
    const kept = () => driver.executeScript('return navigator.serviceWorker.controller !== null');
    for (let n = 0; n < 5; n += 1) {
      await at.station.open(id);
      for (let wait = 0; wait < 40 && !(await kept()); wait += 1) await driver.sleep(250);
      if (await kept()) break;
    }
    expect(await kept()).toBe(true);
    await take(driver, '77.021');
    await at.station.logged(id, 1);
    // Long enough for what was seen to be kept.
    await driver.sleep(1_500);
    const down = Date.now();
    await at.world.kill();
    await take(driver, '77.020');
    await driver.navigate().refresh();
    await driver.wait(until.elementLocated(By.css('[data-testid=where]')), 15_000);
    await at.station.isWhere('left · 45 mm · thrust');
    for (const text of ['77.016', '77.015']) await take(driver, text);
    await sees(driver, '3 entries waiting');
    // Down for as long as a router takes to come back, and reloaded once more meanwhile.
    await driver.sleep(Math.max(0, DOWN_MS - (Date.now() - down)));
    await driver.navigate().refresh();
    await sees(driver, '3 entries waiting');
    await at.world.restart();
    await at.station.logged(id, 4);
    expect((await log(id)).map((e: { text: string }) => e.text)).toEqual([
      '77.021',
      '77.020',
      '77.016',
      '77.015',
    ]);
    await sees(driver, 'line up');
  }, 240_000);

  it('goes where the work goes on now, not where it went on when this device last saw the job', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    await at.station.isWhere('left · 15 mm · thrust');
    // Long enough for what was seen to be kept.
    await driver.sleep(1_500);
    await driver.get('about:blank');
    await withColleague(async (other) => {
      await stationOf(at.world, other).open(id);
      await take(other.driver, '77.021');
      await stationOf(at.world, other).logged(id, 1);
    });
    // What the device saw last stands there first: the line is back a moment later.
    await at.browser.offline(true);
    await at.station.open(id);
    await at.station.isWhere('left · 15 mm · thrust');
    await at.browser.offline(false);
    await at.station.isWhere('left · 15 mm · pin');
    await sees(driver, 'The job went on meanwhile: it is left · 15 mm · pin now.');
    // From here on only a hand moves it: a reading taken elsewhere does not.
    await press(driver, Key.ARROW_DOWN);
    await at.station.isWhere('left · 45 mm · pin');
    await withColleague(async (other) => {
      await stationOf(at.world, other).open(id);
      await take(other.driver, '77.020');
      await stationOf(at.world, other).logged(id, 2);
    });
    await sees(driver, '77.020');
    await at.station.isWhere('left · 45 mm · pin');
  });

  it('someone else takes the same place meanwhile: both are kept, and it is asked', async () => {
    const { driver } = at.browser;
    const id = await freshJob(driver);
    await at.station.open(id);
    await take(driver, '77.021');
    await at.station.logged(id, 1);
    const first = (await log(id))[0] as { instrumentId: string };
    await withColleague(async (other) => {
      await at.browser.offline(true);
      await take(driver, '77.018');
      await sees(driver, 'waiting');
      const station2 = { part: 'bore', cylinder: 0, depth: 15_000_000, angle: 90 };
      const sent = await api(other.driver, 'POST', `/jobs/${id}/log`, {
        entries: [
          {
            id: clientId(),
            kind: 'reading',
            at: new Date().toISOString(),
            station: station2,
            instrumentId: first.instrumentId,
            text: '77.024',
          },
        ],
      });
      expect(sent.status).toBe(200);
      await at.browser.offline(false);
      await sees(driver, 'Mirela Okafor-Lind took this station meanwhile: 77.024', 20_000);
      await press(driver, 'y');
      await at.station.logged(id, 4);
      const entries = (await log(id)) as { kind: string; text: string }[];
      expect(entries.map((e) => e.text ?? e.kind)).toEqual(['77.021', '77.024', '77.018', 'answer']);
    });
  });
});
