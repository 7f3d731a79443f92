import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import PgBoss from 'pg-boss';

/**
 * Long work, by the name of its queue: seconds after which whoever took it is taken to be gone, and how often it is
 * tried, two seconds apart. The next one to take it has to find what is done already.
 */
const HOW = {
  report: { expireInSeconds: 120, retryLimit: 5, retryDelay: 2 },
  // As long as a database is away, and then some.
  import: { expireInSeconds: 60, retryLimit: 60, retryDelay: 2 },
} as const;
export type QueueName = keyof typeof HOW;
export const QUEUES = Object.keys(HOW) as readonly QueueName[];

const SCHEMA = 'queue';

/**
 * Makes the queues in a database, as its owner; does nothing the second time.
 * @param grantTo role the application connects as
 */
export async function ensureQueues(
  ownerUrl: string,
  query: (sql: string) => Promise<{ readonly rows: readonly { readonly queues: number }[] }>,
  grantTo: string,
): Promise<void> {
  const there = await query(`SELECT (to_regclass('${SCHEMA}.queue') IS NOT NULL)::int AS queues`);
  const made = there.rows[0]?.queues
    ? await query(
        `SELECT count(*)::int AS queues FROM ${SCHEMA}.queue WHERE name IN ('${QUEUES.join("', '")}')`,
      )
    : there;
  if (made.rows[0]?.queues === QUEUES.length) return;
  const boss = new PgBoss({
    connectionString: ownerUrl,
    schema: SCHEMA,
    supervise: false,
    schedule: false,
    max: 1,
  });
  boss.on('error', () => undefined);
  await boss.start();
  for (const name of QUEUES) await boss.createQueue(name);
  await boss.stop({ graceful: false, wait: true });
  await query(`GRANT USAGE ON SCHEMA ${SCHEMA} TO ${grantTo};
    GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA ${SCHEMA} TO ${grantTo};
    GRANT EXECUTE ON ALL FUNCTIONS IN SCHEMA ${SCHEMA} TO ${grantTo};
    SELECT 0 AS queues`);
}

/** Long work that is queued in PostgreSQL, so that a server that stops loses none of it. */
@Injectable()
export class Queue implements OnApplicationShutdown {
  private boss: Promise<PgBoss> | null = null;

  /** Takes work from a queue, so many pieces at a time. */
  async work<T extends object>(
    name: QueueName,
    handle: (data: T) => Promise<void>,
    atOnce = 1,
  ): Promise<void> {
    const boss = await this.started();
    for (let i = 0; i < atOnce; i += 1)
      await boss.work<T>(name, { pollingIntervalSeconds: 0.5 }, async ([job]) => {
        if (job) await handle(job.data);
      });
  }

  /** @param behind how many pieces of the same shop wait already: another shop's first goes before its next */
  async add(name: QueueName, data: object, behind = 0): Promise<void> {
    const boss = await this.started();
    await boss.send(name, data, { ...HOW[name], priority: -behind });
  }

  async onApplicationShutdown(): Promise<void> {
    const boss = await this.boss?.catch(() => null);
    await boss?.stop({ graceful: false, wait: false });
  }

  private started(): Promise<PgBoss> {
    this.boss ??= (async () => {
      const boss = new PgBoss({
        connectionString: process.env['DATABASE_URL']!,
        schema: SCHEMA,
        migrate: false,
        schedule: false,
        max: 2,
      });
      // A database that is away is found again by the next poll.
      boss.on('error', () => undefined);
      await boss.start();
      return boss;
    })();
    this.boss.catch(() => (this.boss = null));
    return this.boss;
  }
}
