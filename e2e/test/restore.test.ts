import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import {
  appendFileSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { ROOT } from '../../scripts/lib/paths.mjs';
import { prepareDatabase } from '../../scripts/lib/serve.mjs';
import { fromTemplate } from '../lib/template.mjs';
import { asOwner as inDatabase } from '../lib/world.mjs';

const asOwner = (url: string, sql: string, values: unknown[] = []) =>
  inDatabase(url, sql, values) as unknown as Promise<Record<string, string>[]>;

const cluster = process.env['TEST_CLUSTER_URL']!;
const state = mkdtempSync(join(tmpdir(), 'tribos-restore-'));
const made: string[] = [];
const urlOf = (name: string): string => {
  const url = new URL(cluster);
  url.pathname = `/${name}`;
  return url.href;
};
const nameOf = (url: string): string => new URL(url).pathname.slice(1);
const databases = async (): Promise<string[]> =>
  (await asOwner(cluster, 'SELECT datname FROM pg_database')).map((r) => r['datname']!);

/** An empty database. */
async function database(): Promise<string> {
  const name = `r_${randomUUID().replaceAll('-', '')}`;
  await asOwner(cluster, `CREATE DATABASE ${name}`);
  made.push(name);
  return urlOf(name);
}
/** One with the demo in it. */
async function house(): Promise<string> {
  const name = `r_${randomUUID().replaceAll('-', '')}`;
  made.push(name);
  return fromTemplate(cluster, name, 'e_demo', async (empty: string) => {
    prepareDatabase(empty, ['--demo']);
  });
}

afterAll(async () => {
  for (const name of await databases())
    if (made.some((m) => name.startsWith(m))) await asOwner(cluster, `DROP DATABASE ${name} WITH (FORCE)`);
  rmSync(state, { recursive: true, force: true });
});

function script(name: string, url: string, args: string[], env: Record<string, string> = {}) {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [join(ROOT, 'scripts', `${name}.mjs`), ...args],
    { encoding: 'utf8', env: { ...process.env, TRIBOS_STATE: state, DATABASE_URL: url, ...env } },
  );
  return { status, said: stdout + stderr };
}
const customers = async (url: string): Promise<string[]> =>
  (await asOwner(url, 'SELECT name FROM customers ORDER BY name')).map((r) => r['name']!);

interface Row {
  readonly shop_id: string;
  readonly id: string;
  readonly name: string;
}

describe('bringing a backup back', () => {
  let from: string;
  let backup: string;
  beforeAll(async () => {
    from = await house();
    backup = join(state, 'good.tar');
    expect(script('backup', from, ['--to', backup])).toMatchObject({ status: 0 });
  });

  it('is for its owner alone, signed, and says which key it does not hold', () => {
    expect(statSync(backup).mode & 0o777).toBe(0o600);
    const again = script('backup', from, ['--to', join(state, 'again.tar')]);
    expect(again.said).toContain(
      `does not hold the key it is signed with, ${join(state, 'signing-key.pem')}`,
    );
  });

  it('touches no database of another program, with or without --replace, nor does a start', async () => {
    const url = await database();
    await asOwner(url, `CREATE TABLE invoices (id integer); INSERT INTO invoices VALUES (7)`);
    for (const [name, args] of [
      ['restore', [backup]],
      ['restore', [backup, '--replace']],
      ['restore', ['--back', nameOf(from)]],
      ['start', ['--no-stand-ins', '--empty']],
      ['start', ['--no-stand-ins']],
    ] as const) {
      const { status, said } = script(name, url, [...args]);
      expect([name, status, said]).toEqual([name, 1, expect.stringContaining('public.invoices')]);
    }
    expect(await asOwner(url, 'SELECT id FROM invoices')).toEqual([{ id: 7 }]);
    expect((await databases()).filter((d) => d.startsWith(nameOf(url)))).toEqual([nameOf(url)]);
  });

  it('reads the file before it touches the house: half of one, or one that was changed, leaves it as it is', async () => {
    const url = await house();
    const was = await customers(url);
    const half = join(state, 'half.tar');
    writeFileSync(half, readFileSync(backup).subarray(0, 60_000));
    const changed = join(state, 'changed.tar');
    const bytes = readFileSync(backup);
    bytes[bytes.indexOf('"rows"') + 12]! ^= 1;
    writeFileSync(changed, bytes);
    const aside = join(state, 'aside');
    mkdirSync(aside);
    spawnSync('tar', ['-xf', backup, '-C', aside]);
    const tar = (name: string, ...names: string[]) => {
      const to = join(state, name);
      expect(spawnSync('tar', ['-cPf', to, '-C', aside, ...names]).status).toBe(0);
      return to;
    };
    const parts = ['manifest.json', 'signature.json', 'database.dump'];
    writeFileSync(join(state, 'outside'), 'x');
    symlinkSync('/etc', join(aside, 'files'));
    const link = tar('link.tar', ...parts, 'files');
    const climbing = tar('climbing.tar', ...parts, '../outside');
    for (const [file, words] of [
      [half, 'cannot be read'],
      [changed, 'no backup of Tribos'],
      [link, 'is no backup of Tribos'],
      [climbing, 'is no backup of Tribos'],
    ] as const) {
      const { status, said } = script('restore', url, [file, '--replace']);
      expect([file, status, said]).toEqual([file, 1, expect.stringContaining(words)]);
    }
    expect(await customers(url)).toEqual(was);
    expect((await databases()).filter((d) => d.startsWith(nameOf(url)))).toEqual([nameOf(url)]);
  });

  it('is refused while anybody is connected, and where another installation made the file', async () => {
    const url = await house();
    const client = new pg.Client({ connectionString: url, application_name: 'a server' });
    await client.connect();
    const used = script('restore', url, [backup, '--replace']);
    expect([used.status, used.said]).toEqual([1, expect.stringMatching(/Somebody is connected .*a server/u)]);
    await client.end();

    const elsewhere = mkdtempSync(join(tmpdir(), 'tribos-elsewhere-'));
    const env = { TRIBOS_STATE: elsewhere };
    const foreign = script('restore', url, [backup, '--replace'], env);
    expect([foreign.status, foreign.said]).toEqual([
      1,
      expect.stringContaining('signed by another installation'),
    ]);
    const key = /--trust ([0-9a-f]{16})/u.exec(foreign.said)![1]!;
    const other = script('restore', url, [backup, '--replace', '--trust', '0123456789abcdef'], env);
    expect(other.status).toBe(1);
    const trusted = script('restore', url, [backup, '--replace', '--trust', key], env);
    expect([trusted.status, trusted.said]).toEqual([0, expect.stringContaining('every chain is whole')]);
    expect(await customers(url)).toEqual(await customers(from));
    rmSync(elsewhere, { recursive: true });
  });

  it('puts it beside, proves it and swaps, without who was erased since; what was there stays, and comes back when it is asked for', async () => {
    const url = await house();
    const rows = (await asOwner(
      from,
      'SELECT shop_id, id, name FROM customers ORDER BY name LIMIT 3',
    )) as unknown as Row[];
    const [first, second, third] = rows as [Row, Row, Row];
    // One the database knows of, and one whose database may be gone.
    await asOwner(url, 'INSERT INTO erasures (shop_id, customer_id) VALUES ($1, $2)', [
      first.shop_id,
      first.id,
    ]);
    const list = join(state, 'erased.jsonl');
    appendFileSync(list, `${JSON.stringify({ shop: second.shop_id, customer: second.id })}\n{"shop":"cut o`);
    await asOwner(url, `UPDATE customers SET name = 'Only Here' WHERE id = $1`, [third.id]);
    const kept = script('restore', url, [backup]);
    expect([kept.status, kept.said]).toEqual([1, expect.stringContaining('not empty')]);
    const { status, said } = script('restore', url, [backup, '--replace']);
    expect([status, said]).toEqual([0, expect.stringContaining('every chain is whole')]);
    expect(said).toContain('2 customers who were erased since');
    const now = await customers(url);
    const was = await customers(from);
    expect(now.filter((n) => !was.includes(n))).toHaveLength(2);
    expect(was.filter((n) => !now.includes(n))).toEqual([first.name, second.name]);
    const old = /stays in the database (\S+):/u.exec(said)![1]!;
    expect(await customers(urlOf(old))).toContain('Only Here');
    expect(script('restore', url, ['--back', old]).status).toBe(0);
    expect(await customers(url)).toContain('Only Here');
    rmSync(list);
  });

  it('a start loads no demo where a house once stood', async () => {
    const url = await house();
    const key = `${new URL(url).hostname}:${new URL(url).port}/${nameOf(url)}`;
    writeFileSync(
      join(state, 'houses.json'),
      JSON.stringify({ [key]: { founded: '2026-01-05T00:00:00.000Z' } }),
    );
    await asOwner(cluster, `DROP DATABASE ${nameOf(url)} WITH (FORCE)`);
    await asOwner(cluster, `CREATE DATABASE ${nameOf(url)}`);
    const { status, said } = script('start', url, ['--no-stand-ins']);
    expect([status, said]).toEqual([1, expect.stringContaining('Since 2026-01-05 this house held a shop')]);
    expect(await asOwner(url, 'SELECT count(*)::integer AS n FROM shops')).toEqual([{ n: 0 }]);
  });
});
