import pg from 'pg';
import { foreignSentence, whatLies } from './database/ours.js';
import { ensureRoles } from './database/roles.js';

/**
 * Says in one line of JSON what the database of OWNER_URL holds, changing nothing; with `--roles` it only makes the
 * roles that the tables of a backup belong to.
 */
const ownerUrl = process.env['OWNER_URL'];
if (!ownerUrl) {
  console.error('OWNER_URL is not set.');
  process.exit(2);
}
const client = new pg.Client({ connectionString: ownerUrl });
await client.connect();
if (process.argv.includes('--roles')) {
  await ensureRoles(client, ownerUrl);
  console.log('{}');
} else {
  const lies = await whatLies(client);
  console.log(JSON.stringify({ ...lies, sentence: foreignSentence(lies.others) }));
}
await client.end();
process.exit(0);
