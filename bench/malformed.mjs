#!/usr/bin/env node
import { readFileSync } from 'node:fs';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { startWorld } from '../e2e/lib/world.mjs';
import { openDirectory, removeCluster, startCluster } from '../scripts/lib/cluster.mjs';

/**
 * Requests that are wrong in every way the published description of the API allows to think of: none may be
 * answered 5xx, none may take longer than two seconds, and the server's memory may not grow with them. The floor
 * is the health check, asked in the same run.
 */
const REQUESTS = Number(process.env.REQUESTS ?? 50_000);
const AT_ONCE = 8;
const SLOW_MS = 2_000;
const BATCHES = 10;

const hostile = fc.oneof(
  fc.constantFrom(
    null,
    '',
    ' ',
    '\u0000',
    '\ud800',
    -1,
    0,
    1e308,
    -0,
    1.5,
    '9'.repeat(400),
    '__proto__',
    [],
    {},
  ),
  fc.constantFrom(
    '2026-02-31',
    '2099-01-01T00:00:00.000Z',
    "1'; DROP TABLE jobs; --",
    '../../etc/passwd',
    '%00',
  ),
  fc.string({ maxLength: 80 }),
  fc.string({ unit: 'binary', maxLength: 40 }),
  fc.double(),
  fc.maxSafeInteger(),
  fc.boolean(),
  fc.uuid(),
  fc.array(fc.constant('x'), { maxLength: 30 }),
  fc.anything({ maxDepth: 3, maxKeys: 5 }),
);

/** Something of a schema, with a part of it replaced by something else now and then. */
function ofSchema(schema, all, depth = 0) {
  const at = schema?.$ref ? all[schema.$ref.split('/').at(-1)] : schema;
  if (!at || depth > 4) return hostile;
  const own =
    at.type === 'object' || at.properties
      ? fc.record(
          Object.fromEntries(
            Object.entries(at.properties ?? {}).map(([k, s]) => [k, ofSchema(s, all, depth + 1)]),
          ),
          { requiredKeys: [] },
        )
      : at.type === 'array'
        ? fc.array(ofSchema(at.items, all, depth + 1), { maxLength: 4 })
        : at.enum
          ? fc.constantFrom(...at.enum)
          : at.type === 'number' || at.type === 'integer'
            ? fc.oneof(fc.integer(), fc.double())
            : at.type === 'boolean'
              ? fc.boolean()
              : fc.oneof(fc.string({ maxLength: 30 }), fc.uuid());
  return fc.oneof({ arbitrary: own, weight: 3 }, { arbitrary: hostile, weight: 1 });
}

const text = (value) => {
  try {
    return JSON.stringify(value, (_, v) => (typeof v === 'bigint' ? String(v) : v)) ?? 'null';
  } catch {
    return '{"a":';
  }
};

const memory = (pid) => {
  const kb = /^VmRSS:\s+(\d+) kB$/mu.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1];
  return Number(kb) / 1024;
};

const dir = openDirectory(join(mkdtempSync(join(tmpdir(), 'tribos-bench-')), 'cluster'));
const cluster = await startCluster(dir, { throwaway: true });
const world = await startWorld(cluster.url('postgres'));
try {
  const session = await fetch(`${world.base}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email: 'mirela@ternhollow.example', password: 'demo-bench-77' }),
  });
  const cookie = session.headers.get('set-cookie').split(';')[0];
  const headers = { cookie, 'content-type': 'application/json' };
  const api = await (await fetch(`${world.base}/api/docs.json`, { headers })).json();
  const jobs = (await (await fetch(`${world.base}/api/jobs`, { headers })).json()).items.map((j) => j.id);
  const schemas = api.components?.schemas ?? {};
  const calls = Object.entries(api.paths).flatMap(([path, operations]) =>
    Object.entries(operations)
      .filter(([method]) => ['get', 'post', 'put', 'patch', 'delete'].includes(method))
      // The session and its streams would end what is measured here.
      .filter(() => !path.includes('/session') && !path.includes('/events'))
      .map(([method, operation]) => ({
        method,
        path,
        body: operation.requestBody?.content?.['application/json']?.schema ?? null,
      })),
  );
  const segment = fc.oneof(
    { arbitrary: fc.constantFrom(...jobs), weight: 3 },
    { arbitrary: hostile.map((v) => encodeURIComponent(String(text(v))).slice(0, 200) || 'x'), weight: 1 },
  );
  const request = fc.constantFrom(...calls).chain(({ method, path, body }) =>
    fc.record({
      method: fc.constant(method.toUpperCase()),
      path: fc
        .tuple(...path.split('/').map((part) => (part.startsWith('{') ? segment : fc.constant(part))))
        .map((parts) => parts.join('/')),
      query: method === 'get' ? fc.webQueryParameters() : fc.constant(''),
      body: method === 'get' || method === 'delete' ? fc.constant(null) : ofSchema(body, schemas).map(text),
    }),
  );

  const statuses = new Map();
  const bad = [];
  const sizes = [];
  let slowest = 0;
  const ask = async ({ method, path, query, body }) => {
    const begun = performance.now();
    const answer = await fetch(`${world.base}${path}${query ? `?${query}` : ''}`, {
      method,
      headers,
      ...(body === null ? {} : { body }),
    }).catch((error) => ({
      status: `no answer: ${error.cause?.code ?? error.message}`,
      text: async () => '',
    }));
    const said = await answer.text();
    const took = performance.now() - begun;
    slowest = Math.max(slowest, took);
    statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
    if (!(answer.status < 500) || took > SLOW_MS)
      bad.push(
        `${answer.status} in ${took.toFixed(0)} ms: ${method} ${path} ${String(body).slice(0, 200)} → ${said.slice(0, 200)}`,
      );
  };
  const floors = [];
  for (let batch = 0; batch < BATCHES; batch += 1) {
    const sent = fc.sample(request, { numRuns: REQUESTS / BATCHES, seed: 7709 + batch });
    await Promise.all(
      Array.from({ length: AT_ONCE }, async () => {
        for (let next = sent.pop(); next; next = sent.pop()) await ask(next);
      }),
    );
    const begun = performance.now();
    await fetch(`${world.base}/api/health`);
    floors.push(performance.now() - begun);
    sizes.push(memory(world.pid()));
  }
  const late = sizes.slice(BATCHES / 2);
  const growth = late.at(-1) - late[0];
  console.log(`${REQUESTS} requests to ${calls.length} operations`);
  console.log(
    `answers: ${[...statuses]
      .sort()
      .map(([s, n]) => `${s} × ${n}`)
      .join(', ')}`,
  );
  console.log(
    `slowest ${slowest.toFixed(0)} ms, ${(slowest / Math.max(...floors)).toFixed(1)} × the slowest health check`,
  );
  console.log(
    `memory after each tenth, MB: ${sizes.map((s) => s.toFixed(0)).join(' ')}; second half ${growth >= 0 ? '+' : ''}${growth.toFixed(0)}`,
  );
  for (const line of bad.slice(0, 20)) console.log(`BAD ${line}`);
  console.log(bad.length === 0 ? 'none 5xx, none over 2 s' : `${bad.length} bad`);
  if (bad.length > 0) process.exitCode = 1;
} finally {
  await world.close();
  cluster.stop();
  removeCluster(join(dir, '..'));
}
