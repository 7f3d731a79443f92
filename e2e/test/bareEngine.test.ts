import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import {
  checksFor,
  foundEngine,
  IN_HAND,
  inHouse,
  JOB_KINDS,
  JOB_KIND_KEYS,
  jobKind,
  judgeJob,
  mm,
  refitState,
  torqueRun,
  type EngineKind,
  type JobFile,
} from '@tribos/core';
import { violations } from '../lib/axe.mjs';
import { By, Key, openBrowser, sees } from '../lib/browser.mjs';
import { formOf } from '../lib/form.mjs';
import { api, clientId, freshJob, press, serverLog, take } from '../lib/job.mjs';
import { startEmptyWorld } from '../lib/world.mjs';

let world: Awaited<ReturnType<typeof startEmptyWorld>>;
let browser: Awaited<ReturnType<typeof openBrowser>>;
beforeAll(async () => {
  world = await startEmptyWorld();
  browser = await openBrowser();
  const { driver } = browser;
  await driver.manage().setTimeouts({ script: 120_000 });
  await visit(`/#${world.code}`, 'Found yours');
  await press(driver, 'Lakeside Engine Works', Key.TAB, 'i', Key.TAB, Key.TAB, 'Iris Novak', Key.TAB);
  await press(driver, 'lead@lakeside.example', Key.TAB, 'a longer word 12', Key.ENTER);
  await sees(driver, 'To begin with');
  await visit('/gauges?choose=usual', 'Which of these do you have?');
  await formOf(driver).push('Hang up');
  await formOf(driver).gone('Hang up');
});
afterAll(async () => {
  await browser?.close();
  await world?.close();
});

const driver = () => browser.driver;
const visit = async (path: string, shows: string) => {
  await driver().get(`${world.base}${path}`);
  await sees(driver(), shows);
};
const fileOf = async (id: string): Promise<JobFile> =>
  inHouse((await api(driver(), 'GET', `/jobs/${id}`)).body.file as JobFile);
const WANTED = 'section[aria-label="Wanted of the sheet"]';
const line = () =>
  driver().wait(
    async () => (await driver().findElements(By.css(`${WANTED} input`)))[0],
    10_000,
    'no line is asked for',
  );

/** Types what is asked in place, by keyboard, and waits until it is kept and the screen has gone on. */
async function types(text: string, kept: (file: JobFile) => boolean, job: string) {
  const box = (await line())!;
  await box.sendKeys(Key.chord(Key.CONTROL, 'a'), text);
  await box.sendKeys(Key.ENTER);
  await driver().wait(async () => kept(await fileOf(job)), 10_000, `never kept: ${text}`);
  await driver().wait(
    () =>
      driver().executeScript<boolean>(
        'return document.querySelector(arguments[0])?.value !== arguments[1]',
        `${WANTED} input`,
        text,
      ),
    10_000,
    `still in its box: ${text}`,
  );
}
const part = (file: JobFile, name: string): unknown => file.engine.parts?.[name];
const fluids = (file: JobFile): readonly unknown[] =>
  (part(file, 'fluids') as { fluids: unknown[] } | undefined)?.fluids ?? [];
const body = () => driver().findElement(By.css('[data-work]')).getText();

/** An engine of which kind, strokes and bore are known, and a job on it. */
async function bare(kind: EngineKind, strokes: 2 | 4): Promise<{ engine: string; job: string }> {
  const engine = clientId();
  const model = `${kind} ${strokes} ${engine.slice(-6)}`;
  const founded = foundEngine({ id: engine, maker: 'Halder', model, kind, strokes, bore: mm(47) });
  const { status } = await api(driver(), 'POST', '/engines', founded);
  if (status !== 201) throw new Error(`the engine was not kept: ${status}`);
  return { engine, job: await freshJob(driver(), model) };
}

interface Seen {
  readonly station: string;
  readonly text: string;
  readonly asks: boolean;
  /** Things that can be pressed, typed or followed there. */
  readonly ways: number;
}
/** Walks the stations of a job in the page itself, each until its words have come to rest. */
const walked = (job: string, stations: readonly string[]): Promise<readonly Seen[]> =>
  driver().executeAsyncScript(
    `const [job, stations, wanted, done] = arguments;
     const rest = (station, until) => new Promise((tell) => {
       let last = '';
       const look = () => {
         const work = document.querySelector('[data-work]');
         const text = work?.innerText ?? '';
         const isThere = (location.pathname + location.search).endsWith('/jobs/' + job + station);
         if ((isThere && text.length > 40 && text === last) || performance.now() > until)
           return tell({ station, text, asks: work?.querySelector(wanted) !== null,
             ways: work?.querySelectorAll('button:not(:disabled), a[href], input, select, textarea').length ?? 0 });
         last = text;
         setTimeout(look, 90);
       };
       setTimeout(look, 90);
     });
     (async () => {
       const seen = [];
       for (const station of stations) {
         history.pushState({}, '', '/jobs/' + job + station);
         dispatchEvent(new PopStateEvent('popstate'));
         seen.push(await rest(station, performance.now() + 8000));
       }
       done(seen);
     })();`,
    job,
    stations,
    WANTED,
  );
const hasLimit = (feature: string) => (file: JobFile) =>
  file.engine.limits.some((l) => l.feature === feature);

describe('an engine nobody has on file', () => {
  it('in an inch shop goes from Intake to its torque without leaving the station it stands at', async () => {
    const form = formOf(driver());
    await visit('/jobs?new=1', 'New job');
    await form.fill('What it seems to be', 'a quad, Halder on the tank');
    await form.fill('Customer', 'Wanjiru Bell');
    await form.enter('Customer');
    await sees(driver(), 'Which engine is it?');
    await driver().findElement(By.linkText('Not among them: add it')).sendKeys(Key.ENTER);
    await sees(driver(), 'This much is enough to begin');
    await form.fill('Maker', 'Halder');
    await form.fill('Model', '90 Quad');
    await form.choose('In what', 'atv, two-stroke');
    await form.fill('Bore, in', '1.8504');
    expect(await violations(driver())).toEqual([]);
    await form.enter('Model');
    await sees(driver(), 'of 6 read');
    const job = /jobs\/([0-9a-f-]+)/u.exec(await driver().getCurrentUrl())![1]!;
    // Its bore is read before anybody has typed a limit.
    for (const [n, text] of [
      '1.8507',
      '1.8507',
      '1.8506',
      '1.8506',
      '1.8506',
      '1.8506',
      '1.8486',
    ].entries()) {
      await take(driver(), text);
      await driver().wait(
        async () => (await serverLog(driver(), job)).length === n + 1,
        8_000,
        `never ${text}`,
      );
    }
    await sees(driver(), 'Bore: no limit is on file');
    await form.fill('Document', 'Leaflet 9');
    await form.fill('Page', '2');
    await types('bore 1.8504-1.8510 (1.8540)', hasLimit('bore'), job);
    expect(await violations(driver())).toEqual([]);
    // The page is not asked for again.
    await types('out-of-round max .0004 (.0020)', hasLimit('bore.out-of-round'), job);
    await types('taper (.0020)', hasLimit('bore.taper'), job);
    await types('clearance .0016-.0024 (.0050)', hasLimit('clearance'), job);
    await visit(`/jobs/${job}/decide`, 'what the wall is');
    await form.push('what the wall is');
    await types('wall: iron sleeve', (f) => f.engine.wall === 'iron-sleeve', job);
    await form.push('Used again, new rings');
    await form.push('Choose Used again, new rings');
    await form.fill('Why', 'the wall is good; new rings');
    await driver().findElement(By.xpath('//form//button[normalize-space()="Decide"]')).sendKeys(Key.ENTER);
    await sees(driver(), 'Decided');
    await visit(`/jobs/${job}/prepare`, 'Which rings are there');
    await types(
      'rings: top .047 mark N up; second .047; arrow to exhaust',
      (f) => part(f, 'ring-packs') !== undefined,
      job,
    );
    await types('ring gap both .008-.012 (.024)', hasLimit('ring.gap.top'), job);
    // Its rings stand there at once, in the unit of the shop; nothing has moved that was only missing.
    await sees(driver(), '0.0080 must go');
    expect(await body()).not.toMatch(/verdicts? moved|\d mm\b/u);
    await visit(`/jobs/${job}/top?at=set-up`, 'How far is the crown');
    await types('squish .040-.047', hasLimit('setup.squish'), job);
    await sees(driver(), 'squish');
    await visit(`/jobs/${job}/top?at=torque`, 'What holds the head?');
    await types('head nuts 4 x 16 lb·ft in 9, 16 oiled', (f) => torqueRun(f).groups.length === 1, job);
    // As the page prints it, until a wrench says its own.
    await sees(driver(), '9 lbf·ft');
    await visit(`/jobs/${job}/top`, 'Put the top end together');
    await visit(`/jobs/${job}/refit`, 'how much oil to how much fuel');
    await types('two-stroke mix 1:40', (f) => fluids(f).length === 1, job);
    await form.push('gear oil');
    await types('gear oil us 24 oz 75W-90, level: to the screw', (f) => fluids(f).length === 2, job);
    await sees(driver(), 'us 24 oz (710 cm³)');
    await form.push('coolant');
    await types('air cooled', (f) => f.engine.cooling === 'air', job);
    await driver().wait(
      async () => (await driver().findElements(By.css(WANTED))).length === 0,
      10_000,
      'something is still asked for at Refit',
    );
    expect(await violations(driver())).toEqual([]);
    // Filled, looked at, and open for its first start; the report has it all, in the shop's unit.
    for (const filled of [1, 2]) {
      await form.push('It stands on its mark');
      await driver().wait(
        async () => refitState(await fileOf(job)).fluids.filter((f) => f.filled).length === filled,
        10_000,
        'a fluid was never filled',
      );
    }
    for (const { key, answers } of checksFor(await fileOf(job))) {
      await form.push(key === 'leak-test' ? 'no seal was opened' : answers.find((a) => a.why === '')!.text);
      await driver().wait(
        async () => refitState(await fileOf(job)).checks.some((c) => c.check.key === key && c.seen !== null),
        10_000,
        `never seen: ${key}`,
      );
    }
    await sees(driver(), 'Open: everything is back, counted and filled.');
    await visit(`/jobs/${job}/hand-over`, 'Leaflet 9');
    await sees(driver(), 'two-stroke mix');
    expect(await body()).not.toMatch(/[\d.]+ ?mm\b(?! \()/u);
    expect(await violations(driver())).toEqual([]);
  }, 300_000);

  it('by the manual in hand is worked on all the same, and the report says that no page is on file', async () => {
    const { engine, job } = await bare('snowmobile', 4);
    await visit(`/jobs/${job}/top?at=torque`, 'What holds the head?');
    await formOf(driver()).push('By the manual in hand');
    await types('head bolts 6 x 30 N·m oiled', (f) => torqueRun(f).groups.length === 1, job);
    await sees(driver(), 'Which wrench?');
    const { spec } = (await api(driver(), 'GET', `/engines/${engine}`)).body as {
      spec: { parts: { 'torque-plan': { groups: { source: { document: string; page: string } }[] } } };
    };
    expect(spec.parts['torque-plan'].groups[0]!.source).toMatchObject({ document: IN_HAND, page: '' });
    await visit(`/jobs/${job}/hand-over`, 'By the manual in hand, from no page on file');
  }, 60_000);

  it('keeps what is typed and not understood, says why, and is left again without a loss', async () => {
    const { job } = await bare('watercraft', 2);
    await visit(`/jobs/${job}/top?at=torque`, 'What holds the head?');
    const box = (await line())!;
    await box.sendKeys(Key.chord(Key.CONTROL, 'a'), 'head nuts 4 x 38 furlongs', Key.ENTER);
    await sees(driver(), 'Not understood yet: nothing was kept.');
    await visit(`/jobs/${job}/top?at=torque`, 'What holds the head?');
    expect(await (await line())!.getAttribute('value')).toBe('head nuts 4 x 38 furlongs');
  }, 60_000);
});

describe('rules of the shop over many engines', () => {
  it('are typed as a page has them, in the shop’s unit, and taken away again', async () => {
    const form = formOf(driver());
    await visit('/shop', 'Rules over many engines');
    await form.fill('Another rule (in)', 'ring gap top min .0100');
    await sees(driver(), 'Top ring gap');
    // A rule is printed with its reason.
    await form.enter('Another rule (in)');
    await sees(driver(), 'say why it is so');
    await form.fill('Why the rule', 'hard use');
    await form.choose('Strokes', 'two');
    expect(await violations(driver())).toEqual([]);
    await form.enter('Why the rule');
    await sees(driver(), 'every engine, two-strokes: hard use');
    const { job } = await bare('snowmobile', 2);
    expect((await fileOf(job)).engine.limits).toContainEqual(
      expect.objectContaining({ feature: 'ring.gap.top', low: 254_000 }),
    );
    await form.push('Take away ring gap top min .0100');
    await sees(driver(), 'No rule yet');
  }, 60_000);
});

describe('the kind of a job', () => {
  const ticks = (): Promise<string[]> =>
    driver().executeScript(
      `return [...document.querySelectorAll('nav[aria-label="Run sheet"] a')].map((a) => a.textContent.match(/[A-Z][a-z]+/)[0]);`,
    );

  it('is chosen at Intake, and the run sheet shows the stations it needs and no other', async () => {
    const { job } = await bare('atv', 2);
    await visit(`/jobs/${job}/intake`, 'Kind of job');
    expect(await ticks()).toEqual(expect.arrayContaining(['Strip', 'Top', 'Refit']));
    expect(await violations(driver())).toEqual([]);
    for (const kind of JOB_KIND_KEYS.filter((k) => k !== 'rebuild')) {
      await formOf(driver()).push(JOB_KINDS[kind].name);
      await driver().wait(async () => jobKind(await fileOf(job)) === kind, 10_000, `never ${kind}`);
      const without = JOB_KINDS[kind].without.map((s) => s[0]!.toUpperCase() + s.slice(1));
      const now = await ticks();
      expect(now.filter((t) => (without as string[]).includes(t))).toEqual([]);
      expect(now).toEqual(expect.arrayContaining(['Intake', 'Measure', 'Report']));
    }
    await visit(`/jobs/${job}/hand-over`, 'bottom end, top left on');
    await sees(driver(), 'not opened: they stay as they are');
  }, 60_000);

  it('of a ring set comes to its first verdict of a gap in twelve presses, from the address on', async () => {
    const { job } = await bare('motorcycle', 2);
    const kept = await api(driver(), 'POST', `/jobs/${job}/log`, {
      entries: [{ id: clientId(), at: new Date().toISOString(), kind: 'job-kind', is: 'ring-set' }],
    });
    expect(kept.status).toBe(200);
    let presses = 0;
    const strikes = async (...keys: string[]) => {
      presses += keys.length;
      await press(driver(), ...keys);
    };
    await visit(`/jobs/${job}/prepare`, 'Which rings are there');
    await (await line())!.click();
    presses += 1;
    await press(driver(), ' top .047; arrow to exhaust');
    await formOf(driver()).push('By the manual in hand');
    presses += 1;
    await (await line())!.click();
    await strikes(Key.ENTER);
    await sees(driver(), 'How far are the gaps of the rings to be open?');
    await (await line())!.click();
    presses += 2;
    await press(driver(), ' .008-.012 (.024)');
    await strikes(Key.ENTER);
    await sees(driver(), '0.0080 must go');
    await driver().executeScript('document.activeElement?.blur()');
    // Squared, then its leaf goes.
    const comesTo = (next: string) =>
      driver().wait(
        async () =>
          (await driver().findElement(By.css('[data-testid="ring-top"]')).getAttribute('data-next')) === next,
        10_000,
        `the ring never came to “${next}”`,
      );
    await strikes(' ');
    await comesTo('try');
    await strikes('g');
    const gap = async () =>
      judgeJob(await fileOf(job)).items.find((f) => f.feature === 'ring.gap.top' && f.side === 'min');
    await driver().wait(async () => (await gap())?.because !== 'unread', 10_000, 'no verdict of the gap');
    // Warmth is not known here: the next leaf makes it sure.
    const [before] = [(await serverLog(driver(), job)).length];
    if ((await gap())?.state !== 'within') {
      await strikes('g');
      await driver().wait(
        async () => (await serverLog(driver(), job)).length > before,
        10_000,
        'no second leaf',
      );
    }
    expect((await gap())?.state).toBe('within');
    expect(presses).toBeLessThanOrEqual(12);
  }, 60_000);
});

const KINDS: readonly EngineKind[] = ['motorcycle', 'atv', 'snowmobile', 'watercraft', 'chainsaw'];
const STATIONS = [
  ...['/intake', '/before', '/strip', '/clean', '', '/decide', '/outside', '/prepare'],
  ...['/top', '/top?at=set-up', '/top?at=torque', '/refit', '/hand-over'],
];

describe('no station is a dead end', () => {
  it.each(KINDS.flatMap((kind) => ([2, 4] as const).map((strokes) => [kind, strokes] as const)))(
    'of a bare %s of %d strokes',
    async (kind, strokes) => {
      const { job } = await bare(kind, strokes);
      await visit(`/jobs/${job}`, 'of 6 read');
      for (const { station, text, asks, ways } of await walked(job, STATIONS)) {
        // What is said to be missing has its line on the same screen.
        if (/no(?:t|ne|thing)?\b[^.]*\b(?:on file|on (?:the|this engine’s) sheet)/iu.test(text))
          expect([kind, strokes, station, asks]).toEqual([kind, strokes, station, true]);
        expect([kind, strokes, station, ways > 0]).toEqual([kind, strokes, station, true]);
        // An inch shop reads inches wherever it looks.
        expect([station, /[\d.]+ ?mm\b(?! \()/u.exec(text)?.[0] ?? null]).toEqual([station, null]);
      }
    },
    60_000,
  );
});
