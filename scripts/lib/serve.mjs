import { fork, spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { BACKUPS, ERASED, FILES, ROOT, SIGNING_KEY } from './paths.mjs';
import { Trouble } from './say.mjs';
import { ensureSigningKey } from './signingKey.mjs';

/** The core as one module, as it was built: read in a fifth of the time, on each thread. */
const IN_ONE = '--conditions=in-one';

/** Migrates the owner's database and loads what is asked for. */
export function prepareDatabase(ownerUrl, flags = []) {
  const result = spawnSync(process.execPath, [IN_ONE, join(ROOT, 'server/dist/prepare.js'), ...flags], {
    env: { ...process.env, OWNER_URL: ownerUrl },
    encoding: 'utf8',
  });
  if (result.status !== 0)
    throw new Trouble(`The database could not be prepared:\n${result.stderr || result.stdout}`);
  return JSON.parse(result.stdout.trim().split('\n').at(-1));
}

/** Runs a part of the server that looks at a whole database. */
function asking(part, ownerUrl, flags, what) {
  const result = spawnSync(process.execPath, [IN_ONE, join(ROOT, `server/dist/${part}.js`), ...flags], {
    env: {
      ...process.env,
      OWNER_URL: ownerUrl,
      FILES_DIR: FILES,
      TRIBOS_SIGNING_KEY: ensureSigningKey(SIGNING_KEY),
    },
    encoding: 'utf8',
  });
  if (result.status !== 0) throw new Trouble(`${what}:\n${result.stderr || result.stdout}`);
  return JSON.parse(result.stdout.trim().split('\n').at(-1));
}

/** Makes the roles that the tables of a backup belong to. */
export const prepareRoles = (ownerUrl) =>
  asking('look', ownerUrl, ['--roles'], 'The roles of the database could not be made');

/**
 * What a database holds, unchanged.
 * @returns {{state: 'nothing' | 'house' | 'foreign', others: string[], shops: number, sentence: string}}
 */
export const lookAt = (ownerUrl) => asking('look', ownerUrl, [], 'The database could not be looked at');

/**
 * Follows every chain of every shop: what does not hold, by shop.
 * @param {string} ownerUrl
 * @param {string} [erased] list of who is erased again first, shop and customer to a line
 */
export const proveRecord = (ownerUrl, erased) =>
  asking('prove', ownerUrl, erased ? ['--erase', erased] : [], 'The record could not be proved');

/**
 * Starts the server as a child; resolves when it listens.
 * @param {{databaseUrl: string, port: number, host?: string, onExit?: () => void, env?: Record<string, string>}} how
 */
export function startServer({ databaseUrl, port, host = '127.0.0.1', onExit = () => undefined, env = {} }) {
  const child = fork(join(ROOT, 'server/dist/main.js'), {
    execArgv: [IN_ONE],
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      HOST: host,
      WEB_ROOT: join(ROOT, 'web/dist'),
      FILES_DIR: FILES,
      BACKUP_DIR: BACKUPS,
      ERASED_LIST: ERASED,
      TRIBOS_SIGNING_KEY: ensureSigningKey(SIGNING_KEY),
      ...env,
    },
  });
  return new Promise((resolve, reject) => {
    child.once('message', () => {
      child.on('exit', onExit);
      resolve(child);
    });
    child.once('exit', (code) =>
      reject(new Trouble(`The server stopped before it was ready (exit ${code}).`)),
    );
  });
}

/**
 * Starts a stand-in of the outside world as a child; resolves with it and its port when it listens.
 * @param {'gauge' | 'outside'} name
 * @param {string[]} [args]
 */
export function startStandIn(name, args = []) {
  const child = fork(join(ROOT, `stand-ins/${name}/dist/main.js`), args, {
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  return new Promise((resolve, reject) => {
    child.once('message', ({ port }) => resolve({ child, port }));
    child.once('exit', (code) =>
      reject(new Trouble(`The ${name} stand-in stopped before it was ready (exit ${code}).`)),
    );
  });
}

/** Whether a child has not ended. */
export const isRunning = (child) => child.exitCode === null && child.signalCode === null;

/** Asks a child to stop and waits; kills it when it will not. */
export function stopChild(child) {
  if (!isRunning(child)) return Promise.resolve();
  return new Promise((resolve) => {
    const patience = setTimeout(() => child.kill('SIGKILL'), 10_000);
    child.once('exit', () => {
      clearTimeout(patience);
      resolve();
    });
    child.kill('SIGTERM');
  });
}
