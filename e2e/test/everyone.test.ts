import { violations } from '../lib/axe.mjs';
import { By, Key, openBrowser, sees, signIn, until } from '../lib/browser.mjs';
import { api, demoJob, freshJob, press, take } from '../lib/job.mjs';
import { startWorld } from '../lib/world.mjs';

type World = Awaited<ReturnType<typeof startWorld>>;
type Browser = Awaited<ReturnType<typeof openBrowser>>;
let world: World;
let browser: Browser;
beforeAll(async () => {
  world = await startWorld();
  browser = await openBrowser();
  await signIn(browser.driver, world.base, 'mirela@ternhollow.example');
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

const gaugeId = async (name: string): Promise<string> =>
  ((await api(browser.driver, 'GET', '/gauges')).body as { instrument: { id: string; name: string } }[]).find(
    (g) => g.instrument.name.startsWith(name),
  )!.instrument.id;

describe('what every screen owes everybody', () => {
  const settle = async (theme: string, width: number) => {
    await browser.driver.executeScript(
      `localStorage.setItem('tribos:settings', JSON.stringify({ unit: 'mm', theme: '${theme}' }))`,
    );
    await browser.resize(width, 800);
  };

  /** Everything by day; by night what the bay light changes, on the same page: the contrast. */
  const expectNothingFound = async (what: string) => {
    expect([what, ...(await violations(browser.driver))]).toEqual([what]);
    const turn = (theme: string) =>
      browser.driver.executeScript(`document.documentElement.dataset.theme = '${theme}'`);
    await turn('dark');
    const dark = await violations(browser.driver, ['color-contrast']);
    expect([what, 'dark', ...dark]).toEqual([what, 'dark']);
    await turn('light');
  };

  describe('axe finds nothing', () => {
    const at = { job: '', other: '', engine: '', gauge: '', customer: '' };
    beforeAll(async () => {
      const { driver } = browser;
      await settle('light', 1280);
      at.job = await demoJob(driver, 'Varrow 644 Twin');
      at.other = await demoJob(driver, 'Kaldera 620 Twin');
      at.engine = ((await api(driver, 'GET', '/engines')).body as { id: string }[])[0]!.id;
      at.gauge = await gaugeId('Bore gauge 2');
      at.customer = ((await api(driver, 'GET', '/customers?search=Anselm')).body as { id: string }[])[0]!.id;
    });

    it.each<[string, string]>([
      ['/', 'Window bench'],
      ['/jobs', 'New job'],
      ['/jobs?new=1', 'Take it in'],
      ['/jobs/:job/intake', 'Photos and sounds'],
      ['/jobs/:job', 'What stands'],
      ['/jobs/:job/decide', 'Recommended'],
      ['/jobs/:job/hand-over', 'Cautions'],
      ['/engines', 'Add an engine'],
      ['/engines/new', 'This much is enough to begin'],
      ['/engines/:engine', 'Add a limit'],
      ['/engines/:engine?add=bore', 'Which state'],
      ['/engines/:engine?kit=new', 'Add a piston or kit'],
      ['/engines/:engine?part=ring-packs', 'Where it stands'],
      ['/engines/:engine/edit', 'The wall unrolled'],
      ['/shop', 'Working hours'],
      ['/shop/people', 'Who may do what'],
      ['/shop/customers', 'Search customers'],
      ['/shop/record', 'Backup'],
      ['/customers/:customer', 'where it stands'],
      ['/me', 'Where you are signed in'],
      ['/gauges', 'Add a gauge'],
      ['/gauges/:gauge', '3 people, 3 parts'],
      ['/jobs/:job/bench-sheet', 'Measured by'],
      ['/jobs/:other', 'What stands'],
      ['/nowhere', 'There is nothing at this address.'],
    ])('at %s, by day and by night', async (path, shows) => {
      await visit(
        path.replace(/:(\w+)/u, (_, name: keyof typeof at) => at[name]),
        shows,
      );
      await expectNothingFound(path);
    });

    // Sheets laid over the station, by key or by the name on their button.
    it.each<[string, () => Promise<void>, string]>([
      ['keys', () => press(browser.driver, '?'), 'accept and walk to the next station'],
      ['zero', () => press(browser.driver, Key.ARROW_UP, 'z'), 'the needle turns'],
      ['finding', () => button('note a finding').click(), 'Below the deck'],
      ...['Work done', 'Note', 'From a table', 'Hands free'].map(
        (name): [string, () => Promise<void>, string] => [
          name,
          () => button(name).click(),
          name === 'From a table' ? 'or pasted here' : 'Close',
        ],
      ),
      [
        'leaves',
        async () => {
          await button('leaf, land, ring, pin and other places').click();
          await browser.driver
            .findElement(By.xpath('//button[contains(.,"leaf beside the piston")]'))
            .click();
        },
        'does not go',
      ],
    ])('on the sheet %s, by day and by night', async (name, open, shows) => {
      await visit(`/jobs/${at.job}`, 'What stands');
      await open();
      await (shows === 'Close'
        ? browser.driver.wait(until.elementLocated(By.css('[aria-label=Close]')), 5_000)
        : sees(browser.driver, shows));
      await expectNothingFound(name);
    });
  });

  it.each([1280, 820, 640])('nothing runs off a screen %i wide', async (width) => {
    await settle('light', width);
    const id = await demoJob(browser.driver, 'Varrow 644 Twin');
    for (const [path, shows] of [
      ['/', 'Window bench'],
      [`/jobs/${id}`, 'What stands'],
      [`/jobs/${id}/decide`, 'Recommended'],
      [`/jobs/${id}/hand-over`, 'Cautions'],
      ['/engines', 'Engines'],
      ['/gauges', 'Gauges'],
      [`/gauges/${await gaugeId('Bore gauge 2')}`, '3 people, 3 parts'],
      [`/jobs/${id}/bench-sheet`, 'Measured by'],
      [`/jobs/${id}/intake`, 'Photos and sounds'],
      ['/shop', 'Working hours'],
      ['/shop/people', 'Who may do what'],
    ] as const) {
      await visit(path, shows);
      const over = await browser.driver.executeScript(
        'return document.documentElement.scrollWidth - document.documentElement.clientWidth',
      );
      expect([path, over]).toEqual([path, 0]);
    }
  });

  it('leaves room for the sheet beside the bar at 200 % zoom', async () => {
    const { driver } = browser;
    await settle('light', 1280);
    await browser.resize(640, 400);
    await visit(`/jobs/${await freshJob(driver)}`, 'left · 15 mm · thrust');
    const bar = await driver.findElement(By.css('[aria-label="Reading bar"]')).getRect();
    const main = await driver.findElement(By.css('main')).getRect();
    expect(bar.height).toBeLessThan(main.height / 3);
    expect(bar.y + bar.height).toBeLessThanOrEqual(main.y + main.height + 1);
    await take(driver, '77.020');
    await sees(driver, 'left · 15 mm · pin');
    await sees(driver, 'Left bore is 0.085 mm inside its service limit so far');
    await browser.resize(1280, 800);
  });

  it('every target is at least 44 px high, for a glove', async () => {
    await settle('light', 1280);
    const id = await demoJob(browser.driver, 'Varrow 644 Twin');
    for (const [path, shows] of [
      ['/', 'Window bench'],
      ['/jobs', 'New job'],
      [`/jobs/${id}`, 'What stands'],
      [`/jobs/${id}/decide`, 'Recommended'],
      [`/jobs/${id}/hand-over`, 'Cautions'],
      ['/engines', 'Add an engine'],
      ['/gauges', 'Add a gauge'],
    ] as const) {
      await visit(path, shows);
      const small = await browser.driver.executeScript(`
        return [...document.querySelectorAll('a, button, select, input, summary, textarea')]
          .map((e) => [e, e.getBoundingClientRect()])
          .filter(([e, r]) => r.width > 2 && r.height > 2 && r.height < 43.5 && !e.closest('svg') && e.type !== 'checkbox' && e.type !== 'radio')
          .map(([e, r]) => (e.innerText || e.getAttribute('aria-label') || e.tagName).slice(0, 40) + ' ' + Math.round(r.height));`);
      expect([path, small]).toEqual([path, []]);
    }
  });

  it('from a metre: place, figure, mark with its word and what is next, the bar working as ever', async () => {
    const { driver } = browser;
    await settle('light', 1280);
    const id = await freshJob(driver);
    await visit(`/jobs/${id}`, 'left · 15 mm · thrust');
    await press(driver, 'm');
    const face = await driver.wait(until.elementLocated(By.css('[aria-label=Glance]')), 5_000);
    await press(driver, '7', '7', '.', '0', '2');
    await driver.wait(async () => (await face.getText()).includes('77.02'), 5_000);
    const figure = await face.findElement(By.css('.figure'));
    // Digits over 12 mm high at 96 dpi: two thirds of the size of the type.
    expect((parseFloat(await figure.getCssValue('font-size')) * 2) / 3).toBeGreaterThanOrEqual(
      (12 / 25.4) * 96,
    );
    await press(driver, '0', Key.ENTER);
    await driver.wait(async () => (await face.getText()).includes('left · 15 mm · pin'), 5_000);
    expect(await violations(driver)).toEqual([]);
    await visit(`/jobs/${id}/decide`, 'undecided');
    await press(driver, 'm');
    await sees(driver, 'Recommended');
  });

  it('makes the report so far as a PDF, says when it is there, and hands it out', async () => {
    const { driver } = browser;
    await settle('light', 1280);
    const id = await demoJob(driver, 'Pellworm 720');
    await visit(`/jobs/${id}/hand-over`, 'Cautions');
    await sees(driver, 'past its ticket');
    await button('Make a PDF').click();
    const link = await driver.wait(until.elementLocated(By.linkText('Save the PDF')), 30_000);
    const start = await driver.executeAsyncScript(
      'const done = arguments[1]; fetch(arguments[0]).then((r) => r.text()).then((t) => done(t.slice(0, 5)))',
      await link.getAttribute('href'),
    );
    expect(start).toBe('%PDF-');
  });

  it('speaks inches everywhere at one key', async () => {
    await settle('light', 1280);
    const { driver } = browser;
    const id = await demoJob(driver, 'Varrow 312 MX');
    await visit(`/jobs/${id}`, 'What stands');
    await press(driver, 'u');
    await sees(driver, '3.1106');
    await visit('/engines', 'Add an engine');
    await sees(driver, '3.031 × 2.720 in');
    await press(driver, 'u');
  });
});
