import { atTheBench } from '../lib/atTheBench.mjs';
import { violations } from '../lib/axe.mjs';
import { By, Key, openBrowser, sees, signIn, until } from '../lib/browser.mjs';
import { formOf } from '../lib/form.mjs';
import { demoJob, freshJob, press } from '../lib/job.mjs';
import { layout } from '../lib/layout.mjs';

const at = atTheBench();
const driver = () => at.browser.driver;

const STATIONS = [
  'intake',
  'before',
  'strip',
  'clean',
  '',
  'decide',
  'outside',
  'prepare',
  'top',
  'top?at=set-up',
  'top?at=torque',
  'refit',
  'hand-over',
];
/** Width, height, and the least share of the height that is work. */
const SCREENS = [
  [1280, 800, 0.78],
  [820, 1180, 0.78],
  [390, 844, 0.68],
] as const;

const settled = () => driver().executeScript('return document.fonts.ready.then(() => undefined)');
const keep = (unit: string) =>
  driver().executeScript(
    `localStorage.setItem('tribos:settings', JSON.stringify({ unit: '${unit}', theme: 'light' }))`,
  );

const turnOver = async () => {
  await driver().findElement(By.xpath('//button[contains(., ", showing millimetres")]')).click();
  await driver().wait(until.elementLocated(By.xpath('//button[contains(., ", showing inches")]')), 5_000);
  await driver().executeScript("document.documentElement.dataset.theme = 'dark'");
};

describe('the screen belongs to the work', () => {
  const jobs = { bare: '', 'half-way': '', 'with four cylinders': '' };
  beforeAll(async () => {
    jobs.bare = await freshJob(driver());
    jobs['half-way'] = await demoJob(driver(), 'Varrow 312 MX');
    jobs['with four cylinders'] = await demoJob(driver(), 'Varrow 744 Four');
  });

  const open = async (job: string, station: string) => {
    await driver().get(`${at.world.base}/jobs/${job}/${station}`);
    await driver().wait(until.elementLocated(By.css('[data-work]')), 15_000);
    await driver().wait(
      async () => !(await driver().findElement(By.css('body')).getText()).includes('Fetching'),
      10_000,
    );
    await settled();
  };

  const looks = async (what: string) => {
    for (const [width, height, least] of SCREENS) {
      await at.browser.resize(width, height);
      const { share, cut, over, scrolls, outside, across } = await layout(driver());
      const where = `${what} at ${width}`;
      expect([where, 'share', share >= least ? 'enough' : share]).toEqual([where, 'share', 'enough']);
      expect([where, 'cut', ...cut]).toEqual([where, 'cut']);
      expect([where, 'over', ...over]).toEqual([where, 'over']);
      expect([where, 'outside', outside <= 1 ? 0 : outside]).toEqual([where, 'outside', 0]);
      expect([where, 'across', across]).toEqual([where, 'across', 0]);
      if (width < 1024) expect([where, 'scrolls', scrolls <= 1]).toEqual([where, 'scrolls', true]);
    }
  };

  describe.each(Object.keys(jobs) as (keyof typeof jobs)[])('of a job %s', (job) => {
    it.each(STATIONS)(
      'at “%s”: enough of the height, nothing cut, nothing over anything',
      async (station) => {
        await keep('mm');
        await at.browser.resize(1280, 800);
        await open(jobs[job], station);
        await looks(`${job} ${station}`);
        // The other unit and the other light on the same page: inches are longer, and nothing else may move.
        await at.browser.resize(1280, 800);
        await turnOver();
        await looks(`${job} ${station} in inches, bay light off`);
      },
    );
  });
});

describe('the one line of a job', () => {
  it('says what is open to the crank, and unfolds; papers and tools are one menu, by keyboard', async () => {
    await keep('mm');
    await at.browser.resize(1280, 800);
    const id = await demoJob(driver(), 'Varrow 312 MX');
    await driver().get(`${at.world.base}/jobs/${id}/prepare`);
    await sees(driver(), 'open: 4 ways, 3 inside');
    await formOf(driver()).push('Open crank');
    await sees(driver(), 'Open to the crank:');
    expect(await violations(driver())).toEqual([]);
    await press(driver(), Key.ESCAPE);
    await formOf(driver()).push('Papers and tools');
    await driver().wait(until.elementLocated(By.css('[role=menu]')), 5_000);
    expect(await violations(driver())).toEqual([]);
    const items = await driver().findElements(By.css('[role=menuitem]'));
    const names = await Promise.all(items.map((i) => i.getText()));
    expect(names).toEqual(
      expect.arrayContaining(['Job details', 'Timeline', 'Bench sheet', 'Limits', 'Job file']),
    );
    await press(driver(), Key.ESCAPE);
    // What had the focus before has it again.
    const focused = await driver().executeScript('return document.activeElement.getAttribute("aria-label")');
    expect(focused).toBe('Papers and tools');
  });
});

describe('on the phone', () => {
  it('a job is one line, its run one press, a swipe the neighbour; the shop stays outside', async () => {
    const phone = await openBrowser({ width: 390, height: 844, touch: true });
    const { driver: thumb } = phone;
    try {
      await signIn(thumb, at.world.base, 'tomasz@ternhollow.example');
      const id = await freshJob(thumb);
      await thumb.get(`${at.world.base}/jobs/${id}/decide`);
      await sees(thumb, 'Recommended');
      expect(await thumb.findElement(By.css('nav[aria-label=Places]')).isDisplayed()).toBe(false);
      const run = await thumb.findElement(By.css('nav[aria-label="Run sheet"] button'));
      await run.click();
      await sees(thumb, 'you are here');
      expect(await violations(thumb)).toEqual([]);
      await thumb.findElement(By.linkText('Before')).click();
      await sees(thumb, 'As it came in');
      await phone.swipe(-200);
      await thumb.wait(until.urlContains('/strip'), 5_000);
      await phone.swipe(200);
      await thumb.wait(until.urlContains('/before'), 5_000);
      await thumb.findElement(By.css('a[aria-label="To the benches"]')).click();
      await sees(thumb, 'Waits for somebody');
      expect(await thumb.findElement(By.css('nav[aria-label=Places]')).isDisplayed()).toBe(true);
    } finally {
      await phone.close();
    }
  }, 90_000);
});
