import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import pg from 'pg';
import { freePort } from '../../scripts/lib/cluster.mjs';
import { prepareDatabase, startServer, stopChild } from '../../scripts/lib/serve.mjs';
import { ROOT } from '../../scripts/lib/paths.mjs';
import { appUrl } from '../../server/dist/database/roles.js';
import { fromTemplate } from './template.mjs';

/** Runs SQL as the owner of a database. */
export async function asOwner(url, sql, values = []) {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query(sql, values)).rows;
  } finally {
    await client.end();
  }
}

/**
 * The built application with the demo shop in a database of its own.
 * @param {string | undefined} clusterUrl connection string of the throwaway cluster's owner
 * @param {Record<string, string>} [env] what its server is told besides
 */
export async function startWorld(clusterUrl = process.env.TEST_CLUSTER_URL, env = {}) {
  if (!clusterUrl)
    throw new Error('TEST_CLUSTER_URL is not set: run npm test, which starts a throwaway PostgreSQL.');
  const name = `e_${randomUUID().replaceAll('-', '')}`;
  const ownerUrl = await fromTemplate(clusterUrl, name, 'e_demo', async (empty) => {
    prepareDatabase(empty, ['--demo']);
  });
  // What was copied is prepared already.
  return serve(clusterUrl, name, ownerUrl, { url: appUrl(ownerUrl) }, env);
}

/** The same with nobody in it yet: `code` founds its shop. */
export async function startEmptyWorld(clusterUrl = process.env.TEST_CLUSTER_URL) {
  const name = `e_${randomUUID().replaceAll('-', '')}`;
  const ownerUrl = await fromTemplate(clusterUrl, name, 'e_empty', async (empty) => {
    prepareDatabase(empty);
  });
  return serve(clusterUrl, name, ownerUrl, prepareDatabase(ownerUrl, ['--first-shop']));
}

/**
 * @param {string} clusterUrl
 * @param {string} name
 * @param {string} ownerUrl
 * @param {{url: string, code?: string | null}} prepared
 * @param {Record<string, string>} [env]
 */
async function serve(clusterUrl, name, ownerUrl, { url, code = null }, env = {}) {
  const port = await freePort();
  let server = await startServer({ databaseUrl: url, port, env });
  return {
    base: `http://127.0.0.1:${port}`,
    ownerUrl,
    code,
    pid: () => server.pid,
    /** Kills the server as a power cut would. */
    kill() {
      const gone = new Promise((resolve) => server.once('exit', resolve));
      server.kill('SIGKILL');
      return gone;
    },
    async restart() {
      server = await startServer({ databaseUrl: url, port, env });
    },
    async close() {
      await stopChild(server);
      await asOwner(clusterUrl, `DROP DATABASE ${name} WITH (FORCE)`);
    },
  };
}

/**
 * Runs `npm start`'s script with a state directory of its own; resolves when it printed a text or ended.
 * @param {{state: string, args?: string[], until?: string, env?: Record<string, string>}} options
 */
export function runStart({ state, args = [], until = 'Ctrl-C stops everything.', env = {} }) {
  const child = spawn(process.execPath, [join(ROOT, 'scripts/start.mjs'), ...args], {
    env: { ...process.env, TRIBOS_STATE: state, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let output = '';
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const ready = new Promise((resolve) => {
    const hear = (data) => {
      output += data;
      if (output.includes(until)) resolve(true);
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.once('exit', () => resolve(false));
  });
  return {
    child,
    ready,
    ended,
    output: () => output,
    address: () => /http:\/\/127\.0\.0\.1:\d+/u.exec(output)?.[0],
  };
}
