import 'reflect-metadata';
import { PASSWORD, people } from '@tribos/demo';
import pg from 'pg';
import { firstCode } from './database/firstCode.js';
import { loadDemo } from './database/loadDemo.js';
import { migrate } from './database/migrate.js';
import { appUrl } from './database/roles.js';

/**
 * Brings the database of OWNER_URL to the current schema. `--demo` loads the demo shop into an empty
 * database; `--first-shop` makes the code with which an empty house is founded. Prints one line of JSON: the
 * application's connection string, the demo's sign-ins, and the code.
 */
const ownerUrl = process.env['OWNER_URL'];
if (!ownerUrl) {
  console.error('OWNER_URL is not set. Start with npm start, which sets it.');
  process.exit(2);
}

async function shopNames(url: string): Promise<string[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query<{ email: string }>('SELECT email FROM people LIMIT 10');
  await client.end();
  return rows.map((r) => r.email);
}

const migrated = await migrate(ownerUrl);
let signIns: string[] = [];
const code = process.argv.includes('--first-shop') ? await firstCode(ownerUrl) : null;
if (process.argv.includes('--demo')) {
  await loadDemo(ownerUrl);
  const there = await shopNames(ownerUrl);
  signIns = people.filter((p) => there.includes(p.email)).map((p) => `${p.role}: ${p.email} / ${PASSWORD}`);
}
console.log(JSON.stringify({ url: appUrl(ownerUrl), migrated, signIns, code }));
process.exit(0);
