import 'reflect-metadata';
import { readFileSync } from 'node:fs';
import { NestFactory } from '@nestjs/core';
import pg from 'pg';
import { AppModule } from './app/app.module.js';
import { CustomersService } from './customers/index.js';
import { appUrl } from './database/roles.js';
import { JobsService } from './jobs/index.js';
import { Scope } from './kit/scope.js';
import { RecordService } from './record/index.js';

/**
 * Follows every chain of every shop of OWNER_URL and prints one line of JSON: what does not hold, by shop. With
 * `--erase FILE` it first erases customers again whom a list names.
 */
const ownerUrl = process.env['OWNER_URL'];
if (!ownerUrl) {
  console.error('OWNER_URL is not set.');
  process.exit(2);
}
const client = new pg.Client({ connectionString: ownerUrl });
await client.connect();
const { rows } = await client.query<{ id: string; name: string }>('SELECT id, name FROM shops ORDER BY name');
const jobs = await client.query<{ shop_id: string; id: string; number: number }>(
  'SELECT shop_id, id, number FROM jobs ORDER BY number',
);
await client.end();
const app = await NestFactory.createApplicationContext(AppModule.on(appUrl(ownerUrl)), { logger: ['error'] });
/** The house’s own work in a shop. */
const within = (shopId: string) =>
  ({ shopId, shopName: '', personId: '', name: 'Tribos', role: 'apprentice', byPin: false }) as const;
/** Customers a list names, a JSON object to a line; the last line of a list may have been cut off. */
function named(list: string): { shop: string; customer: string }[] {
  const lines = readFileSync(list, 'utf8').split('\n');
  return lines.flatMap((line) => {
    const { shop, customer } = parsed(line) as Record<string, unknown>;
    return typeof shop === 'string' && typeof customer === 'string' ? [{ shop, customer }] : [];
  });
}
function parsed(line: string): object {
  try {
    return (JSON.parse(line) as object | null) ?? {};
  } catch {
    return {};
  }
}
const list = process.argv.indexOf('--erase');
let erased = 0;
if (list > 0)
  for (const { shop, customer } of named(process.argv[list + 1] ?? ''))
    if (rows.some((r) => r.id === shop))
      erased += await app.get(Scope).run(within(shop), () => app.get(CustomersService).eraseAgain(customer));
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
console.log(JSON.stringify({ shops, erased }));
process.exit(0);
