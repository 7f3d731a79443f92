import 'reflect-metadata';
import { PASSWORD, people } from '@tribos/demo';
import { verify } from '@node-rs/argon2';
import pg from 'pg';
import { firstCode } from './database/firstCode.js';
import { loadDemo } from './database/loadDemo.js';
import { migrate } from './database/migrate.js';
import { ForeignDatabase } from './database/ours.js';
import { appUrl } from './database/roles.js';

/**
 * Brings the database of OWNER_URL to the current schema. `--demo` loads the demo shop into an empty
 * database; `--first-shop` makes the code with which an empty house is founded. Prints one line of JSON: the
 * application's connection string, sign-ins of the demo that still work, the code, how many shops there are, and
 * whether the demo was loaded now.
 */
const ownerUrl = process.env['OWNER_URL'];
if (!ownerUrl) {
  console.error('OWNER_URL is not set. Start with npm start, which sets it.');
  process.exit(2);
}

/** Shops there are, and who of the demo still signs in with the password everybody knows. */
async function whoIsThere(url: string): Promise<{ shops: number; open: string[] }> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query<{ email: string; password_hash: string }>(
    'SELECT email, password_hash FROM people WHERE email = ANY($1) AND left_on IS NULL',
    [people.map((p) => p.email)],
  );
  const counted = await client.query<{ n: number }>('SELECT count(*)::integer AS n FROM shops');
  await client.end();
  const known = await Promise.all(rows.map((r) => verify(r.password_hash, PASSWORD).catch(() => false)));
  return { shops: counted.rows[0]!.n, open: rows.filter((_, i) => known[i]).map((r) => r.email) };
}

const migrated = await migrate(ownerUrl).catch((error: unknown) => {
  console.error(error instanceof ForeignDatabase ? error.message : error);
  process.exit(1);
});
const code = process.argv.includes('--first-shop') ? await firstCode(ownerUrl) : null;
const demo = process.argv.includes('--demo') && (await loadDemo(ownerUrl));
const { shops, open } = await whoIsThere(ownerUrl);
const signIns = people
  .filter((p) => open.includes(p.email))
  .map((p) => `${p.role}: ${p.email} / ${PASSWORD}`);
console.log(JSON.stringify({ url: appUrl(ownerUrl), migrated, signIns, code, shops, demo }));
process.exit(0);
