import 'reflect-metadata';
import { readFileSync } from 'node:fs';
import { NestFactory } from '@nestjs/core';
import pg from 'pg';
import { AppModule } from './app/app.module.js';
import { CustomersService } from './customers/index.js';
import { foreignSentence, whatLies } from './database/ours.js';
import { appUrl, ensureRoles } from './database/roles.js';
import { JobsService } from './jobs/index.js';
import { Scope } from './kit/scope.js';
import { RecordService } from './record/index.js';

/**
 * Follows every chain of every shop of OWNER_URL and prints one line of JSON: what does not hold, by shop. With
 * `--roles` it only makes the roles a backup is brought back for, with `--look` it says what the database holds, and
 * with `--erase FILE` it erases customers again whom a list names, a JSON object to a line.
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
  await client.end();
  console.log('{}');
  process.exit(0);
}
if (process.argv.includes('--look')) {
  const lies = await whatLies(client);
  await client.end();
  console.log(JSON.stringify({ ...lies, sentence: foreignSentence(lies.others) }));
  process.exit(0);
}
const { rows } = await client.query<{ id: string; name: string }>('SELECT id, name FROM shops ORDER BY name');
const jobs = await client.query<{ shop_id: string; id: string; number: number }>(
  'SELECT shop_id, id, number FROM jobs ORDER BY number',
);
await client.end();
const app = await NestFactory.createApplicationContext(AppModule.on(appUrl(ownerUrl)), { logger: ['error'] });
/** The house’s own work in a shop. */
const within = (shopId: string) =>
  ({ shopId, shopName: '', personId: '', name: 'Tribos', role: 'apprentice', byPin: false }) as const;
const list = process.argv.indexOf('--erase');
if (list > 0) {
  const lines = readFileSync(process.argv[list + 1] ?? '', 'utf8')
    .split('\n')
    .filter((l) => l.trim() !== '');
  const named = lines.map((l) => JSON.parse(l) as { shop: string; customer: string });
  const customers = app.get(CustomersService);
  let erased = 0;
  for (const { shop, customer } of named)
    if (rows.some((r) => r.id === shop))
      erased += await app.get(Scope).run(within(shop), () => customers.eraseAgain(customer));
  await app.close();
  console.log(JSON.stringify({ erased }));
  process.exit(0);
}
const [scope, record] = [app.get(Scope), app.get(RecordService)];
app.get(JobsService);
const shops = [];
for (const shop of rows) {
  const who = within(shop.id);
  const troubles = [...(await scope.run(who, () => record.check())).troubles];
  for (const job of jobs.rows.filter((j) => j.shop_id === shop.id)) {
    const found = await scope.run(who, () => record.checkJob(job.id));
    troubles.push(...found.troubles.map((t) => `Job ${job.number}: ${t}`));
  }
  shops.push({ name: shop.name, troubles });
}
await app.close();
console.log(JSON.stringify({ shops }));
process.exit(0);
