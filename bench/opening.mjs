#!/usr/bin/env node
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, openBrowser, signIn, until } from '../e2e/lib/browser.mjs';
import { demoJob } from '../e2e/lib/job.mjs';
import { startWorld } from '../e2e/lib/world.mjs';
import { openDirectory, removeCluster, startCluster } from '../scripts/lib/cluster.mjs';

/**
 * How long the screen's thread is held while a job is opened at each station: total blocking time by the browser's own record
 * of long tasks (what each took over 50 ms), the longest of them, and the script that came beside the first view; against
 * the same figures of the home page in the same run.
 */
const STATIONS = [
  'intake',
  'before',
  'strip',
  'clean',
  '',
  'decide',
  'outside',
  'prepare',
  'top',
  'refit',
  'hand-over',
];
const ROUNDS = Number(process.env.ROUNDS ?? 3);
const ENGINES = ['Varrow 644 Twin', 'Varrow 744 Four'];

/** Long tasks since the page began, and the scripts it took. */
const SEEN = `
  const tasks = window.__tasks ?? [];
  const scripts = performance.getEntriesByType('resource').filter((r) => r.name.endsWith('.js'));
  return {
    blocked: tasks.reduce((sum, t) => sum + Math.max(0, t - 50), 0),
    longest: Math.max(0, ...tasks),
    script: scripts.reduce((sum, r) => sum + r.decodedBodySize, 0),
  };`;
const WATCH = `
  window.__tasks = [];
  new PerformanceObserver((list) => { for (const t of list.getEntries()) window.__tasks.push(t.duration); })
    .observe({ type: 'longtask', buffered: true });`;

const dir = openDirectory(join(mkdtempSync(join(tmpdir(), 'tribos-bench-')), 'cluster'));
const cluster = await startCluster(dir, { throwaway: true });
const world = await startWorld(cluster.url('postgres'));
const browser = await openBrowser();
const { driver } = browser;
try {
  await signIn(driver, world.base, 'mirela@ternhollow.example');
  await driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', { source: WATCH });
  const opened = async (path, css) => {
    const rounds = [];
    for (let round = 0; round < ROUNDS; round += 1) {
      await driver.get('about:blank');
      await driver.get(world.base + path);
      await driver.wait(until.elementLocated(By.css(css)), 15_000);
      await new Promise((rest) => setTimeout(rest, 1_500));
      rounds.push(await driver.executeScript(SEEN));
    }
    return rounds.sort((a, b) => a.blocked - b.blocked)[rounds.length >> 1];
  };
  const row = (name, { blocked, longest, script }, floor) =>
    console.log(
      `${name.padEnd(28)}${Math.round(blocked).toString().padStart(6)} ms blocked  longest ${Math.round(longest).toString().padStart(4)} ms  ${Math.round(
        (script - floor.script) / 1000,
      )
        .toString()
        .padStart(5)} kB beside  ${(blocked / Math.max(1, floor.blocked)).toFixed(1)} × home`,
    );
  const home = await opened('/', 'main');
  row('home', home, home);
  for (const engine of ENGINES) {
    const id = await demoJob(driver, engine);
    for (const station of STATIONS)
      row(
        `${engine.slice(7)} ${station || 'measure'}`,
        await opened(`/jobs/${id}/${station}`, '[data-work]'),
        home,
      );
  }
} finally {
  await browser.close();
  await world.close();
  cluster.stop();
  removeCluster(join(dir, '..'));
}
