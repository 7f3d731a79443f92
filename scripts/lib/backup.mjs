import { spawn, spawnSync } from 'node:child_process';
import { Buffer } from 'node:buffer';
import { createHash } from 'node:crypto';
import {
  chmodSync,
  createReadStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  fsyncSync,
  closeSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, dirname, join, resolve } from 'node:path';
import { postgresBin } from './install.mjs';
import { Trouble } from './say.mjs';
import { signed, signer } from './signature.mjs';

/** Backups that are kept beside the newest. */
const KEPT = 14;
const NAME = /^tribos-\d{4}-\d{2}-\d{2}T\d{4}\.tar$/u;
/** A photo or sound by shop and hash: the only names that are ever put beside the database. */
const FILE = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}\/[0-9a-f]{2}\/[0-9a-f]{64}$/u;
const PARTS = ['manifest.json', 'signature.json', 'database.dump'];
/** Readable by who made it and nobody else. */
const OWN_FILE = 0o600;
const OWN_DIRECTORY = 0o700;

/** A connection string as the tools of PostgreSQL take it: the password nowhere anyone may read a command line. */
function connection(url) {
  const u = new URL(url);
  return {
    args: ['-h', u.hostname, '-p', u.port || '5432', '-U', decodeURIComponent(u.username)],
    database: u.pathname.slice(1),
    env: { ...process.env, PGPASSWORD: decodeURIComponent(u.password) },
  };
}

function runTool(command, args, options, what) {
  return new Promise((done, failed) => {
    const child = spawn(command, args, { ...options, stdio: ['ignore', 'pipe', 'pipe'] });
    let [out, said] = ['', ''];
    child.stdout.on('data', (d) => (out += d));
    child.stderr.on('data', (d) => (said += d));
    child.once('error', (e) => failed(new Trouble(`${what}: ${e.message}`)));
    child.once('exit', (code) =>
      code === 0 ? done(out) : failed(new Trouble(`${what}:\n${said.slice(0, 2000)}`)),
    );
  });
}

/** Asks the database one thing, as its owner. */
export async function ask(url, sql) {
  const { args, database, env } = connection(url);
  return (
    await runTool(
      join(postgresBin(), 'psql'),
      [...args, '-d', database, '-X', '-q', '-v', 'ON_ERROR_STOP=1', '-Atc', sql],
      { env, cwd: '/' },
      'The database did not answer',
    )
  ).trim();
}

function hashOf(path) {
  return new Promise((done, failed) => {
    const hash = createHash('sha256');
    createReadStream(path)
      .on('data', (d) => hash.update(d))
      .on('error', failed)
      .on('end', () => done(hash.digest('hex')));
  });
}

/** How many rows each table of ours holds. */
const COUNTS = `SELECT coalesce(json_object_agg(t.name, t.n), '{}') FROM (
  SELECT c.relname AS name,
    (xpath('/row/n/text()', query_to_xml(format('SELECT count(*) AS n FROM public.%I', c.relname), false, true, '')))[1]::text::bigint AS n
  FROM pg_class c JOIN pg_namespace s ON s.oid = c.relnamespace WHERE s.nspname = 'public' AND c.relkind = 'r') t`;

/** Files the database names and does not hold itself: shop and hash. */
const NAMED = `SELECT shop_id || '/' || left(encode(hash, 'hex'), 2) || '/' || encode(hash, 'hex') FROM files WHERE content IS NULL ORDER BY 1`;

/**
 * Writes a database out, and says of that very moment how many rows it holds and which files it names: others may go on
 * writing meanwhile.
 */
async function dumped(ownerUrl, to) {
  const { default: pg } = await import('pg');
  const { args, database, env } = connection(ownerUrl);
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
    const [{ snapshot }] = (await client.query('SELECT pg_export_snapshot() AS snapshot')).rows;
    await runTool(
      join(postgresBin(), 'pg_dump'),
      [...args, '-Fc', `--snapshot=${snapshot}`, '-f', to, database],
      { env, cwd: '/' },
      'The database could not be written out',
    );
    const only = async (sql) => (await client.query({ text: sql, rowMode: 'array' })).rows.map((r) => r[0]);
    return { rows: (await only(COUNTS))[0], named: await only(NAMED) };
  } finally {
    await client.end();
  }
}

/** Photos and sounds a database names. */
export const filesNamed = async (ownerUrl) =>
  (await ask(ownerUrl, NAMED)).split('\n').filter((line) => line !== '');

/**
 * Writes everything of a house into one file that its owner alone may read, signs it and reads it back: the database,
 * and the photos and sounds it names.
 * @param {{ownerUrl: string, files: string, to: string, key: string}} of key: file of the key that signs
 * @returns {Promise<{path: string, bytes: number, files: number}>}
 */
export async function backup({ ownerUrl, files, to, key }) {
  const aside = mkdtempSync(join(tmpdir(), 'tribos-backup-'));
  if (!existsSync(dirname(to))) mkdirSync(dirname(to), { recursive: true, mode: OWN_DIRECTORY });
  const half = `${to}.half`;
  try {
    // Made before anything is in it: tar keeps the rights of what is there.
    rmSync(half, { force: true });
    closeSync(openSync(half, 'wx', OWN_FILE));
    const dump = join(aside, 'database.dump');
    const { rows, named } = await dumped(ownerUrl, dump);
    const missing = named.filter((f) => !existsSync(join(files, f)));
    if (missing.length > 0)
      throw new Trouble(`${missing.length} files the database names are not in ${files}: ${missing[0]} …`);
    const manifest = {
      format: 'tribos-backup',
      version: 2,
      at: new Date().toISOString(),
      database: await hashOf(dump),
      rows,
      files: named,
    };
    const said = Buffer.from(JSON.stringify(manifest, null, 1));
    writeFileSync(join(aside, 'manifest.json'), said);
    writeFileSync(join(aside, 'signature.json'), JSON.stringify(signed(said, key)));
    const list = join(aside, 'list');
    writeFileSync(list, named.join('\n'));
    const unwritten = 'The backup could not be written';
    await runTool('tar', ['-cf', half, '-C', aside, ...PARTS], {}, unwritten);
    if (named.length > 0)
      await runTool(
        'tar',
        ['-rf', half, '-C', resolve(files), '--transform', 's,^,files/,', '-T', list],
        {},
        unwritten,
      );
    await opened(half, key, async () => undefined);
    chmodSync(half, OWN_FILE);
    const handle = openSync(half, 'r');
    fsyncSync(handle);
    closeSync(handle);
    renameSync(half, to);
    return { path: to, bytes: statSync(to).size, files: named.length };
  } finally {
    rmSync(half, { force: true });
    rmSync(aside, { recursive: true, force: true });
  }
}

/** A backup that was unpacked aside and found whole.
 * @typedef {{aside: string, manifest: {at: string, rows: Record<string, number>, files: string[]}, by: {own: boolean, name: string} | null}} Opened */

/** What lies in an archive is ours by name and nothing but plain files: no link leads out of where it is unpacked. */
async function listed(from) {
  const unread = `${from} cannot be read: it is damaged, cut off, or no backup`;
  const names = (await runTool('tar', ['-tf', from], {}, unread)).split('\n').filter(Boolean);
  const kinds = (await runTool('tar', ['-tvf', from], {}, unread)).split('\n').filter(Boolean);
  const ours = (name) => PARTS.includes(name) || (name.startsWith('files/') && FILE.test(name.slice(6)));
  const odd = names.find((name) => !ours(name));
  if (
    odd !== undefined ||
    kinds.some((line) => !line.startsWith('-')) ||
    new Set(names).size !== names.length
  )
    throw new Trouble(`${from} is no backup of Tribos: it holds ${odd ?? 'a link, or a name twice'}.`);
}

/**
 * Unpacks a backup aside, holds every part of it against what its manifest says, and hands it to `work`. Nothing of a
 * house is touched before.
 * @template T
 * @param {string} from
 * @param {string} key file of the key of this installation
 * @param {(backup: Opened) => Promise<T>} work
 * @throws Trouble
 */
export async function opened(from, key, work) {
  const aside = mkdtempSync(join(tmpdir(), 'tribos-check-'));
  try {
    await listed(from);
    const how = ['-xf', from, '-C', aside, '--no-same-owner', '--no-same-permissions'];
    await runTool('tar', how, {}, `${from} cannot be read`);
    const path = join(aside, 'manifest.json');
    const said = existsSync(path) ? readFileSync(path) : Buffer.from('{}');
    const manifest = readJson(said) ?? {};
    if (manifest.format !== 'tribos-backup' || ![1, 2].includes(manifest.version))
      throw new Trouble(`${from} is no backup of Tribos, or of a newer one.`);
    const damaged = (what) => new Trouble(`${from} is damaged: ${what}.`);
    if (!Array.isArray(manifest.files) || !manifest.files.every((f) => FILE.test(f)))
      throw damaged('it names a file that is none of ours');
    const signature = join(aside, 'signature.json');
    const by = existsSync(signature) ? signer(said, readJson(readFileSync(signature)), key) : null;
    if (manifest.version > 1 && by === null) throw damaged('its signature does not hold');
    const dump = join(aside, 'database.dump');
    if (!existsSync(dump) || (await hashOf(dump)) !== manifest.database)
      throw damaged('the database in it is not what was written');
    for (const file of manifest.files) {
      const there = join(aside, 'files', file);
      if (!existsSync(there) || (await hashOf(there)) !== basename(file))
        throw damaged(`the file ${file} in it is not what was written`);
    }
    const read = spawnSync(join(postgresBin(), 'pg_restore'), ['--list', dump], {
      cwd: '/',
      encoding: 'utf8',
    });
    if (read.status !== 0) throw damaged(read.stderr);
    return await work({ aside, manifest, by });
  } finally {
    rmSync(aside, { recursive: true, force: true });
  }
}

function readJson(bytes) {
  try {
    return JSON.parse(bytes.toString('utf8'));
  } catch {
    return null;
  }
}

/**
 * Brings the database of an opened backup into an empty one, all of it or nothing.
 * @param {string} ownerUrl
 * @param {Opened} backup
 */
export async function bringBack(ownerUrl, { aside, manifest }) {
  const { args, database, env } = connection(ownerUrl);
  await runTool(
    join(postgresBin(), 'pg_restore'),
    [...args, '-d', database, '--exit-on-error', '--single-transaction', join(aside, 'database.dump')],
    { env, cwd: '/' },
    'The database could not be brought back; nothing was changed',
  );
  const rows = JSON.parse(await ask(ownerUrl, COUNTS));
  const off = Object.keys(manifest.rows).filter((t) => rows[t] !== manifest.rows[t]);
  if (off.length > 0)
    throw new Trouble(`Not everything came back: ${off.join(', ')} hold other than was written.`);
}

/**
 * Puts photos and sounds of an opened backup where they lie. What is there already is the same, by its name.
 * @param {Opened} backup
 * @param {readonly string[]} names those that are wanted
 */
export async function putFiles({ aside, manifest }, names, files) {
  const held = new Set(manifest.files);
  for (const file of names) {
    if (!held.has(file)) throw new Trouble(`The backup does not hold the file ${file} its database names.`);
    if (existsSync(join(files, file))) continue;
    mkdirSync(dirname(join(files, file)), { recursive: true });
    await runTool('cp', [join(aside, 'files', file), join(files, file)], {}, 'A file could not be put back');
  }
}

/** Name of a backup made now. */
export const backupName = (now = new Date()) =>
  `tribos-${now.toISOString().slice(0, 16).replace(':', '')}.tar`;

/** Backups of a directory, oldest first. */
export const backupsIn = (dir) =>
  existsSync(dir)
    ? readdirSync(dir)
        .filter((f) => NAME.test(f))
        .sort()
    : [];

/** Takes away all but the newest backups of a directory. */
export function keepNewest(dir) {
  for (const old of backupsIn(dir).slice(0, -KEPT)) rmSync(join(dir, old));
}
