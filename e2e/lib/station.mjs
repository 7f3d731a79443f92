import { By, until } from 'selenium-webdriver';
import { serverLog } from './job.mjs';

/** The Measure station of one browser, as tests speak of it. */
export function stationOf(world, browser) {
  const { driver } = browser;
  const text = (id) => driver.findElement(By.css(`[data-testid=${id}]`)).getText();
  return {
    async open(id) {
      await driver.get(`${world.base}/jobs/${id}`);
      await driver.wait(until.elementLocated(By.css('[data-testid=where]')), 15_000);
    },
    where: () => text('where'),
    typed: () => text('typed'),
    leaf: () => text('leaf'),
    bracket: () => text('bracket'),
    isWhere: (name) =>
      driver.wait(async () => (await text('where')) === name, 8_000, `never reached ${name}`),
    logged: (id, n) =>
      driver.wait(async () => (await serverLog(driver, id)).length === n, 15_000, `never ${n} entries`),
    button: (name) => driver.findElement(By.xpath(`//button[normalize-space()="${name}"]`)),
    field: (label) =>
      driver.wait(
        until.elementLocated(By.xpath(`//*[@id=//label[normalize-space()="${label}"]/@for]`)),
        5_000,
      ),
  };
}
