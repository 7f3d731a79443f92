#!/usr/bin/env node
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, openBrowser, signIn, until } from '../e2e/lib/browser.mjs';
import { api, clientId, freshJob } from '../e2e/lib/job.mjs';
import { startWorld } from '../e2e/lib/world.mjs';
import { openDirectory, removeCluster, startCluster } from '../scripts/lib/cluster.mjs';

/**
 * From a key at the bar to the frame that shows it, while the whole maps of a twin are being propagated, as a
 * ratio to the same keys with nothing being worked. A frame is 16.7 ms.
 */
const KEYS = 30;
const ROUNDS = 4;

const dir = openDirectory(join(mkdtempSync(join(tmpdir(), 'tribos-bench-')), 'cluster'));
const cluster = await startCluster(dir, { throwaway: true });
const world = await startWorld(cluster.url('postgres'));
const browser = await openBrowser();
const { driver } = browser;

/** Marks for every key how long it took until the frame after the bar changed was drawn. */
const WATCH = `
  window.__waits = [];
  window.__long = [];
  new PerformanceObserver((list) => window.__long.push(...list.getEntries().map((e) => e.duration))).observe({ type: 'longtask' });
  window.addEventListener('keydown', (event) => {
    requestAnimationFrame(() => {
      const channel = new MessageChannel();
      channel.port1.onmessage = () => window.__waits.push(performance.now() - event.timeStamp);
      channel.port2.postMessage(null);
    });
  }, true);`;

const key = (type, text) =>
  driver.sendDevToolsCommand('Input.dispatchKeyEvent', {
    type,
    key: text,
    text: type === 'keyDown' ? text : undefined,
  });

async function keys(count, goOn) {
  for (let i = 0; i < count && (await goOn()); i += 1) {
    await key('keyDown', '7');
    await key('keyUp', '7');
  }
  await driver.sleep(200);
  return driver.executeScript('const w = window.__waits; window.__waits = []; return w');
}

const summary = (name, waits, floor) => {
  const sorted = [...waits].sort((a, b) => a - b);
  const [median, p95, most] = [
    sorted[sorted.length >> 1],
    sorted[Math.floor(sorted.length * 0.95)],
    sorted.at(-1),
  ];
  console.log(
    `${name.padEnd(40)} median ${median.toFixed(1).padStart(6)} ms, 95 of 100 ${p95.toFixed(1).padStart(6)} ms, most ${most.toFixed(1).padStart(6)} ms${floor ? `  ${(median / floor).toFixed(2)} × floor` : ''}  (${waits.length} keys)`,
  );
  return median;
};

try {
  await signIn(driver, world.base, 'tomasz@ternhollow.example');
  const idle = [];
  const busy = [];
  const long = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const id = await freshJob(driver, '644 Twin', { plan: 'full' });
    const { file } = (await api(driver, 'GET', `/jobs/${id}`)).body;
    const gauge = (name) => file.instruments.find((i) => i.name.startsWith(name)).id;
    const { depths } = file.engine;
    const reading = (station, instrumentId, text) => ({
      id: clientId(),
      kind: 'reading',
      at: new Date().toISOString(),
      station,
      instrumentId,
      text,
    });
    const entries = [0, 1].flatMap((cylinder) => [
      ...[depths.top, depths.mid, depths.low].flatMap((depth, d) =>
        [0, 45, 90, 135].map((angle, a) =>
          reading(
            { part: 'bore', cylinder, depth, angle },
            gauge('Bore gauge 1'),
            `77.0${20 + round + d + a}`,
          ),
        ),
      ),
      reading(
        { part: 'piston', cylinder, place: 'gauge-height', kit: null },
        gauge('Micrometer 75'),
        '76.95',
      ),
    ]);
    await api(driver, 'POST', `/jobs/${id}/log`, { entries });
    await driver.get(`${world.base}/jobs/${id}`);
    await driver.wait(until.elementLocated(By.css('[role=progressbar]')), 10_000);
    await driver.executeScript(WATCH);
    const working = async () => (await driver.findElements(By.css('[role=progressbar]'))).length > 0;
    busy.push(...(await keys(KEYS, working)));
    long.push(...(await driver.executeScript('return window.__long')));
    await driver.wait(async () => !(await working()), 30_000);
    idle.push(...(await keys(KEYS, () => true)));
  }
  const floor = summary('floor: nothing being worked', idle);
  summary('while whole maps are propagated', busy, floor);
  // The screen’s own thread; the rest of a wait is two cores shared with worker, server and driver.
  console.log(
    `tasks over 50 ms on the screen’s thread meanwhile: ${long.length}${long.length ? `, longest ${Math.max(...long).toFixed(0)} ms` : ''}`,
  );
} finally {
  await browser.close();
  await world.close();
  cluster.stop();
  removeCluster(join(dir, '..'));
}
