import { By, Key, openBrowser, sees, signIn, until } from '../lib/browser.mjs';
import { keyboardOf, thumbOf } from '../lib/hands.mjs';
import { api, demoJob, freshJob, serverLog } from '../lib/job.mjs';
import { startWorld } from '../lib/world.mjs';

type Keys = ReturnType<typeof keyboardOf>;
type Thumb = ReturnType<typeof thumbOf>;
type Browser = Awaited<ReturnType<typeof openBrowser>>;

const MODEL = '386';
const jobs = { keys: '', thumb: '', rings: '' };
let world: Awaited<ReturnType<typeof startWorld>>;
let desk: Browser;
let phone: Browser;
let keys: Keys;
let thumb: Thumb;
beforeAll(async () => {
  world = await startWorld();
  desk = await openBrowser();
  phone = await openBrowser({ width: 390, height: 844, touch: true });
  for (const { driver } of [desk, phone]) await signIn(driver, world.base, 'mirela@ternhollow.example');
  jobs.keys = await freshJob(phone.driver, MODEL);
  jobs.thumb = await freshJob(phone.driver, MODEL);
  jobs.rings = await demoJob(phone.driver, 'Varrow 312 MX');
  keys = keyboardOf(desk.driver);
  thumb = thumbOf(phone.driver);
}, 120_000);
afterAll(async () => {
  await phone?.close();
  await desk?.close();
  await world?.close();
});

const reading = (figure: string) => ({
  keys: () => keys.press(...figure, Key.ENTER),
  thumb: async () => {
    const open = await phone.driver.findElements(By.css('[aria-label=Keypad]'));
    if (open.length === 0) await thumb.tap('keypad');
    for (const digit of figure) await thumb.tap(digit);
    await thumb.tap('Accept');
  },
});

/** A station, what it shows when it is there, and one entry of it by either hand. */
const DEEDS: readonly {
  readonly station: string;
  readonly shows: string;
  readonly job?: 'rings';
  /** What is written down; the log of the job where it is left out. */
  readonly entry?: (job: { complaint: string }, decisions: unknown[]) => boolean;
  readonly keys: () => Promise<unknown>;
  readonly thumb: () => Promise<unknown>;
}[] = [
  {
    station: 'intake',
    shows: 'Photos and sounds',
    entry: (job) => job.complaint.includes('runs rich'),
    keys: async () => {
      await keys.to('Complaint');
      await keys.press(...'runs rich');
      await keys.to('Keep it');
      await keys.press(Key.ENTER);
    },
    thumb: async () => {
      await thumb.tap('Complaint');
      await thumb.type('runs rich');
      await thumb.tap('Keep it');
    },
  },
  { station: 'before', shows: 'As it came in', ...reading('9.4') },
  {
    station: 'strip',
    shows: 'Begin: ',
    keys: async () => {
      await keys.to('Begin: top end');
      await keys.press(Key.ENTER);
    },
    thumb: () => thumb.tap('Begin: top end'),
  },
  { station: 'clean', shows: 'to look at', keys: () => keys.press('1'), thumb: () => thumb.tap('1 Reuse') },
  { station: '', shows: 'What stands', ...reading('84.03') },
  {
    station: 'decide',
    shows: 'Recommended',
    entry: (_, decisions) => decisions.length > 0,
    keys: async () => {
      await keys.to('Another cylinder');
      await keys.press(Key.ENTER);
      await keys.to('Choose Another cylinder');
      await keys.press(Key.ENTER);
      await keys.to('Why');
      await keys.press(...'its fins are broken');
      await keys.to('Decide');
      await keys.press(Key.ENTER);
    },
    thumb: async () => {
      await thumb.tap('Another cylinder');
      await thumb.tap('Choose Another cylinder');
      await thumb.tap('Why');
      await thumb.type('its fins are broken');
      await thumb.tap('Decide', '//form');
    },
  },
  {
    station: 'outside',
    shows: 'Head or crank goes out',
    keys: async () => {
      await keys.to('Head or crank goes out');
      await keys.press(Key.ENTER);
      await keys.to('What is wanted');
      await keys.press(...'seats cut');
      await keys.to('Write it out');
      await keys.press(Key.ENTER);
    },
    thumb: async () => {
      await thumb.tap('Head or crank goes out');
      await thumb.tap('What is wanted');
      await thumb.type('seats cut');
      await thumb.tap('Write it out');
    },
  },
  {
    station: 'prepare',
    shows: 'Top ring',
    job: 'rings',
    keys: () => keys.press('f'),
    thumb: async () => {
      const next = await phone.driver.findElement(By.css('[aria-label=Next] button[type=submit]'));
      await thumb.tap((await next.getText()).split('\n')[0]!);
    },
  },
  {
    station: 'top',
    shows: 'Put the top end together',
    keys: async () => {
      await keys.to('Begin, by');
      await keys.press(Key.ENTER);
    },
    thumb: () => thumb.tap('Begin, by'),
  },
  { station: 'top?at=set-up', shows: 'Set-up', ...reading('0.1') },
  {
    station: 'top?at=torque',
    shows: 'Which wrench?',
    keys: async () => {
      await keys.press(' ');
      await keys.to('Wrench');
      await keys.press(...'Click 60');
      await keys.to('All of its range');
      await keys.press(...'60');
      await keys.to('The threads are');
      await keys.press(...'oiled');
      await keys.to('Tighten with it');
      await keys.press(Key.ENTER);
    },
    thumb: async () => {
      await thumb.tap('Which wrench?');
      await thumb.tap('Wrench');
      await thumb.type('Click 60');
      await thumb.tap('All of its range');
      await thumb.type('60');
      // The phone's own wheel for a choice is none of ours.
      const threads = await phone.driver.findElement(
        By.xpath('//*[@id=//label[starts-with(., "The threads are")]/@for]'),
      );
      await threads.sendKeys('oiled');
      await thumb.tap('Tighten with it');
    },
  },
  {
    station: 'refit',
    shows: 'First start',
    keys: async () => {
      await keys.to('It stands on its mark');
      await keys.press(Key.ENTER);
    },
    thumb: () => thumb.tap('It stands on its mark'),
  },
];

describe.each(['keys', 'thumb'] as const)('one entry at every station, by %s alone', (hand) => {
  it.each(DEEDS.map((d) => [d.station || 'measure', d] as const))(
    'at %s',
    async (_, deed) => {
      const { driver } = hand === 'keys' ? desk : phone;
      const id = jobs[deed.job ?? hand];
      await driver.get(`${world.base}/jobs/${id}/${deed.station}`);
      await driver.wait(until.elementLocated(By.css('[data-work]')), 15_000);
      await sees(driver, deed.shows);
      const before = (await serverLog(driver, id)).length;
      await deed[hand]();
      const written = async () => {
        const { file } = (await api(driver, 'GET', `/jobs/${id}`)).body;
        return deed.entry ? deed.entry(file.job, file.decisions) : file.log.length > before;
      };
      await driver.wait(written, 15_000, 'nothing was written down');
    },
    60_000,
  );
});

describe('the focus', () => {
  it.each([
    ['', 'Note'],
    ['', 'Work done'],
    ['', 'Hands free'],
    ['prepare', 'Bag labels'],
    ['clean', 'What lay in it'],
    ['clean', 'Why it failed'],
    ['top?at=torque', 'Wrench'],
    ['top?at=torque', 'A bolt is not so'],
    ['strip', 'The whole list'],
  ])(
    'is inside what opened at “%s” by %s, and back where it was once it is closed',
    async (station, name) => {
      const { driver } = desk;
      await driver.get(`${world.base}/jobs/${jobs[station === 'prepare' ? 'rings' : 'keys']}/${station}`);
      await driver.wait(until.elementLocated(By.css('[data-work]')), 15_000);
      await keys.to(name);
      await keys.press(Key.ENTER);
      const dialog = await driver.wait(until.elementLocated(By.css('[role=dialog]')), 8_000);
      const inside = () =>
        driver.executeScript('return arguments[0].contains(document.activeElement)', dialog);
      await driver.wait(inside, 5_000, 'the focus is not in the sheet');
      await keys.press(Key.ESCAPE);
      await driver.wait(
        async () => (await driver.findElements(By.css('[role=dialog]'))).length === 0,
        5_000,
        'it never closed',
      );
      await driver.wait(async () => (await keys.focused()).startsWith(name), 3_000, 'the focus is lost');
    },
  );
});

describe('at 200 % zoom', () => {
  it.each(['intake', 'before', 'strip', 'clean', '', 'decide', 'outside', 'prepare', 'top', 'refit'])(
    'the work of “%s” is reached and nothing runs off the side',
    async (station) => {
      const { driver } = desk;
      await desk.resize(640, 400);
      await driver.get(`${world.base}/jobs/${jobs.rings}/${station}`);
      const work = await driver.wait(until.elementLocated(By.css('[data-work]')), 15_000);
      const { over, height, reached } = await driver.executeScript<{
        over: number;
        height: number;
        reached: boolean;
      }>(
        `const work = arguments[0];
         const last = [...work.querySelectorAll('button, a, input, select, textarea')].filter((e) => e.offsetParent).at(-1);
         last?.scrollIntoView({ block: 'center' });
         const r = last?.getBoundingClientRect();
         const top = r && document.elementFromPoint(r.left + r.width / 2, r.top + r.height / 2);
         return {
           over: document.documentElement.scrollWidth - document.documentElement.clientWidth,
           height: work.getBoundingClientRect().height,
           reached: !last || (top !== null && (last.contains(top) || top.contains(last))),
         };`,
        work,
      );
      await desk.resize(1280, 800);
      expect({ over, reached }).toEqual({ over: 0, reached: true });
      expect(height).toBeGreaterThan(120);
    },
  );
});
