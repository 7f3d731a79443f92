#!/usr/bin/env node
import { mkdirSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildChanged } from './lib/build.mjs';
import { openDirectory, removeCluster, startCluster } from './lib/cluster.mjs';
import { checkNode, ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { ROOT } from './lib/paths.mjs';
import { run, say } from './lib/say.mjs';

const FOLDER = join(ROOT, 'docs/screenshots');

/** One current picture of each main view, from the demo data, at 1280 × 800. */
await run(async () => {
  checkNode();
  ensureDebianPackages(['postgresql', 'chromium', 'chromium-driver']);
  ensureNodePackages('developers');
  buildChanged();
  const { By, openBrowser, sees, signIn } = await import('../e2e/lib/browser.mjs');
  const { api, demoJob } = await import('../e2e/lib/job.mjs');
  const { assembledUpTo, writes } = await import('../e2e/lib/assembly.mjs');
  const { inHouse } = await import('@tribos/core');
  const { startWorld } = await import('../e2e/lib/world.mjs');
  mkdirSync(FOLDER, { recursive: true });
  const dir = openDirectory(join(mkdtempSync(join(tmpdir(), 'tribos-shots-')), 'cluster'));
  const cluster = await startCluster(dir, { throwaway: true });
  const world = await startWorld(cluster.url('postgres'));
  const browser = await openBrowser();
  const { driver } = browser;
  const press = async (text) => {
    await driver.findElement(By.xpath(`(//button[contains(.,"${text}")])[1]`)).click();
  };
  const shot = async (name, path, shows, { theme = 'light', width = 1280, height = 800, act } = {}) => {
    await driver.executeScript(
      `localStorage.setItem('tribos:settings', JSON.stringify({ unit: 'mm', theme: '${theme}', glance: false }))`,
    );
    await browser.resize(width, height);
    await driver.get(world.base + path);
    await sees(driver, shows);
    await act?.();
    // Whole maps are worked beside the screen: the picture is of what stands then.
    await driver.wait(
      async () => !(await driver.findElement(By.css('body')).getText()).includes('working the map'),
      20_000,
    );
    await driver.executeScript('return document.fonts.ready.then(() => undefined)');
    await new Promise((resolve) => setTimeout(resolve, 400));
    await browser.picture(join(FOLDER, `${name}.png`));
    say(`${name}.png`);
  };
  try {
    await driver.get(world.base);
    await signIn(driver, world.base, 'tomasz@ternhollow.example');
    const job = await demoJob(driver, 'Varrow 644 Twin');
    const plated = await demoJob(driver, 'Varrow 312 MX');
    const engine = (await api(driver, 'GET', '/engines')).body.find((e) => e.model === '312 MX').id;
    await shot('benches', '/', 'Window bench');
    await shot('measure', `/jobs/${job}`, 'What stands');
    await shot('measure-dark', `/jobs/${job}`, 'What stands', { theme: 'dark' });
    await shot('phone', `/jobs/${plated}/prepare`, 'must go', { width: 390, height: 844 });
    await shot('prepare', `/jobs/${plated}/prepare`, 'must go');
    await shot('decide', `/jobs/${job}/decide`, 'Recommended');
    const pellworm = await demoJob(driver, 'Pellworm 720');
    await shot('outside', `/jobs/${pellworm}/outside`, 'Coldwater Machine');
    await shot('report', `/jobs/${pellworm}/hand-over`, 'Cautions');
    await shot('glance', `/jobs/${job}`, 'What stands', {
      act: async () => {
        await press('glance');
        await sees(driver, 'It is the last of the plan');
      },
    });
    await shot('engine', `/engines/${engine}`, 'Corrie');
    await shot('gauges', '/gauges', 'Add a gauge');
    const kaldera = await demoJob(driver, 'Kaldera 620 Twin');
    await shot('before', `/jobs/${kaldera}/before`, 'As it came in');
    // The one from the ford.
    const silt = await demoJob(driver, 'Drumlin 386');
    await shot('strip', `/jobs/${silt}/strip`, 'Crown looked at');
    await shot('clean', `/jobs/${silt}/clean`, 'parts to look at', {
      act: async () => {
        await press('Replace');
        await sees(driver, 'What was found?');
      },
    });
    // Up to the clip on the side that is hard to reach.
    const file = async () => inHouse((await api(driver, 'GET', `/jobs/${job}`)).body.file);
    await writes(driver, job, { kind: 'assembly-begun', list: 'general', alone: true });
    await assembledUpTo(driver, job, 'first-clip', file);
    await shot('top', `/jobs/${job}/top`, 'Which side is the first clip on?', {
      act: async () => {
        await press('the side that is hard to reach');
        await sees(driver, 'Its opening points');
      },
    });
    const { items } = (await api(driver, 'GET', '/jobs')).body;
    const finished = items.find((j) => j.customer === 'Petra Nakagawa').id;
    await shot('setup', `/jobs/${finished}/top?at=set-up`, 'Valves and cams', {
      act: async () => {
        await press('Valves and cams');
        await sees(driver, 'with Lintel piston');
      },
    });
    const youth = await demoJob(driver, 'Drumlin 212 Y');
    await shot('refit', `/jobs/${youth}/refit`, 'Still missing');
    const four = await demoJob(driver, 'Varrow 744 Four');
    await shot('measure-bearings', `/jobs/${four}`, 'swapping those that are there');
    await driver.manage().deleteAllCookies();
    await signIn(driver, world.base, 'mirela@ternhollow.example');
    await shot('intake', `/jobs/${kaldera}/intake`, 'Photos and sounds');
  } finally {
    await browser.close();
    await world.close();
    cluster.stop();
    removeCluster(join(dir, '..'));
  }
});
