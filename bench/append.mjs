#!/usr/bin/env node
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { startWorld } from '../e2e/lib/world.mjs';
import { openDirectory, removeCluster, startCluster } from '../scripts/lib/cluster.mjs';
import { signedIn } from './lib/device.mjs';

/**
 * How long a reading waits to be kept, at 1, 10 and 50 devices, each at a job of its own, on a database that waits for its
 * disk: as a ratio to a request of this very server that signs in by its cookie and inserts one row, the code of a phone,
 * in the same run and in turns with it. Then the same while whole maps are worked, with home, one job and the list.
 */
const MOST_DEVICES = 50;
const EACH = Number(process.env.EACH ?? 400);
const LOTS = 8;

const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];
const say = (name, times, floor) => {
  const sorted = [...times].sort((a, b) => a - b);
  const [p50, p99] = [at(sorted, 0.5), at(sorted, 0.99)];
  const ratio = (v, f) => (floor ? `  ${(v / f).toFixed(1).padStart(5)} × floor` : '');
  console.log(
    `${name.padEnd(46)} p50 ${p50.toFixed(1).padStart(7)} ms${ratio(p50, floor?.p50)}  p99 ${p99.toFixed(1).padStart(7)} ms${ratio(p99, floor?.p99)}`,
  );
  return { p50, p99 };
};

async function timed(times, work) {
  const start = performance.now();
  await work();
  times.push(performance.now() - start);
}

/** So many workers share so many pieces. */
async function spread(workers, pieces, work) {
  let left = pieces;
  await Promise.all(
    Array.from({ length: workers }, async (_, w) => {
      while (left > 0) {
        left -= 1;
        await work(w);
      }
    }),
  );
}

const dir = openDirectory(join(mkdtempSync(join(tmpdir(), 'tribos-bench-')), 'cluster'));
const cluster = await startCluster(dir, { connections: MOST_DEVICES + 40 });
const world = await startWorld(cluster.url('postgres'));
const pool = new pg.Pool({ connectionString: world.ownerUrl, max: MOST_DEVICES });
try {
  const device = await signedIn(world.base);
  const call = async (method, path, body) => {
    const { status, body: said } = await device.send(method, path, body);
    if (status >= 400 || status === 0) throw new Error(`${method} ${path}: ${status} ${said?.detail}`);
    return said;
  };
  const { rows: jobs } = await pool.query(
    `SELECT id, shop_id, engine_id FROM jobs WHERE machine = 'Varrow 644 Twin'`,
  );
  const open = () => device.openJob();
  const own = [];
  for (let i = 0; i < MOST_DEVICES; i += 1) own.push(await open());
  const append = (job, angle, text) =>
    call('POST', `/jobs/${job.id}/log`, { entries: [device.reading(job, text, angle)] });
  const insert = () => call('POST', '/session/phone');
  /** Appends and floors in turns, so that whatever else the machine does is in both. */
  const measured = async (devices) => {
    const [floors, times] = [[], []];
    for (let lot = 0; lot < LOTS; lot += 1) {
      await spread(devices, EACH / LOTS, () => timed(floors, insert));
      await spread(devices, EACH / LOTS, (w) => timed(times, () => append(own[w], 45, '77.021')));
    }
    const floor = say(`floor: signed in, one row, ${devices} at once`, floors);
    say(`a reading appended, ${devices} at once`, times, floor);
  };
  await spread(10, 200, insert);
  await spread(10, 200, (w) => append(own[w], 45, '77.021'));
  console.log(`${EACH} readings at each, nothing else going on\n`);
  for (const devices of [1, 10, 50]) await measured(devices);

  let working = true;
  const worked = (async () => {
    const job = await open();
    for (const angle of [0, 90]) await append(job, angle, '77.020');
    const low = { ...job, depths: { ...job.depths, top: job.depths.low } };
    for (const angle of [0, 90]) await append(low, angle, '77.020');
    let maps = 0;
    for (; working; maps += 1) {
      await append(job, 0, `77.0${10 + (maps % 20)}`);
      await call('GET', `/jobs/${job.id}/verdicts`);
    }
    return maps;
  })();
  // Its own failure is told at the end, not in the middle of another’s.
  worked.catch(() => undefined);

  console.log('\nThe same while whole maps are worked\n');
  for (const devices of [1, 10, 50]) {
    const [gets, homes, lists] = [[], [], []];
    await measured(devices);
    await spread(devices, EACH / 4, () => timed(gets, () => call('GET', `/jobs/${jobs[0].id}`)));
    await spread(devices, EACH / 4, () => timed(lists, () => call('GET', '/jobs')));
    await spread(devices, EACH / 4, () => timed(homes, () => call('GET', '/benches')));
    say(`GET job, ${devices} at once`, gets);
    const list = say(`job list, ${devices} at once`, lists);
    say(`home page, ${devices} at once (floor: the list)`, homes, list);
    console.log();
  }
  working = false;
  console.log(`maps worked meanwhile: ${2 * (await worked)}`);
} finally {
  await pool.end();
  await world.close();
  cluster.stop();
  removeCluster(join(dir, '..'));
}
