import { atTheBench } from '../lib/atTheBench.mjs';
import { violations } from '../lib/axe.mjs';
import { By, Key, sees, until } from '../lib/browser.mjs';
import { api, press } from '../lib/job.mjs';

const at = atTheBench();
const driver = () => at.browser.driver;

interface OnFile {
  readonly feature: string;
  readonly state: string;
  readonly low: number | null;
  readonly high: number | null;
  readonly source: { readonly document: string; readonly page: string; readonly checkedBy: string | null };
}

describe('a page of a manual', () => {
  it('is copied line by line by keyboard: what is odd is asked, what cannot be read is said, then all of it is kept', async () => {
    const engines = (await api(driver(), 'GET', '/engines')).body as { id: string; model: string }[];
    const { id } = engines.find((e) => e.model === '212 Y')!;
    const before = ((await api(driver(), 'GET', `/engines/${id}`)).body.spec.limits as OnFile[]).length;
    await at.visit(`/engines/${id}?copy=page`, 'Copy a page');
    const document = await driver().wait(
      until.elementLocated(By.xpath('//*[@id=//label[normalize-space()="Document"]/@for]')),
      5_000,
    );
    await document.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Supplement 7', Key.TAB, '3');
    // On to the lines: revision, who, whose, unit, and there.
    await press(driver(), Key.TAB, Key.TAB, Key.TAB, Key.TAB, Key.TAB);
    const lines = [
      'out-of-round max 0.02, limit 0.05',
      'deck 0.10-0.30',
      'flux capacitor 1.21',
      'end float 0.08-0.80',
    ];
    await press(driver(), ...lines.join('\n'));
    await sees(driver(), '“flux capacitor” is nothing this house knows a limit of.');
    await sees(driver(), 'more than six times the low one');
    expect(await violations(driver())).toEqual([]);
    const page = await driver().findElement(By.css('textarea'));
    await page.sendKeys(Key.chord(Key.CONTROL, Key.ENTER));
    await sees(driver(), '2 lines are kept. 2 are not settled yet and stay here.');
    // What is settled is kept at once; what is not stays as it was typed.
    expect(await page.getAttribute('value')).toBe(`${lines[2]}\n${lines[3]}`);
    await page.sendKeys(Key.chord(Key.CONTROL, 'a'), `${lines[3]} !`);
    await sees(driver(), 'Stands as printed.');
    // A table from another program is read like what is typed.
    await page.sendKeys(Key.chord(Key.CONTROL, 'a'), Key.DELETE);
    await driver().executeScript(
      `const data = new DataTransfer(); data.setData('text', arguments[1]);
       arguments[0].dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));`,
      page,
      'Item\tMin\tMax\tService limit\nrod side\t0.15\t0.35\t0.50',
    );
    await sees(driver(), 'new 0.150 – 0.350 mm; service max 0.500 mm');
    await page.sendKeys(Key.chord(Key.CONTROL, 'a'), `${lines[3]} !`);
    await sees(driver(), 'Stands as printed.');
    // What is typed and not kept survives a reload.
    await at.visit(`/engines/${id}?copy=page`, 'Stands as printed.');
    const again = await driver().findElement(By.xpath('//*[@id=//label[normalize-space()="Document"]/@for]'));
    await again.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Supplement 7', Key.TAB, '3');
    await driver().findElement(By.css('textarea')).sendKeys(Key.chord(Key.CONTROL, Key.ENTER));
    await driver().wait(
      async () =>
        ((await api(driver(), 'GET', `/engines/${id}`)).body.spec.limits as OnFile[]).length === before + 4,
      10_000,
      'four limits were never kept',
    );
    const limits = (await api(driver(), 'GET', `/engines/${id}`)).body.spec.limits as OnFile[];
    expect(
      limits
        .filter((l) => l.source.document === 'Supplement 7')
        .map((l) => [l.feature, l.state, l.low, l.high, l.source.page, l.source.checkedBy]),
    ).toEqual([
      ['bore.out-of-round', 'new', null, 20_000, '3', null],
      ['bore.out-of-round', 'service', null, 50_000, '3', null],
      ['setup.deck', 'new', 100_000, 300_000, '3', null],
      ['crank.end-float', 'new', 80_000, 800_000, '3', null],
    ]);
  }, 60_000);

  it('fills the parts of the sheet its lines are of, and asks before one takes the place of another', async () => {
    const engines = (await api(driver(), 'GET', '/engines')).body as { id: string; model: string }[];
    const { id } = engines.find((e) => e.model === '212 Y')!;
    await at.visit(`/engines/${id}?copy=page`, 'Copy a page');
    const document = await driver().wait(
      until.elementLocated(By.xpath('//*[@id=//label[normalize-space()="Document"]/@for]')),
      5_000,
    );
    await document.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Leaflet 9', Key.TAB, '4');
    const page = await driver().findElement(By.css('textarea'));
    const lines = [
      'crown nuts 5 x 22 N·m in 12, 22 oiled',
      'base gasket .45, .65 metal',
      'M5 lid bolts 6 x 5 N·m',
      'rings: top 1.2 barrel; arrow to the moon',
    ];
    await page.sendKeys(Key.chord(Key.CONTROL, 'a'), lines.join('\n'));
    await sees(driver(), 'crown nuts 5 x 22 N·m in 12, 22 oiled');
    await sees(driver(), 'Is that for dry threads, oiled, paste, thread lock?');
    await sees(driver(), 'Where is “the moon” on this engine?');
    expect(await violations(driver())).toEqual([]);
    await page.sendKeys(Key.chord(Key.CONTROL, Key.ENTER));
    await sees(driver(), '2 lines are kept. 2 are not settled yet and stay here.');
    expect(await page.getAttribute('value')).toBe(`${lines[2]}\n${lines[3]}`);
    // The same group again: it is asked before it takes the place of the one on file.
    await page.sendKeys(Key.chord(Key.CONTROL, 'a'), `${lines[2]} dry\ncrown nuts 5 x 24 N·m oiled`);
    await sees(driver(), 'it takes the place of what stands there');
    await page.sendKeys(' !');
    await sees(driver(), 'Stands as printed.');
    await page.sendKeys(Key.chord(Key.CONTROL, Key.ENTER));
    await driver().wait(
      async () => (await driver().findElements(By.css('textarea'))).length === 0,
      10_000,
      'the page never closed',
    );
    const { parts } = (await api(driver(), 'GET', `/engines/${id}`)).body.spec as {
      parts: Record<
        string,
        Record<string, { name: string; source: { document: string; checkedBy: null } }[]>
      >;
    };
    const ours = (part: string, list: string) =>
      parts[part]![list]!.filter((of) => of.source.document === 'Leaflet 9');
    expect(ours('gaskets', 'gaskets')).toMatchObject([
      { where: 'base', thickness: 450_000, made: 'metal', source: { page: '4', checkedBy: null } },
      { where: 'base', thickness: 650_000 },
    ]);
    expect(ours('torque-plan', 'groups')).toMatchObject([
      {
        name: 'crown nuts',
        holes: [1, 2, 3, 4, 5],
        condition: 'oiled',
        steps: [{ by: 'torque', value: 24 }],
      },
      { name: 'M5 lid bolts', clamps: 'cover', condition: 'dry', steps: [{ by: 'torque', value: 5 }] },
    ]);
  }, 60_000);
});
