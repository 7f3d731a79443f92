#!/usr/bin/env node
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, openBrowser, signIn, until } from '../e2e/lib/browser.mjs';
import { api, clientId, freshJob } from '../e2e/lib/job.mjs';
import { startWorld } from '../e2e/lib/world.mjs';
import { openDirectory, removeCluster, startCluster } from '../scripts/lib/cluster.mjs';

/**
 * From a key at the bar to the frame that shows it, while the whole maps of a twin are being propagated, as a
 * ratio to the same keys with nothing being worked. A frame is 16.7 ms. Between the two stands what the
 * machine itself does to a key while another process keeps a core busy: a worker can do no better than that.
 */
const KEYS = 60;
const ROUNDS = 6;
const SETTLE_MS = 2_500;

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
    const working = document.querySelector('[role=progressbar]') !== null;
    requestAnimationFrame(() => {
      const channel = new MessageChannel();
      channel.port1.onmessage = () => window.__waits.push({ working, ms: performance.now() - event.timeStamp });
      channel.port2.postMessage(null);
    });
  }, true);`;

const key = (type, text) =>
  driver.sendDevToolsCommand('Input.dispatchKeyEvent', {
    type,
    key: text,
    text: type === 'keyDown' ? text : undefined,
  });

/** Presses keys one after another; how long each waited, and whether a map was being worked then. */
async function keys(count) {
  for (let i = 0; i < count; i += 1) {
    await key('keyDown', '7');
    await key('keyUp', '7');
  }
  await driver.sleep(200);
  return driver.executeScript('const w = window.__waits; window.__waits = []; return w');
}

const ms = (waits) => waits.map((w) => w.ms);

/** Readings of a twin’s whole maps, and of its pistons, for a job; the same round reads the same. */
async function twinEntries(id, round) {
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
  return {
    bores: [0, 1].flatMap((cylinder) =>
      [depths.top, depths.mid, depths.low].flatMap((depth, d) =>
        [0, 45, 90, 135].map((angle, a) =>
          reading(
            { part: 'bore', cylinder, depth, angle },
            gauge('Bore gauge 1'),
            `77.0${20 + round + d + a}`,
          ),
        ),
      ),
    ),
    pistons: [0, 1].map((cylinder) =>
      reading(
        { part: 'piston', cylinder, place: 'gauge-height', kit: null },
        gauge('Micrometer 75'),
        '76.95',
      ),
    ),
  };
}

const post = (id, entries) => api(driver, 'POST', `/jobs/${id}/log`, { entries });

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
  const spun = [];
  const busy = [];
  const long = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const id = await freshJob(driver, '644 Twin', { plan: 'full' });
    const { bores, pistons } = await twinEntries(id, round);
    // The server works the same maps: in a shop on a machine of its own, here on a job like it before the keys.
    const like = await freshJob(driver, '644 Twin', { plan: 'full' });
    const first = await twinEntries(like, round);
    await post(like, [...first.bores, ...first.pistons]);
    await api(driver, 'GET', `/jobs/${like}/verdicts`);
    await post(id, bores);
    await driver.get(`${world.base}/jobs/${id}`);
    await driver.wait(until.elementLocated(By.css('[data-testid=where]')), 10_000);
    await driver.sleep(SETTLE_MS);
    await driver.executeScript(WATCH);
    // What completes the maps comes from another device, so that only the propagation is between the keys.
    await post(id, pistons);
    await driver.wait(until.elementLocated(By.css('[role=progressbar]')), 10_000);
    await driver.executeScript('window.__long = []');
    // Enough keys to outlast the work: those after it are left out.
    const pressed = await keys(KEYS);
    busy.push(...ms(pressed.filter((w) => w.working)));
    long.push(...(await driver.executeScript('return window.__long')));
    await driver.sleep(SETTLE_MS);
    idle.push(...ms(await keys(KEYS)));
    const spinning = spawn(process.execPath, ['-e', 'for (;;);']);
    spun.push(...ms(await keys(KEYS)));
    spinning.kill('SIGKILL');
  }
  const floor = summary('floor: nothing being worked', idle);
  summary('the same with a core kept busy', spun, floor);
  summary('while whole maps are propagated', busy, floor);
  console.log(
    `tasks over 50 ms on the screen’s thread meanwhile: ${long.length}${long.length ? `, longest ${Math.max(...long).toFixed(0)} ms` : ''}`,
  );
} finally {
  await browser.close();
  await world.close();
  cluster.stop();
  removeCluster(join(dir, '..'));
}
