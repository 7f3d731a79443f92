import pg from 'pg';
import { v7 } from 'uuid';
import { OUR_TABLES, whatLies } from '../src/database/ours.js';
import { loadDemo, makeShop } from '../src/database/loadDemo.js';
import { migrate } from '../src/database/migrate.js';
import { appUrl, APP_ROLE } from '../src/database/roles.js';

const cluster = process.env['TEST_CLUSTER_URL']!;
const made: string[] = [];

async function withClient<T>(url: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

async function freshDatabase(): Promise<string> {
  const name = `d_${v7().replaceAll('-', '')}`;
  await withClient(cluster, (c) => c.query(`CREATE DATABASE ${name}`));
  made.push(name);
  const url = new URL(cluster);
  url.pathname = `/${name}`;
  return url.href;
}

afterAll(async () => {
  for (const name of made) await withClient(cluster, (c) => c.query(`DROP DATABASE ${name} WITH (FORCE)`));
});

const tablesOf = (url: string): Promise<string[]> =>
  withClient(url, async (c) =>
    (
      await c.query<{ name: string }>(
        `SELECT table_name AS name FROM information_schema.tables WHERE table_schema = 'public' ORDER BY 1`,
      )
    ).rows.map((r) => r.name),
  );

const ALL = [
  '0001-foundations',
  '0002-measure',
  '0003-honest',
  '0004-reports',
  '0005-sheet-parts',
  '0006-summaries',
  '0007-benches',
  '0008-devices',
  '0009-imported',
  '0010-chains',
  '0011-append',
  '0012-search',
  '0013-filings',
  '0014-people',
  '0015-sheets',
  '0016-intake',
  '0017-customers',
  '0018-tricks',
  '0019-moved',
  '0020-strip',
  '0021-dial',
  '0022-firms',
  '0023-lines',
  '0024-targets',
  '0025-next',
  '0026-held',
  '0027-rooms',
  '0028-known',
  '0029-shop-rules',
];

describe('migrating', () => {
  it('brings an empty database up, and does nothing the second time', async () => {
    const url = await freshDatabase();
    expect(await migrate(url)).toEqual(ALL);
    expect(await migrate(url)).toEqual([]);
  });

  it('waits for another server that migrates at the same moment', async () => {
    const url = await freshDatabase();
    const applied = await Promise.all([1, 2, 3].map(() => migrate(url)));
    expect(applied.flat()).toEqual(ALL);
  });

  it('lets several databases of one cluster share the application’s role', async () => {
    const [a, b] = [await freshDatabase(), await freshDatabase()];
    await Promise.all([migrate(a), migrate(b)]);
    for (const url of [a, b]) {
      const who = await withClient(
        appUrl(url),
        async (c) => (await c.query<{ who: string }>('SELECT current_user AS who')).rows[0]?.who,
      );
      expect(who).toBe(APP_ROLE);
    }
  });

  it('leaves nothing of a migration that fails', async () => {
    const url = await freshDatabase();
    await withClient(url, (c) =>
      c.query('CREATE FUNCTION current_shop() RETURNS uuid LANGUAGE sql AS $$SELECT NULL::uuid$$'),
    );
    await expect(migrate(url)).rejects.toThrow('current_shop');
    expect(await tablesOf(url)).toEqual(['migrations']);
    await withClient(url, (c) => c.query('DROP FUNCTION current_shop()'));
    expect(await migrate(url)).toEqual(ALL);
  });

  it('knows every table it makes as its own', async () => {
    const url = await freshDatabase();
    await migrate(url);
    expect(await tablesOf(url)).toEqual([...OUR_TABLES].sort());
    expect(await withClient(url, whatLies)).toEqual({ state: 'house', others: [], shops: 0 });
  });

  it.each([
    ['a table of the same name', 'CREATE TABLE jobs (title text)', ['public.jobs']],
    [
      'another program’s list of migrations',
      'CREATE TABLE migrations (id integer, name text)',
      ['public.migrations'],
    ],
    [
      'a schema of its own',
      'CREATE SCHEMA ledger; CREATE VIEW ledger.sums AS SELECT 1 AS sum',
      ['ledger.sums'],
    ],
    ['a queue of its own', 'CREATE SCHEMA queue; CREATE TABLE queue.job (id integer)', ['queue.job']],
  ])('puts nothing beside another program: %s', async (_, sql, others) => {
    const url = await freshDatabase();
    await withClient(url, (c) => c.query(sql));
    const before = await withClient(url, whatLies);
    expect(before).toEqual({ state: 'foreign', others, shops: 0 });
    await expect(migrate(url)).rejects.toThrow(`holds what is not of Tribos: ${others[0]}`);
    expect(await withClient(url, whatLies)).toEqual(before);
  });

  it('puts nothing into a house of ours that another program moved into', async () => {
    const url = await freshDatabase();
    await migrate(url);
    await withClient(url, (c) => c.query('CREATE TABLE invoices (id integer)'));
    await expect(migrate(url)).rejects.toThrow('public.invoices');
  });
});

describe('the demo', () => {
  it('is loaded once, into an empty database only', async () => {
    const url = await freshDatabase();
    await migrate(url);
    expect(await loadDemo(url)).toBe(true);
    expect(await loadDemo(url)).toBe(false);
    const { shops, jobs } = await withClient(
      url,
      async (c) =>
        (
          await c.query<{ shops: number; jobs: number }>(
            'SELECT (SELECT count(*)::int FROM shops) AS shops, (SELECT count(*)::int FROM jobs) AS jobs',
          )
        ).rows[0]!,
    );
    expect([shops, jobs]).toEqual([1, 11]);
  });

  it('makes no half of a shop', async () => {
    const url = await freshDatabase();
    await migrate(url);
    const twice = { name: 'Same', email: 'same@shop.example', role: 'lead' };
    await expect(
      makeShop(url, {
        name: 'Two',
        people: [twice, { ...twice, name: 'Other' }],
        benches: [],
        password: 'x',
      }),
    ).rejects.toThrow('email');
    expect(await withClient(url, async (c) => (await c.query('SELECT * FROM shops')).rowCount)).toBe(0);
  });
});

describe('what the database itself refuses', () => {
  const shopId = v7();
  let url: string;
  beforeAll(async () => {
    url = await freshDatabase();
    await migrate(url);
    await withClient(url, (c) => c.query('INSERT INTO shops (id, name) VALUES ($1, $2)', [shopId, 'Rules']));
  });
  const gauge = {
    type: 'telescoping',
    unit: 'mm',
    resolution: 1000,
    repeatability: 6000,
    max_error: 4000,
    range_low: 0,
    range_high: 9,
    contacts: 2,
    setting_kind: 'none',
  };
  const insert = (table: string, row: Record<string, unknown>) =>
    withClient(url, (c) => {
      const entries = Object.entries({ shop_id: shopId, id: v7(), ...row });
      return c.query(
        `INSERT INTO ${table} (${entries.map(([k]) => k).join(', ')}) VALUES (${entries.map((_, i) => `$${i + 1}`).join(', ')})`,
        entries.map(([, v]) => v),
      );
    });

  it('takes a sound gauge', async () => {
    await expect(insert('instruments', { name: 'ok', ...gauge })).resolves.toMatchObject({ rowCount: 1 });
  });

  it.each<[string, string, Record<string, unknown>]>([
    ['a gauge of no known type', 'instruments', { name: 'x', ...gauge, type: 'ruler' }],
    ['a range the wrong way round', 'instruments', { name: 'x', ...gauge, range_low: 10 }],
    ['a ring without its certificate', 'instruments', { name: 'x', ...gauge, setting_kind: 'ring' }],
    ['a person of no role', 'people', { name: 'x', email: 'x@x.example', role: 'owner', password_hash: 'x' }],
    [
      'an address in capitals',
      'people',
      { name: 'x', email: 'X@x.example', role: 'lead', password_hash: 'x' },
    ],
    [
      'depths out of order',
      'engines',
      {
        maker: 'm',
        model: 'm',
        kind: 'atv',
        strokes: 4,
        cylinders: ['c'],
        bore: 1,
        stroke: 1,
        wall: 'plated',
        zero_at: 'front',
        depth_top: 3,
        depth_mid: 2,
        depth_low: 4,
        wall_depth: 5,
      },
    ],
    [
      'an engine without a cylinder',
      'engines',
      {
        maker: 'm',
        model: 'm',
        kind: 'atv',
        strokes: 4,
        cylinders: [],
        bore: 1,
        stroke: 1,
        wall: 'plated',
        zero_at: 'front',
        depth_top: 1,
        depth_mid: 2,
        depth_low: 3,
        wall_depth: 5,
      },
    ],
    [
      'a limit of no engine',
      'limits',
      {
        engine_id: v7(),
        position: 1,
        feature: 'bore',
        state: 'new',
        low: 1,
        unit: 'mm',
        source_type: 'engine-maker',
        party: 'p',
        document: 'd',
        page: '',
        revision: '',
        entered_by: 'a',
      },
    ],
  ])('%s', async (_, table, row) => {
    await expect(insert(table, row)).rejects.toThrow(/violates (check|foreign key) constraint/u);
  });

  it('a limit without a figure, and one checked by who typed it', async () => {
    const engine = v7();
    await insert('engines', {
      id: engine,
      maker: 'm',
      model: 'm',
      kind: 'atv',
      strokes: 4,
      cylinders: ['c'],
      bore: 1,
      stroke: 1,
      wall: 'plated',
      zero_at: 'front',
      depth_top: 1,
      depth_mid: 2,
      depth_low: 3,
      wall_depth: 5,
    });
    const limit = {
      engine_id: engine,
      position: 1,
      feature: 'bore',
      state: 'new',
      unit: 'mm',
      source_type: 'engine-maker',
      party: 'p',
      document: 'd',
      page: '',
      revision: '',
      entered_by: 'a',
    };
    await expect(insert('limits', limit)).rejects.toThrow('check constraint');
    await expect(insert('limits', { ...limit, low: 1, checked_by: 'a' })).rejects.toThrow(
      'checked_by_a_second_person',
    );
    await expect(insert('limits', { ...limit, low: 1, checked_by: 'b' })).resolves.toMatchObject({
      rowCount: 1,
    });
  });
});
