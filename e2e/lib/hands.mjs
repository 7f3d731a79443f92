import { By, Key, until } from './browser.mjs';
import { press } from './job.mjs';

/** What has the focus, by the name it is known by. */
const focusedName = `
  const e = document.activeElement;
  const label = e.labels?.[0]?.innerText ?? '';
  return (e.getAttribute('aria-label') ?? (label || e.innerText) ?? '').replace(/\\s+/gu, ' ').trim();`;

/** How many Tabs on what begins with a name seems to be; 1 where nobody can tell. */
const TABS_TO = `
  const [name] = arguments;
  const named = (e) =>
    (e.getAttribute('aria-label') ?? ((e.labels?.[0]?.innerText ?? '') || e.innerText) ?? '').replace(/\\s+/gu, ' ').trim();
  const within = document.querySelector('[role=dialog]') ?? document;
  const all = [...within.querySelectorAll('a[href], button, input, select, textarea, [tabindex]')].filter(
    (e) => e.tabIndex >= 0 && !e.disabled && !e.closest('[inert]') && e.checkVisibility({ visibilityProperty: true }),
  );
  const at = all.indexOf(document.activeElement);
  const to = all.findIndex((e, i) => i > at && named(e).startsWith(name));
  return to < 0 ? 1 : to - at;`;

/** Somebody at the keyboard: keys and the Tab, nothing else. */
export function keyboardOf(driver) {
  return {
    press: (...keys) => press(driver, ...keys),
    /** Walks by Tab to what begins with a name. */
    async to(name) {
      for (let steps = 0; steps < 160; steps += 1) {
        if ((await driver.executeScript(focusedName)).startsWith(name)) return;
        // So many Tabs as it looks to be away, pressed one after another: where they lead to is seen.
        const away = await driver.executeScript(TABS_TO, name);
        await press(driver, ...Array(Math.max(1, away)).fill(Key.TAB));
      }
      throw new Error(`Tab never came to “${name}”`);
    },
    focused: () => driver.executeScript(focusedName),
  };
}

/** Somebody with one thumb on a phone: what is tapped is touched where it is seen, and has to be seen to be touched. */
export function thumbOf(driver) {
  const touch = (type, points) =>
    driver.sendDevToolsCommand('Input.dispatchTouchEvent', { type, touchPoints: points });
  // What lies on top is what a thumb gets at.
  const named = async (name, within) => {
    const covered = (await driver.findElements(By.css('[role=dialog]'))).length > 0;
    return By.xpath(
      `${covered ? '//*[@role="dialog"]' : within}//*[self::button or self::a or self::label][starts-with(normalize-space(), "${name}") or starts-with(@aria-label, "${name}")]`,
    );
  };
  return {
    /** @param within where it is, as an XPath, where more than one is called so */
    async tap(name, within = '') {
      const found = await driver.wait(
        until.elementLocated(await named(name, within)),
        10_000,
        `there is no “${name}”`,
      );
      const at = await driver.executeScript(
        `const e = arguments[0];
         e.scrollIntoView({ block: 'center', inline: 'center' });
         const r = e.getBoundingClientRect();
         const [x, y] = [r.left + r.width / 2, r.top + r.height / 2];
         const top = document.elementFromPoint(x, y);
         return { x, y, seen: top !== null && (e.contains(top) || top.contains(e)) };`,
        found,
      );
      if (!at.seen) throw new Error(`“${name}” lies under something else`);
      await touch('touchStart', [{ x: at.x, y: at.y }]);
      await touch('touchEnd', []);
    },
    /** Types with the phone's own keys into what was tapped. */
    type: (text) => press(driver, ...text),
  };
}
