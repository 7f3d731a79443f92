import pg from 'pg';
import { Umzug } from 'umzug';
import * as foundations from './migrations/0001-foundations.js';
import * as measure from './migrations/0002-measure.js';
import * as honest from './migrations/0003-honest.js';
import * as reports from './migrations/0004-reports.js';
import * as sheetParts from './migrations/0005-sheet-parts.js';
import * as summaries from './migrations/0006-summaries.js';
import * as benches from './migrations/0007-benches.js';
import * as devices from './migrations/0008-devices.js';
import * as imported from './migrations/0009-imported.js';
import * as chains from './migrations/0010-chains.js';
import * as append from './migrations/0011-append.js';
import * as search from './migrations/0012-search.js';
import * as filings from './migrations/0013-filings.js';

import * as people from './migrations/0014-people.js';
import * as sheets from './migrations/0015-sheets.js';
import * as intake from './migrations/0016-intake.js';
import * as customers from './migrations/0017-customers.js';
import * as tricks from './migrations/0018-tricks.js';
import * as moved from './migrations/0019-moved.js';
import * as strip from './migrations/0020-strip.js';
import * as dial from './migrations/0021-dial.js';
import * as firms from './migrations/0022-firms.js';
import * as lines from './migrations/0023-lines.js';
import * as targets from './migrations/0024-targets.js';
import * as next from './migrations/0025-next.js';
import * as held from './migrations/0026-held.js';
import * as rooms from './migrations/0027-rooms.js';
import * as known from './migrations/0028-known.js';
import * as shopRules from './migrations/0029-shop-rules.js';
import { ensureQueues } from '../kit/queue.js';
import { ForeignDatabase, whatLies } from './ours.js';
import { APP_ROLE, ensureRoles, LOOKUP_GRANTS } from './roles.js';

const MIGRATIONS = [
  foundations,
  measure,
  honest,
  reports,
  sheetParts,
  summaries,
  benches,
  devices,
  imported,
  chains,
  append,
  search,
  filings,
  people,
  sheets,
  intake,
  customers,
  tricks,
  moved,
  strip,
  dial,
  firms,
  lines,
  targets,
  next,
  held,
  rooms,
  known,
  shopRules,
];
/** One number for every server, so that two starting at once migrate one after the other. */
const LOCK = 7_709_410;

/**
 * Brings a database to the current schema, each migration in a transaction of its own.
 * @param ownerUrl connection string of the role that owns the schema
 * @returns names of the migrations that were applied
 */
export async function migrate(ownerUrl: string): Promise<string[]> {
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    await client.query('SELECT pg_advisory_lock($1)', [LOCK]);
    // Whatever called it, nothing of ours is put beside another program's.
    const lies = await whatLies(client);
    if (lies.state === 'foreign') throw new ForeignDatabase(lies.others);
    await ensureRoles(client, ownerUrl);
    await client.query(
      'CREATE TABLE IF NOT EXISTS migrations (name text PRIMARY KEY, applied_at timestamptz NOT NULL DEFAULT now())',
    );
    const umzug = new Umzug({
      migrations: MIGRATIONS.map((m) => ({
        name: m.name,
        up: async () => {
          await client.query('BEGIN');
          try {
            await client.query(m.up(APP_ROLE) + LOOKUP_GRANTS);
            await client.query('INSERT INTO migrations (name) VALUES ($1)', [m.name]);
            await client.query('COMMIT');
          } catch (error) {
            await client.query('ROLLBACK');
            throw error;
          }
        },
      })),
      storage: {
        executed: async () =>
          (await client.query<{ name: string }>('SELECT name FROM migrations ORDER BY name')).rows.map(
            (r) => r.name,
          ),
        // Recorded inside the migration's own transaction, above.
        logMigration: async () => undefined,
        unlogMigration: async () => undefined,
      },
      logger: undefined,
    });
    const applied = (await umzug.up()).map((m) => m.name);
    await ensureQueues(ownerUrl, (sql) => client.query(sql), APP_ROLE);
    return applied;
  } finally {
    await client.end();
  }
}
