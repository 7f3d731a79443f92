import 'reflect-metadata';
import { randomBytes } from 'node:crypto';
import { PASSWORD, people } from '@tribos/demo';
import pg from 'pg';
import { loadDemo, makeShop } from './database/loadDemo.js';
import { migrate } from './database/migrate.js';
import { appUrl } from './database/roles.js';

/**
 * Brings the database of OWNER_URL to the current schema. `--demo` loads the demo shop into an empty
 * database; `--first-shop` makes an empty shop with one lead. Prints one line of JSON: the application's
 * connection string and the sign-ins to show.
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

async function firstShop(url: string): Promise<string[]> {
  if ((await shopNames(url)).length > 0) return [];
  const password = randomBytes(9).toString('base64url');
  const lead = { name: 'Lead', email: 'lead@shop.example', role: 'lead' };
  await makeShop(url, {
    name: 'Our shop',
    people: [lead],
    benches: ['Bench 1', 'Bench 2', 'Bench 3'],
    password,
  });
  return [`first sign-in, shown once: ${lead.email} / ${password}`];
}

const migrated = await migrate(ownerUrl);
let signIns: string[] = [];
if (process.argv.includes('--first-shop')) signIns = await firstShop(ownerUrl);
if (process.argv.includes('--demo')) {
  await loadDemo(ownerUrl);
  const there = await shopNames(ownerUrl);
  signIns = people.filter((p) => there.includes(p.email)).map((p) => `${p.role}: ${p.email} / ${PASSWORD}`);
}
console.log(JSON.stringify({ url: appUrl(ownerUrl), migrated, signIns }));
process.exit(0);
