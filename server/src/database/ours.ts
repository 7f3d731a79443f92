import type { Client } from 'pg';

/** Every table that a migration of ours ever made, in `public`. A test holds it against a database that was migrated. */
export const OUR_TABLES: readonly string[] = [
  ...['arrivals', 'audit', 'benches', 'customers', 'decisions', 'engines', 'erasures', 'files', 'firm_lines'],
  ...['firm_returns', 'firms', 'first_codes', 'imports', 'instruments', 'invitations', 'jobs', 'kits'],
  ...[
    'known_devices',
    'limits',
    'log_entries',
    'map_spreads',
    'migrations',
    'people',
    'phone_links',
    'photos',
  ],
  ...['rate_limits', 'reports', 'seals', 'sessions', 'sheet_parts', 'shops', 'studies', 'summaries_due'],
  ...['tickets', 'timers', 'tools', 'tricks'],
];
/** Where queued work lies: a schema of its own. */
const QUEUE = 'queue';

/** What a database holds: nothing at all, a house of ours and nothing else, or something of somebody else. */
export interface Lying {
  readonly state: 'nothing' | 'house' | 'foreign';
  /** Names of what is not ours, as `schema.name`. */
  readonly others: readonly string[];
  /** Shops of the house. */
  readonly shops: number;
}

/** Tables, views and sequences of the database that no extension brought. */
const THERE = `SELECT n.nspname AS schema, c.relname AS name, c.relkind AS kind FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace
  WHERE c.relkind IN ('r', 'p', 'v', 'm', 'f', 'S') AND n.nspname NOT LIKE 'pg\\_%' AND n.nspname <> 'information_schema'
  AND NOT EXISTS (SELECT 1 FROM pg_depend d WHERE d.objid = c.oid AND d.deptype IN ('e', 'i', 'a'))
  ORDER BY 1, 2`;

/** Says what a database holds, without changing anything. */
export async function whatLies(client: Client): Promise<Lying> {
  const { rows } = await client.query<{ schema: string; name: string; kind: string }>(THERE);
  if (rows.length === 0) return { state: 'nothing', others: [], shops: 0 };
  const own = rows.filter((r) => r.schema === 'public').map((r) => r.name);
  // The first migration wrote its name in; a table that happens to be called so holds another.
  const migrated = own.includes('migrations') && (await holdsOurMigrations(client));
  const isOurs = ({ schema, name }: { schema: string; name: string }) =>
    migrated && (schema === 'public' ? OUR_TABLES.includes(name) : schema === QUEUE);
  const others = rows.filter((r) => !isOurs(r)).map((r) => `${r.schema}.${r.name}`);
  if (others.length > 0) return { state: 'foreign', others, shops: 0 };
  if (!own.includes('shops')) return { state: 'house', others, shops: 0 };
  const counted = await client.query<{ n: number }>('SELECT count(*)::integer AS n FROM public.shops');
  return { state: 'house', others, shops: counted.rows[0]!.n };
}

async function holdsOurMigrations(client: Client): Promise<boolean> {
  const columns = await client.query<{ name: string }>(
    `SELECT attname AS name FROM pg_attribute WHERE attrelid = 'public.migrations'::regclass AND attnum > 0 AND NOT attisdropped ORDER BY attnum`,
  );
  if (columns.rows.map((c) => c.name).join() !== 'name,applied_at') return false;
  // One that was cut off before its first migration holds none yet.
  const { rows } = await client.query<{ name: string }>('SELECT name FROM public.migrations ORDER BY name');
  return rows.length === 0 || rows[0]!.name === '0001-foundations';
}

/** Names the first few of a list. */
const few = (names: readonly string[]): string =>
  names.length > 6 ? `${names.slice(0, 6).join(', ')} and ${names.length - 6} more` : names.join(', ');

/** What is said of a database that is somebody else's. */
export const foreignSentence = (others: readonly string[]): string =>
  `This database holds what is not of Tribos: ${few(others)}. Nothing was changed. Give Tribos a database of its own (CREATE DATABASE tribos) and name that in DATABASE_URL.`;

/** Thrown where a database is somebody else's, before anything of it is touched. */
export class ForeignDatabase extends Error {
  constructor(others: readonly string[]) {
    super(foreignSentence(others));
  }
}
