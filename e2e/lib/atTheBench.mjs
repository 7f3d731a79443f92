import { afterAll, beforeAll } from '@jest/globals';
import { openBrowser, sees, signIn } from './browser.mjs';
import { stationOf } from './station.mjs';
import { startWorld } from './world.mjs';

/** @typedef {Awaited<ReturnType<typeof startWorld>>} World */
/** @typedef {Awaited<ReturnType<typeof openBrowser>>} Browser */

/**
 * The built application with the demo shop, a browser on it and a technician signed in, for all tests of a
 * file. What it returns is filled before the first of them.
 * @param {() => Promise<Record<string, string>>} [around] starts what stands around it, and says what its server is told
 */
export function atTheBench(around = async () => ({})) {
  const at = {
    world: /** @type {World} */ (/** @type {unknown} */ (null)),
    browser: /** @type {Browser} */ (/** @type {unknown} */ (null)),
    station: /** @type {ReturnType<typeof stationOf>} */ (/** @type {unknown} */ (null)),
    /** Opens a page and waits until it says something. */
    async visit(/** @type {string} */ path, /** @type {string} */ shows) {
      await at.browser.driver.get(`${at.world.base}${path}`);
      await sees(at.browser.driver, shows);
    },
  };
  beforeAll(async () => {
    at.world = await startWorld(undefined, await around());
    at.browser = await openBrowser();
    at.station = stationOf(at.world, at.browser);
    await signIn(at.browser.driver, at.world.base, 'tomasz@ternhollow.example');
  });
  afterAll(async () => {
    await at.browser?.close();
    await at.world?.close();
  });
  return at;
}
