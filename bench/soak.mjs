#!/usr/bin/env node
import { mkdtempSync } from 'node:fs';
import { clearInterval } from 'node:timers';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startWorld } from '../e2e/lib/world.mjs';
import { openDirectory, removeCluster, startCluster } from '../scripts/lib/cluster.mjs';
import { makeShop } from '../server/dist/database/loadDemo.js';
import { memoryOf, slope } from './lib/memory.mjs';
import { SoakDevice } from './lib/soakDevice.mjs';
import { signedIn } from './lib/device.mjs';

/**
 * A long day in minutes: three shops, ten devices that read, decide, import, open jobs and go off line, a
 * database that is restarted twice and a server that is killed three times in the middle of it. Afterwards
 * everything that was acknowledged is looked for, once, in order, and every chain is followed.
 */
const MINUTES = Number(process.env.MINUTES ?? 30);
const DEVICES = 10;
const PASSWORD = 'soak-bench-77';
/** The first minutes of a process fill its caches. */
const WARM_UP_MS = Math.min(120_000, MINUTES * 6_000);

const SHOPS = ['Second shop', 'Third shop'];
const wait = (ms) => new Promise((done) => setTimeout(done, ms));

const dir = openDirectory(join(mkdtempSync(join(tmpdir(), 'tribos-soak-')), 'cluster'));
const cluster = await startCluster(dir);
const world = await startWorld(cluster.url('postgres'));
const began = Date.now();
const since = () => `${((Date.now() - began) / 60_000).toFixed(1).padStart(5)} min`;
const say = (text) => console.log(`${since()}  ${text}`);

/** What is away now: answers may say so, and nothing else. */
const state = { databaseAway: false, serverAway: false, ends: began + MINUTES * 60_000 };
const away = () => state.databaseAway || state.serverAway;

try {
  const people = (n) => [
    { name: `Lead ${n}`, email: `lead${n}@soak.example`, role: 'lead' },
    { name: `Technician ${n}`, email: `technician${n}@soak.example`, role: 'technician' },
  ];
  for (const [n, name] of SHOPS.entries())
    await makeShop(world.ownerUrl, { name, people: people(n), benches: ['A', 'B'], password: PASSWORD });
  const accounts = [
    ['mirela@ternhollow.example', 'demo-bench-77'],
    ['tomasz@ternhollow.example', 'demo-bench-77'],
    ...SHOPS.flatMap((_, n) => people(n).map((p) => [p.email, PASSWORD])),
  ];
  const home = await signedIn(world.base, ...accounts[0]);
  const { body: list } = await home.send('GET', '/jobs');
  const { body: file } = await home.send(
    'GET',
    `/jobs/${list.items.find((j) => j.engine === 'Varrow 644 Twin').id}/file`,
  );
  const leads = [home];
  for (const [n] of SHOPS.entries()) {
    const lead = await signedIn(world.base, `lead${n}@soak.example`, PASSWORD);
    await SoakDevice.furnish(lead, file);
    leads.push(lead);
  }
  const devices = [];
  for (let n = 0; n < DEVICES; n += 1) {
    const device = await signedIn(world.base, ...accounts[n % accounts.length]);
    devices.push(new SoakDevice(n, device, file, away));
  }
  say(`${devices.length} devices of ${leads.length} shops at work for ${MINUTES} minutes`);

  const samples = [];
  const sampling = setInterval(() => {
    const mb = memoryOf(world.pid());
    if (mb !== null) samples.push({ pid: world.pid(), at: Date.now(), mb });
  }, 5_000);
  const events = [
    [0.25, 'kill'],
    [0.35, 'database'],
    [0.5, 'kill'],
    [0.65, 'database'],
    [0.75, 'kill'],
  ];
  const faults = (async () => {
    for (const [share, what] of events) {
      await wait(began + share * MINUTES * 60_000 - Date.now());
      if (what === 'kill') {
        state.serverAway = true;
        await world.kill();
        say('server killed');
        await wait(3_000);
        await world.restart();
        say('server started again');
        // What was asked while it was away may still be told so.
        await wait(1_000);
        state.serverAway = false;
      } else {
        state.databaseAway = true;
        cluster.stop();
        say('database stopped');
        await wait(8_000);
        cluster.startAgain();
        say('database started again');
        await wait(5_000);
        state.databaseAway = false;
      }
    }
  })();
  await Promise.all([faults, ...devices.map((d) => d.workUntil(state.ends))]);
  say('everybody sends what still waits');
  for (const device of devices) await device.sendAll();
  clearInterval(sampling);

  say('looking for everything that was acknowledged');
  const found = {
    entries: 0,
    lost: 0,
    doubled: 0,
    unordered: 0,
    broken: 0,
    decisions: 0,
    imports: 0,
    unfinished: 0,
  };
  for (const device of devices) await device.verify(found);
  const records = [];
  for (const lead of leads) records.push((await lead.send('GET', '/record/check')).body);

  const answers = new Map();
  for (const device of devices)
    for (const [key, times] of device.answers) answers.set(key, (answers.get(key) ?? 0) + times);
  const wrong = [...answers].filter(([key]) => / 5\d\d/u.test(key) && !/ 503 \(away\)| 503 busy/u.test(key));
  const total = [...answers.values()].reduce((a, b) => a + b, 0);

  console.log(`\n| requests | answered |\n| --- | ---: |`);
  for (const [key, times] of [...answers].sort()) console.log(`| ${key} | ${times} |`);
  console.log(`| **all** | **${total}** |`);
  console.log(`\n| looked for | found |\n| --- | ---: |`);
  for (const [what, n] of Object.entries(found)) console.log(`| ${what} | ${n} |`);
  console.log(`| records intact | ${records.filter((r) => r?.intact).length} of ${records.length} |`);
  console.log(`| seals followed | ${records.reduce((sum, r) => sum + (r?.seals ?? 0), 0)} |`);
  console.log(
    `\n| life of the server | minutes | memory, MB | slope, MB a minute | its standard error |\n| --- | ---: | ---: | ---: | ---: |`,
  );
  for (const pid of new Set(samples.map((s) => s.pid))) {
    const own = samples.filter((s) => s.pid === pid);
    const warm = own.filter((s) => s.at - own[0].at > WARM_UP_MS);
    const minutes = (own.at(-1).at - own[0].at) / 60_000;
    const { b, se } = slope(warm.map((s) => [(s.at - own[0].at) / 60_000, s.mb]));
    const range = `${Math.min(...own.map((s) => s.mb))} to ${Math.max(...own.map((s) => s.mb))}`;
    console.log(`| ${pid} | ${minutes.toFixed(1)} | ${range} | ${b.toFixed(2)} | ${se.toFixed(2)} |`);
  }
  const bad = found.lost + found.doubled + found.unordered + found.broken + found.unfinished;
  const whole = records.every((r) => r?.intact);
  for (const r of records) for (const t of r?.troubles ?? ['no answer']) console.log(t);
  if (bad > 0 || wrong.length > 0 || !whole) {
    console.log(`\nFAILED ${JSON.stringify(wrong)}`);
    process.exitCode = 1;
  } else console.log('\nnothing lost, nothing doubled');
} finally {
  await world.close().catch(() => undefined);
  cluster.stop();
  removeCluster(join(dir, '..'));
}
