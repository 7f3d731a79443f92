import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ask } from './backup.mjs';
import { startCluster } from './cluster.mjs';
import { checkNode, ensureDebianPackages, ensureNodePackages } from './install.mjs';
import { STATE } from './paths.mjs';
import { Trouble } from './say.mjs';

/** Names of PostgreSQL are no longer than this. */
const LONGEST_NAME = 63;

/** Process that runs Tribos from this checkout; null where none does. */
function running() {
  const mark = join(STATE, 'running.json');
  try {
    const { pid } = JSON.parse(readFileSync(mark, 'utf8'));
    process.kill(pid, 0);
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('start.mjs') ? pid : null;
  } catch {
    return null;
  }
}

/**
 * Does something with the house of this checkout, or of DATABASE_URL: its database started where it was not, and
 * stopped again.
 * @param {(ownerUrl: string) => Promise<number | void>} work
 * @param {{alone?: boolean}} [options] alone: refused while Tribos runs
 */
export async function withHouse(work, { alone = false } = {}) {
  checkNode();
  const external = process.env.DATABASE_URL;
  if (!external) ensureDebianPackages(['postgresql']);
  ensureNodePackages();
  if (alone && running() !== null)
    throw new Trouble('Tribos runs from this checkout. Stop it first: nobody may write meanwhile.');
  if (external) return work(external);
  const dir = join(STATE, 'postgresql');
  const ran = existsSync(join(dir, 'data', 'postmaster.pid'));
  const cluster = await startCluster(dir);
  cluster.ensureDatabase('tribos');
  try {
    return await work(cluster.url('tribos'));
  } finally {
    if (!ran) cluster.stop();
  }
}

const quoted = (name) => `"${name.replaceAll('"', '""')}"`;
const literal = (text) => `'${text.replaceAll("'", "''")}'`;
const nameOf = (url) => decodeURIComponent(new URL(url).pathname.slice(1));

/** The same server, another database. */
export function urlOf(url, database) {
  const u = new URL(url);
  u.pathname = `/${encodeURIComponent(database)}`;
  return u.href;
}

/** A name that says when, beside the one of a database. */
export const besideName = (url, what, now = new Date()) => {
  const end = `_${what}_${now.toISOString().replaceAll(/\D/gu, '').slice(0, 14)}`;
  return `${nameOf(url).slice(0, LONGEST_NAME - end.length)}${end}`;
};

/** Asks the server of a database something from outside of it. */
const askServer = (url, sql) => ask(urlOf(url, 'postgres'), sql);

/** Makes an empty database beside another, in its language. @returns {Promise<string>} its connection string */
export async function makeBeside(url, name) {
  const how = await askServer(
    url,
    `SELECT format('ENCODING %L LC_COLLATE %L LC_CTYPE %L', pg_encoding_to_char(encoding), datcollate, datctype) FROM pg_database WHERE datname = ${literal(nameOf(url))}`,
  );
  if (how === '') throw new Trouble(`There is no database called ${nameOf(url)}.`);
  await askServer(url, `CREATE DATABASE ${quoted(name)} TEMPLATE template0 ${how}`);
  return urlOf(url, name);
}

/** Takes a database away that was made here. */
export const dropMade = (url) =>
  askServer(url, `DROP DATABASE IF EXISTS ${quoted(nameOf(url))} WITH (FORCE)`);

/** Refuses where anybody is connected to a database: a server of another checkout, or somebody at a prompt. */
export async function refuseWhileUsed(url) {
  const used = await askServer(
    url,
    `SELECT count(*) || ' (' || string_agg(DISTINCT coalesce(nullif(application_name, ''), usename::text), ', ') || ')' FROM pg_stat_activity WHERE datname = ${literal(nameOf(url))} AND backend_type = 'client backend' HAVING count(*) > 0`,
  );
  if (used !== '')
    throw new Trouble(
      `Somebody is connected to the database ${nameOf(url)}: ${used}. Stop the server that runs on it first. Nothing was changed.`,
    );
}

/** Gives a database nobody is connected to another name. */
export const renameDatabase = (url, name) =>
  askServer(url, `ALTER DATABASE ${quoted(nameOf(url))} RENAME TO ${quoted(name)}`);

/**
 * Puts one database in the place of another, at once or not at all; the other stays, under a new name.
 * @param {string} url     of the place
 * @param {string} comes   name of the database that is put there
 * @param {string} becomes name of the one that is there now
 */
export const swap = (url, comes, becomes) =>
  askServer(
    url,
    `ALTER DATABASE ${quoted(nameOf(url))} RENAME TO ${quoted(becomes)}; ALTER DATABASE ${quoted(comes)} RENAME TO ${quoted(nameOf(url))}`,
  );
