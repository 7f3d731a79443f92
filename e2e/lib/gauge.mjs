import { startStandIn, stopChild } from '../../scripts/lib/serve.mjs';

/**
 * The gauge stand-in in a process of its own.
 * @param {string[]} [args]
 */
export async function startGauge(args = ['--seed', '11', '--slip', '0', '--drift', '0', '--port', '0']) {
  const { child, port } = await startStandIn('gauge', args);
  const act = (path, body = {}) =>
    fetch(`http://127.0.0.1:${port}${path}`, { method: 'POST', body: JSON.stringify(body) });
  return {
    line: `ws://127.0.0.1:${port}`,
    page: `http://127.0.0.1:${port}/`,
    state: async () => (await fetch(`http://127.0.0.1:${port}/state`)).json(),
    press: () => act('/press'),
    unplug: () => act('/unplug'),
    plug: () => act('/plug'),
    knobs: (knobs) => act('/knobs', knobs),
    close: () => stopChild(child),
  };
}

/** Sets how gauges reach this browser, as its Hands free sheet would. */
export const setHandsFree = (driver, over) =>
  driver.executeScript(
    `localStorage.setItem('tribos:hands-free', JSON.stringify({ sounds: false, speech: false, prefix: '', suffix: '', line: '', ...arguments[0] }))`,
    over,
  );

/**
 * Types as a gauge that is a keyboard does: a burst, with no wait of the driver's between its keys. Only the
 * time a key says of itself tells a gauge from a hand, so a busy machine must not stretch it.
 * @param {string} text what it sends before its Enter
 */
export const typesInOneGo = (driver, text) =>
  driver.executeScript(
    `for (const key of [...arguments[0], 'Enter'])
       document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));`,
    text,
  );
