import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
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

/** Backups that are kept beside the newest. */
const KEPT = 14;
const NAME = /^tribos-\d{4}-\d{2}-\d{2}T\d{4}\.tar$/u;

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

/**
 * Writes everything of a house into one file, and reads it back: the database, and the photos and sounds it names.
 * @param {{ownerUrl: string, files: string, to: string}} of
 * @returns {Promise<{path: string, bytes: number, files: number}>}
 */
export async function backup({ ownerUrl, files, to }) {
  const aside = mkdtempSync(join(tmpdir(), 'tribos-backup-'));
  mkdirSync(dirname(to), { recursive: true });
  const half = `${to}.half`;
  try {
    const dump = join(aside, 'database.dump');
    const { rows, named } = await dumped(ownerUrl, dump);
    const missing = named.filter((f) => !existsSync(join(files, f)));
    if (missing.length > 0)
      throw new Trouble(`${missing.length} files the database names are not in ${files}: ${missing[0]} …`);
    const manifest = {
      format: 'tribos-backup',
      version: 1,
      at: new Date().toISOString(),
      database: await hashOf(dump),
      rows,
      files: named,
    };
    writeFileSync(join(aside, 'manifest.json'), JSON.stringify(manifest, null, 1));
    const list = join(aside, 'list');
    writeFileSync(list, named.join('\n'));
    const unwritten = 'The backup could not be written';
    await runTool('tar', ['-cf', half, '-C', aside, 'manifest.json', 'database.dump'], {}, unwritten);
    if (named.length > 0)
      await runTool(
        'tar',
        ['-rf', half, '-C', resolve(files), '--transform', 's,^,files/,', '-T', list],
        {},
        unwritten,
      );
    await check(half);
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

/** Unpacks a backup aside and holds every part of it against what its manifest says. @throws Trouble */
async function unpacked(from, aside) {
  await runTool('tar', ['-xf', from, '-C', aside], {}, `${from} cannot be read`);
  const path = join(aside, 'manifest.json');
  const manifest = existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : {};
  if (manifest.format !== 'tribos-backup' || manifest.version !== 1)
    throw new Trouble(`${from} is no backup of Tribos, or of a newer one.`);
  if ((await hashOf(join(aside, 'database.dump'))) !== manifest.database)
    throw new Trouble(`${from} is damaged: the database in it is not what was written.`);
  for (const file of manifest.files) {
    const there = join(aside, 'files', file);
    if (!existsSync(there) || (await hashOf(there)) !== basename(file))
      throw new Trouble(`${from} is damaged: the file ${file} in it is not what was written.`);
  }
  const listed = spawnSync(join(postgresBin(), 'pg_restore'), ['--list', join(aside, 'database.dump')], {
    cwd: '/',
    encoding: 'utf8',
  });
  if (listed.status !== 0) throw new Trouble(`${from} is damaged: ${listed.stderr}`);
  return manifest;
}

async function check(from) {
  const aside = mkdtempSync(join(tmpdir(), 'tribos-check-'));
  try {
    await unpacked(from, aside);
  } finally {
    rmSync(aside, { recursive: true, force: true });
  }
}

/**
 * Brings a backup into an empty database, all of it or nothing.
 * @param {{ownerUrl: string, files: string, from: string}} of the database has to be there and empty
 * @returns what the manifest says
 */
export async function restore({ ownerUrl, files, from }) {
  const aside = mkdtempSync(join(tmpdir(), 'tribos-restore-'));
  try {
    const manifest = await unpacked(from, aside);
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
    for (const file of manifest.files) {
      mkdirSync(dirname(join(files, file)), { recursive: true });
      await runTool(
        'cp',
        [join(aside, 'files', file), join(files, file)],
        {},
        'A file could not be put back',
      );
    }
    return manifest;
  } finally {
    rmSync(aside, { recursive: true, force: true });
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
