import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { atTheBench } from '../lib/atTheBench.mjs';
import { violations } from '../lib/axe.mjs';
import { By, Key, openBrowser, sees } from '../lib/browser.mjs';
import { formOf } from '../lib/form.mjs';
import { api, freshJob, serverLog, take } from '../lib/job.mjs';

const at = atTheBench();
const driver = () => at.browser.driver;
const form = () => formOf(driver());
const dir = mkdtempSync(join(tmpdir(), 'tribos-intake-'));
afterAll(() => rmSync(dir, { recursive: true, force: true }));

async function photo(name: string, width: number, height: number): Promise<string> {
  const path = join(dir, name);
  const file = await sharp({ create: { width, height, channels: 3, background: '#775533' } })
    .withExif({ IFD3: { GPSLatitudeRef: 'S', GPSLatitude: '41/1 17/1 0/1' } })
    .jpeg()
    .toBuffer();
  writeFileSync(path, file);
  return path;
}
const give = async (paths: readonly string[]) =>
  (await driver().findElement(By.css('input[type=file][accept="image/*"]'))).sendKeys(paths.join('\n'));
const photosOf = async (id: string) =>
  (await api(driver(), 'GET', `/jobs/${id}/photos`)).body as { id: string; width: number; height: number }[];
const arrived = (id: string, n: number, within = 15_000) =>
  driver().wait(async () => (await photosOf(id)).length === n, within, `${n} photos never arrived`);

describe('something comes in', () => {
  it('on a phone, by a name and photos; the engine is said later, and everything stays with it', async () => {
    await at.browser.resize(390, 844);
    await at.visit('/jobs?new=1', 'What it seems to be');
    expect(await violations(driver())).toEqual([]);
    await form().fill('What it seems to be', 'an orange saw, no plate');
    await form().fill('Customer', 'Wanjiru Bell');
    await form().fill('Phone', '555 0117');
    await form().enter('Customer');
    await sees(driver(), 'Which engine is it?');
    expect(await violations(driver())).toEqual([]);
    const id = /jobs\/([0-9a-f-]+)/u.exec(await driver().getCurrentUrl())![1]!;
    await give([await photo('a.jpg', 3000, 2000), await photo('b.jpg', 400, 300)]);
    await arrived(id, 2);
    expect((await photosOf(id)).map((p) => [p.width, p.height])).toEqual(
      expect.arrayContaining([
        [2048, 1365],
        [400, 300],
      ]),
    );
    // Nothing hangs over the edge of a phone.
    const wide = await driver().executeScript(
      'return document.documentElement.scrollWidth - document.documentElement.clientWidth',
    );
    expect(wide).toBeLessThanOrEqual(0);
    await at.visit('/jobs', 'Came in, engine not known yet');
    await at.visit(`/jobs/${id}`, 'Which engine is it?');
    await form().choose('Engine', 'Brask');
    await form().push('It is this one');
    await sees(driver(), '5 of 11');
    await at.visit(`/jobs/${id}/intake`, 'Photos and sounds');
    expect(await (await form().field('Complaint')).getAttribute('value')).toBe('an orange saw, no plate');
    expect(await violations(driver())).toEqual([]);
    expect(await photosOf(id)).toHaveLength(2);
    await form().fill('Engine number', 'B59-00117');
    await form().fill('Complaint', 'screams and hangs at full revs');
    await form().enter('Engine number');
    await sees(driver(), 'Air drawn in at a seal, boot or joint');
    await at.visit('/jobs?search=B59-00117', 'Wanjiru Bell');
  }, 90_000);

  it('a limit that hangs on a code is asked about once, and judged when it was looked for', async () => {
    await at.browser.resize(1280, 800);
    const id = await freshJob(driver(), '386');
    const { body } = await api(driver(), 'GET', `/jobs/${id}`);
    const { engine } = body.file as { engine: { id: string } };
    await at.visit(`/engines/${engine.id}?add=setup.squish`, 'Add a limit');
    await form().choose('Which state', 'for new');
    await form().fill('High', '1.2');
    await form().fill('Document', 'bulletin 9');
    await form().fill('With the code', 'K3');
    await form().enter('Document');
    await sees(driver(), 'holds only for code K3');
    await at.visit(`/jobs/${id}/intake`, 'One limit hangs on what nobody has looked for yet.');
    await sees(driver(), 'Limits know K3');
    await form().fill('Code cast or stamped', 'K3');
    await form().enter('Code cast or stamped');
    await sees(driver(), 'No limit hangs on more than is known.');
  }, 60_000);
});

describe('a phone beside the tablet', () => {
  it('signed in by the code on the screen is its camera and its foot-switch; a trick pinned comes up on the next one', async () => {
    await at.browser.resize(1280, 800);
    const id = await freshJob(driver());
    await at.visit(`/jobs/${id}/decide`, 'Recommended');
    await form().fromPapers('Phone');
    await sees(driver(), 'Point the phone’s camera at it.');
    expect(await violations(driver())).toEqual([]);
    const text = await driver().findElement(By.css('[role=dialog]')).getText();
    const link = /http:\/\/\S+\/phone#\S+/u.exec(text)![0];
    await driver().actions().sendKeys(Key.ESCAPE).perform();
    await driver().executeScript(
      'window.pressedSpaces = 0; window.addEventListener("keydown", (e) => { if (e.key === " ") window.pressedSpaces += 1; })',
    );
    const phone = await openBrowser({ width: 390, height: 844, touch: true });
    try {
      await phone.driver.get(link);
      await sees(phone.driver, 'Foot-switch');
      expect(await violations(phone.driver)).toEqual([]);
      await formOf(phone.driver).push('Foot-switch');
      await sees(phone.driver, 'Pressed once.');
      await driver().wait(
        async () => (await driver().executeScript('return window.pressedSpaces')) === 1,
        8_000,
        'the screen never felt the foot',
      );
      await (
        await phone.driver.findElement(By.css('input[type=file][accept="image/*"]'))
      ).sendKeys(await photo('phone.jpg', 800, 600));
      await arrived(id, 1);
      await phone.driver.get('about:blank');
      await phone.driver.get(link);
      await sees(phone.driver, 'This code was used already or ran out.');
    } finally {
      await phone.close();
    }
    await form().fromPapers('Pin a trick');
    await form().fill(
      'What the next one should know here',
      'the left one always scores at the exhaust bridge',
    );
    await form().push('Pin it');
    await sees(driver(), 'the left one always scores at the exhaust bridge');
    const next = await freshJob(driver());
    await at.visit(`/jobs/${next}/decide`, 'the left one always scores at the exhaust bridge');
    expect(await violations(driver())).toEqual([]);
  }, 90_000);
});

describe('photos and the line', () => {
  it('wait on the device while it is cut, and go by themselves when it is back', async () => {
    const id = await freshJob(driver());
    await at.visit(`/jobs/${id}/intake`, 'Photos and sounds');
    await at.browser.offline(true);
    await give([await photo('c.jpg', 500, 400)]);
    await sees(driver(), 'One waits on this device for the line.');
    await at.browser.offline(false);
    await arrived(id, 1, 30_000);
    await driver().wait(
      async () => !(await driver().findElement(By.css('body')).getText()).includes('One waits'),
      10_000,
      'it still says that one waits',
    );
  }, 90_000);

  it('one of 12 MB over a slow line does not stop the bar', async () => {
    const id = await freshJob(driver());
    const path = join(dir, 'large.jpg');
    const [width, height] = [3600, 2700];
    const noise = Buffer.alloc(width * height * 3);
    for (let i = 0, x = 1; i < noise.length; i += 1) noise[i] = (x = (x * 48_271) % 2_147_483_647) & 255;
    writeFileSync(
      path,
      await sharp(noise, { raw: { width, height, channels: 3 } })
        .jpeg({ quality: 100 })
        .toBuffer(),
    );
    expect(statSync(path).size).toBeGreaterThan(12 * 1024 * 1024);
    await at.visit(`/jobs/${id}/intake`, 'Keep photos at their own size');
    await driver()
      .findElement(By.xpath('//label[contains(., "Keep photos at their own size")]/input'))
      .click();
    await at.browser.line({ upload: 150_000 });
    await give([path]);
    await sees(driver(), 'One waits on this device for the line.');
    await driver().findElement(By.partialLinkText('Measure')).click();
    await sees(driver(), 'of 6 read');
    await take(driver(), '77.050');
    await driver().wait(
      async () => (await serverLog(driver(), id)).length === 1,
      15_000,
      'the reading never arrived',
    );
    expect(await photosOf(id)).toHaveLength(0);
    await at.browser.line({});
    await arrived(id, 1, 90_000);
    expect((await photosOf(id))[0]).toMatchObject({ width, height });
  }, 180_000);
});
