import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Builder, By, Key, until } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome.js';
import { Name } from 'selenium-webdriver/lib/command.js';

export { By, Key, until };

const FLAGS = [
  '--headless=new',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--disable-dev-shm-usage',
];

/** What stands on a page, line by line, as a reader sees it. */
const SHOWN = `return arguments[0].innerText.split('\\n').map((l) => l.replace(/\\s+/g, ' ').trim()).filter(Boolean).join('\\n')`;

/**
 * Asks the page itself for its text: the driver walks every node of it from outside, half a second for a whole page, and
 * waits ask again and again.
 */
function readsQuickly(driver) {
  const execute = driver.execute.bind(driver);
  driver.execute = (command) =>
    command.getName() === Name.GET_ELEMENT_TEXT
      ? driver.executeScript(SHOWN, command.getParameter('id'))
      : execute(command);
}

/**
 * A headless browser with a profile of its own.
 * @param {{width?: number, height?: number, touch?: boolean, camera?: string | null}} [how] camera: a film it shows
 */
export async function openBrowser({ width = 1280, height = 800, touch = false, camera = null } = {}) {
  const profile = mkdtempSync(join(tmpdir(), 'tribos-browser-'));
  const options = new chrome.Options();
  options.addArguments(...FLAGS, `--user-data-dir=${profile}`, `--window-size=${width},${height}`);
  if (camera !== null)
    options.addArguments(
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      `--use-file-for-fake-video-capture=${camera}`,
    );
  options.setChromeBinaryPath('/usr/bin/chromium');
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new chrome.ServiceBuilder('/usr/bin/chromedriver'))
    .build();
  await driver.manage().setTimeouts({ script: 15_000 });
  readsQuickly(driver);
  const resize = (w, h) =>
    driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
      width: w,
      height: h,
      deviceScaleFactor: 1,
      mobile: false,
    });
  await resize(width, height);
  if (touch) await driver.sendDevToolsCommand('Emulation.setTouchEmulationEnabled', { enabled: true });
  return {
    driver,
    resize,
    /** Cuts this browser’s line, or joins it again. */
    async offline(cut) {
      await this.line({ offline: cut });
    },
    /**
     * Makes this browser’s line what it is at the back of the shop.
     * @param {{offline?: boolean, upload?: number}} how upload in bytes a second, -1 for as fast as it goes
     */
    async line({ offline = false, upload = -1 }) {
      await driver.sendDevToolsCommand('Network.enable', {});
      await driver.sendDevToolsCommand('Network.emulateNetworkConditions', {
        offline,
        latency: 0,
        downloadThroughput: -1,
        uploadThroughput: upload,
      });
    },
    /** Draws a finger across the screen, a little under its top. */
    async swipe(by, y = 70) {
      const from = 195 - by / 2;
      const touch = (type, x) =>
        driver.sendDevToolsCommand('Input.dispatchTouchEvent', {
          type,
          touchPoints: x === undefined ? [] : [{ x, y }],
        });
      await touch('touchStart', from);
      for (let step = 1; step <= 5; step += 1) await touch('touchMove', from + (by * step) / 5);
      await touch('touchEnd');
    },
    async close() {
      await driver.quit().catch(() => undefined);
      rmSync(profile, { recursive: true, force: true, maxRetries: 3 });
    },
    async picture(file) {
      writeFileSync(file, await driver.takeScreenshot(), 'base64');
    },
  };
}

/**
 * Empties a field as a hand does. The driver's own way sets it from outside: a screen that draws itself between that and the
 * next key puts back what it knows.
 */
export const cleared = (field) => field.sendKeys(Key.chord(Key.CONTROL, 'a'), Key.BACK_SPACE);

/** Signs in by the form. */
export async function signIn(driver, base, email, password = 'demo-bench-77') {
  await driver.get(base);
  // The first page of a browser on a machine that is busy with others.
  await driver.wait(until.elementLocated(By.css('input[type=email]')), 30_000);
  await driver.findElement(By.css('input[type=email]')).sendKeys(email);
  await driver.findElement(By.css('input[type=password]')).sendKeys(password, Key.ENTER);
  await driver.wait(until.elementLocated(By.css('nav[aria-label=Places]')), 10_000);
}

/** Waits inside the page until it shows a text: whoever asks again and again takes the time the page needs. */
const APPEARS = `
  const [text, within, done] = arguments;
  const shown = () => document.body.innerText.replace(/[^\\S\\n]+/g, ' ').includes(text);
  const end = (is) => (seen.disconnect(), clearTimeout(late), done(is));
  let asked = false;
  const look = () => {
    asked = false;
    if (shown()) end(true);
  };
  const seen = new MutationObserver(() => {
    if (!asked) asked = Boolean(setTimeout(look, 30));
  });
  const late = setTimeout(() => end(shown()), within);
  if (shown()) end(true);
  else seen.observe(document.documentElement, { subtree: true, childList: true, characterData: true, attributes: true });`;

/** Waits until the page shows a text. */
export async function sees(driver, text, within = 10_000) {
  const until = Date.now() + within;
  // A page that is left while one waits says nothing: its next one is asked.
  const appears = (ms) => driver.executeAsyncScript(APPEARS, text, ms).catch(() => false);
  for (let left = within; left > 0; left = until - Date.now()) {
    if (await appears(Math.min(left, 2_000))) return;
    await driver.sleep(50);
  }
  if (!(await appears(1))) throw new Error(`the page never showed “${text}”`);
}
