#!/usr/bin/env node
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { By, openBrowser, signIn, until } from '../e2e/lib/browser.mjs';
import { startWorld } from '../e2e/lib/world.mjs';
import { openDirectory, removeCluster, startCluster } from '../scripts/lib/cluster.mjs';
import { signedIn } from './lib/device.mjs';

/**
 * The job view with many jobs in the database, as a ratio to the same queries run bare in the same run:
 * the API's answer, and the view on the screen.
 */
const JOBS = Number(process.env.JOBS ?? 20_000);
const ROUNDS = 60;

const median = (values) => [...values].sort((a, b) => a - b)[values.length >> 1];

async function timed(rounds, work) {
  const times = [];
  for (let i = 0; i < rounds; i += 1) {
    const start = performance.now();
    await work();
    times.push(performance.now() - start);
  }
  return median(times.slice(5));
}

const dir = openDirectory(join(mkdtempSync(join(tmpdir(), 'tribos-bench-')), 'cluster'));
const cluster = await startCluster(dir, { throwaway: true });
const world = await startWorld(cluster.url('postgres'));
const client = new pg.Client({ connectionString: world.ownerUrl });
try {
  await client.connect();
  const { rows } = await client.query(`SELECT * FROM jobs WHERE machine = 'Varrow 644 Twin'`);
  const job = rows[0];
  await client.query(
    `INSERT INTO jobs (shop_id, id, number, customer_id, engine_id, machine, engine_number, use, complaint, plan, thermal, search)
     SELECT shop_id, gen_random_uuid(), 1000 + n, customer_id, engine_id, machine, engine_number, use, complaint, plan, thermal, search || ' ' || n
     FROM jobs, generate_series(1, ${JOBS}) n WHERE id = $1`,
    [job.id],
  );
  await client.query('ANALYZE');

  const bare = [
    ['SELECT * FROM shops WHERE id = $1', [job.shop_id]],
    ['SELECT * FROM jobs WHERE shop_id = $1 AND id = $2', [job.shop_id, job.id]],
    ['SELECT * FROM customers WHERE shop_id = $1 AND id = $2', [job.shop_id, job.customer_id]],
    ['SELECT * FROM engines WHERE shop_id = $1 AND id = $2', [job.shop_id, job.engine_id]],
    [
      'SELECT * FROM limits WHERE shop_id = $1 AND engine_id = $2 ORDER BY position',
      [job.shop_id, job.engine_id],
    ],
    [
      'SELECT * FROM kits WHERE shop_id = $1 AND engine_id = $2 ORDER BY oversize',
      [job.shop_id, job.engine_id],
    ],
    ['SELECT * FROM instruments WHERE shop_id = $1 ORDER BY name', [job.shop_id]],
    ['SELECT body FROM log_entries WHERE shop_id = $1 AND job_id = $2 ORDER BY seq', [job.shop_id, job.id]],
    [
      'SELECT * FROM sheet_parts WHERE shop_id = $1 AND engine_id = $2 ORDER BY part',
      [job.shop_id, job.engine_id],
    ],
    ['SELECT * FROM studies WHERE shop_id = $1 ORDER BY at', [job.shop_id]],
    ['SELECT * FROM firms WHERE shop_id = $1 ORDER BY name', [job.shop_id]],
    ['SELECT * FROM firm_returns WHERE shop_id = $1 ORDER BY at, cylinder', [job.shop_id]],
    ['SELECT * FROM decisions WHERE shop_id = $1 AND job_id = $2 ORDER BY position', [job.shop_id, job.id]],
  ];
  const floor = await timed(ROUNDS, async () => {
    for (const [sql, values] of bare) await client.query(sql, values);
  });

  const device = await signedIn(world.base);
  const get = (path) => timed(ROUNDS, () => device.send('GET', path));
  const api = await get(`/jobs/${job.id}`);
  const list = await get('/jobs');
  const search = await get('/jobs?search=varrow%2019999');

  const browser = await openBrowser();
  await signIn(browser.driver, world.base, 'tomasz@ternhollow.example');
  const shown = [];
  for (let i = 0; i < 9; i += 1) {
    await browser.driver.get(`${world.base}/jobs/${job.id}`);
    await browser.driver.wait(until.elementLocated(By.css('[data-testid=where]')), 10_000);
    shown.push(
      await browser.driver.executeScript(
        `return performance.getEntriesByName('tribos:job-shown')[0]?.startTime ?? NaN`,
      ),
    );
  }
  await browser.close();

  const row = (name, ms) =>
    console.log(
      `${name.padEnd(44)} ${ms.toFixed(1).padStart(8)} ms  ${(ms / floor).toFixed(1).padStart(6)} × floor`,
    );
  console.log(`${JOBS} jobs in the database; medians\n`);
  row('floor: the same queries run bare, one by one', floor);
  row('GET /api/jobs/:id', api);
  row('GET /api/jobs, first page', list);
  row('GET /api/jobs?search=, one hit', search);
  row('job view in the browser, address to figures', median(shown));
} finally {
  await client.end();
  await world.close();
  cluster.stop();
  removeCluster(join(dir, '..'));
}
