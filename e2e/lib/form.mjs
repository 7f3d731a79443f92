import { By, Key, until } from './browser.mjs';

/** Fields of the page by the beginning of their label, filled as by hand. */
export function formOf(driver) {
  const field = (label) =>
    driver.wait(
      until.elementLocated(By.xpath(`//*[@id=//label[starts-with(normalize-space(), "${label}")]/@for]`)),
      8_000,
      `there is no field “${label}”`,
    );
  return {
    field,
    /** Puts a text in place of what stands there. */
    async fill(label, text) {
      await (await field(label)).sendKeys(Key.chord(Key.CONTROL, 'a'), text);
    },
    /** Chooses by the first letters, as by keyboard. */
    async choose(label, letters) {
      await (await field(label)).sendKeys(letters);
    },
    /** Sends the form a field stands in, by Enter. */
    async enter(label) {
      await (await field(label)).sendKeys(Key.ENTER);
    },
    /** Presses a button by the beginning of its name, by keyboard. */
    async push(name) {
      const button = await driver.wait(
        until.elementLocated(
          By.xpath(
            `//button[starts-with(normalize-space(), "${name}") or starts-with(@aria-label, "${name}")]`,
          ),
        ),
        8_000,
        `there is no button “${name}”`,
      );
      await button.sendKeys(Key.ENTER);
    },
    /** Chooses from the menu of papers and tools in the line of a job, by keyboard. */
    async fromPapers(name) {
      await this.push('Papers and tools');
      const item = await driver.wait(
        until.elementLocated(By.xpath(`//*[@role="menuitem"][normalize-space()="${name}"]`)),
        8_000,
        `there is no “${name}” among the papers`,
      );
      await item.click();
    },
    /** Waits until no button of that name is there. */
    async gone(name) {
      await driver.wait(
        async () =>
          (await driver.findElements(By.xpath(`//button[starts-with(normalize-space(), "${name}")]`)))
            .length === 0,
        10_000,
        `“${name}” never went`,
      );
    },
  };
}
