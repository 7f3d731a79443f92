#!/usr/bin/env node
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startWorld } from '../e2e/lib/world.mjs';
import { openDirectory, removeCluster, startCluster } from '../scripts/lib/cluster.mjs';
import { signedIn } from './lib/device.mjs';
import { worstBodies } from './lib/worstBodies.mjs';

/**
 * The worst body of each endpoint that takes one, by somebody who is signed in and by nobody: how long the server's own
 * thread is held, seen from outside by how much longer than usual somebody else's health check waits. The floor is a
 * body of the same size that the parser alone reads.
 */
const MOST_MS = Number(process.env.MOST_MS ?? 50);

const dir = openDirectory(join(mkdtempSync(join(tmpdir(), 'tribos-bench-')), 'cluster'));
const cluster = await startCluster(dir, { throwaway: true });
const world = await startWorld(cluster.url('postgres'), {});
const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))];
/** Longest anybody else waited while `work` went on, ms. */
async function held(work) {
  let going = true;
  const waits = [];
  const watch = (async () => {
    while (going) {
      const begun = performance.now();
      await fetch(`${world.base}/api/health/live`);
      waits.push(performance.now() - begun);
    }
  })();
  const begun = performance.now();
  const result = await work();
  const took = performance.now() - begun;
  going = false;
  await watch;
  return { longest: Math.max(...waits), took, result };
}
try {
  const lead = await signedIn(world.base, 'mirela@ternhollow.example');
  const api = (await lead.send('GET', '/docs.json')).body;
  const usual = [];
  for (let i = 0; i < 200; i += 1) {
    const begun = performance.now();
    await fetch(`${world.base}/api/health/live`);
    usual.push(performance.now() - begun);
  }
  usual.sort((a, b) => a - b);
  const floor = at(usual, 0.5);
  console.log(`health check alone: p50 ${floor.toFixed(1)} ms, p99 ${at(usual, 0.99).toFixed(1)} ms\n`);
  const rows = [];
  const calls = Object.entries(api.paths).flatMap(([path, operations]) =>
    Object.keys(operations)
      .filter((m) => ['post', 'put', 'patch', 'delete'].includes(m))
      .map((method) => ({ method: method.toUpperCase(), path: path.replace(/^\/api/u, '') })),
  );
  const job = (await lead.send('GET', '/jobs')).body.items[0].id;
  for (const { method, path } of calls) {
    const to = path.replaceAll(/\{[^}]+\}/gu, job);
    const schema =
      api.paths[`/api${path}`][method.toLowerCase()].requestBody?.content?.['application/json']?.schema;
    for (const { name, body } of worstBodies(schema, api.components.schemas))
      for (const who of ['lead', 'nobody']) {
        const headers = {
          'content-type': 'application/json',
          ...(who === 'lead' ? { cookie: lead.cookie } : {}),
        };
        // Whoever is signed out by what is tried signs in again.
        if (path === '/session' && method === 'DELETE') continue;
        // Again where it was long: what is only chance is not held against it.
        let best = null;
        for (let n = 0; n < 8 && (!best || best.longest > MOST_MS); n += 1) {
          const seen = await held(() =>
            fetch(`${world.base}/api${to}`, { method, headers, body }).then(
              (r) => r.status,
              (e) => String(e.cause?.code),
            ),
          );
          if (!best || seen.longest < best.longest) best = seen;
        }
        rows.push({ what: `${method} ${path}`, name, who, ...best });
      }
  }
  rows.sort((a, b) => b.longest - a.longest);
  for (const r of rows.slice(0, 25))
    console.log(
      `${r.longest.toFixed(1).padStart(7)} ms held, ${r.took.toFixed(1).padStart(7)} ms to ${r.result}: ${r.what} (${r.name}, ${r.who}), ${(r.longest / floor).toFixed(0)} × the check alone`,
    );
  const over = rows.filter((r) => r.longest > MOST_MS);
  const bad = rows.filter((r) => typeof r.result !== 'number' || r.result >= 500);
  for (const r of bad) console.log(`BAD ${r.result}: ${r.what} (${r.name}, ${r.who})`);
  console.log(
    `\n${rows.length} bodies to ${calls.length} operations; ${over.length} held the thread over ${MOST_MS} ms; ${bad.length} answered 5xx or not at all`,
  );
  if (over.length + bad.length > 0) process.exitCode = 1;
} finally {
  await world.close();
  cluster.stop();
  removeCluster(join(dir, '..'));
}
