import { NestFactory } from '@nestjs/core';
import { hash } from '@node-rs/argon2';
import {
  benches,
  costs,
  engines,
  firms,
  instruments,
  jobs,
  PASSWORD,
  people,
  shop,
  studies,
} from '@tribos/demo';
import { mm, partsRenamed, um, UNKNOWN_VARIANT, type EngineSpec, type Naming } from '@tribos/core';
import pg from 'pg';
import { v7 } from 'uuid';
import { AppModule } from '../app/app.module.js';
import { FirmsService } from '../firms/index.js';
import { GaugesService, StudiesService } from '../gauges/index.js';
import { JobsService, SummariesService } from '../jobs/index.js';
import { Scope, type Who } from '../kit/scope.js';
import { LogService, renamedDecision, renamedEntry } from '../readings/index.js';
import { ShopService } from '../people/index.js';
import { EnginesService } from '../specs/index.js';
import { appUrl } from './roles.js';

const DAY = 86_400_000;
/** One number for every server on a database: one loads the demo. */
const LOCK = 7_709_412;
const RETURNED = `INSERT INTO firm_returns (shop_id, ticket_id, cylinder, job_id, firm, what, asked, found, u, at)
  VALUES (current_shop(), $1, 0, $2, $3, $4, $5, $6, $7, $8)`;

/** Makes a shop with its people and benches: what no one in the application may do. */
export async function makeShop(
  ownerUrl: string,
  input: {
    readonly name: string;
    readonly people: readonly { name: string; email: string; role: string }[];
    readonly benches: readonly string[];
    readonly password: string;
  },
): Promise<Who> {
  const shopId = v7();
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    await client.query('BEGIN');
    await client.query(`SELECT set_config('app.shop_id', $1, true)`, [shopId]);
    await client.query('INSERT INTO shops (id, name) VALUES ($1, $2)', [shopId, input.name]);
    const passwordHash = await hash(input.password);
    const rows = input.people.map((p) => ({ ...p, id: v7() }));
    for (const p of rows) {
      await client.query(
        'INSERT INTO people (shop_id, id, name, email, role, password_hash) VALUES ($1, $2, $3, $4, $5, $6)',
        [shopId, p.id, p.name, p.email, p.role, passwordHash],
      );
    }
    for (const [i, name] of input.benches.entries())
      await client.query('INSERT INTO benches (shop_id, name, position) VALUES ($1, $2, $3)', [
        shopId,
        name,
        i + 1,
      ]);
    await client.query('COMMIT');
    const first = rows[0]!;
    return { shopId, shopName: input.name, personId: first.id, name: first.name, role: 'lead', byPin: false };
  } catch (error) {
    await client.query('ROLLBACK');
    throw error;
  } finally {
    await client.end();
  }
}

/** Loads the demo shop once; does nothing when any shop is there already. */
export async function loadDemo(ownerUrl: string, now = new Date()): Promise<boolean> {
  const client = new pg.Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    // Of two that start at once the second finds the shop of the first.
    await client.query('SELECT pg_advisory_lock($1)', [LOCK]);
    const { rowCount } = await client.query('SELECT 1 FROM shops LIMIT 1');
    if (rowCount) return false;
    await load(ownerUrl, now);
    return true;
  } finally {
    await client.end();
  }
}

async function load(ownerUrl: string, now: Date): Promise<void> {
  const who = await makeShop(ownerUrl, { name: shop.name, people, benches, password: PASSWORD });
  const app = await NestFactory.createApplicationContext(AppModule.on(appUrl(ownerUrl)), {
    logger: ['error'],
  });
  try {
    await app
      .get(Scope)
      .run(who, () =>
        fill(
          app.get(EnginesService),
          app.get(GaugesService),
          app.get(StudiesService),
          app.get(JobsService),
          app.get(SummariesService),
          app.get(LogService),
          app.get(ShopService),
          app.get(FirmsService),
          app.get(Scope),
          now,
        ),
      );
    await app.get(SummariesService).idle();
  } finally {
    await app.close();
  }
}

async function fill(
  engineRoom: EnginesService,
  gaugeRoom: GaugesService,
  studyRoom: StudiesService,
  jobRoom: JobsService,
  summaries: SummariesService,
  log: LogService,
  shopRoom: ShopService,
  firmRoom: FirmsService,
  scope: Scope,
  now: Date,
): Promise<void> {
  const ids = new Map<string, string>();
  const id = (name: string): string => {
    const made = ids.get(name) ?? v7();
    ids.set(name, made);
    return made;
  };
  const named = (e: EngineSpec): EngineSpec => ({
    ...e,
    id: id(e.id),
    limits: e.limits.map((l) => ({ ...l, id: id(l.id) })),
    kits: e.kits.map((k) => ({ ...k, id: id(k.id) })),
    ...(e.parts ? { parts: partsRenamed(e.parts, (_named, of) => id(of)) } : {}),
  });
  const { benches: _benches, ...settings } = await shopRoom.view();
  await shopRoom.change({ ...settings, ...costs });
  for (const engine of engines) await engineRoom.keep(named(engine));

  const due = new Date(now.getTime() + 150 * DAY).toISOString().slice(0, 10);
  const gauges = instruments(due);
  await gaugeRoom.keep(
    gauges.map((i) => ({
      ...i,
      id: id(i.id),
      setting:
        i.setting.kind === 'micrometer'
          ? { ...i.setting, instrumentId: id(i.setting.instrumentId) }
          : i.setting,
    })),
  );

  for (const s of studies)
    await studyRoom.measured(
      { id: v7(), instrumentId: id(s.instrument), part: s.part, texts: [...s.texts] },
      s.by,
      new Date(now.getTime() - s.daysAgo * DAY),
    );

  let oldest: string | null = null;
  for (const job of [...jobs(now, gauges)].reverse()) {
    const jobId = v7();
    const own = new Map<string, string>();
    const entryId = (name: string): string => {
      const made = own.get(name) ?? v7();
      own.set(name, made);
      return made;
    };
    await jobRoom.keep({
      engineId: id(job.engine.id),
      phone: job.customer.phone,
      facts: {
        ...job.facts,
        id: jobId,
        customer: job.customer.name,
        overrides: [],
        variant: UNKNOWN_VARIANT,
      },
      createdAt: new Date(now.getTime() - job.createdDaysAgo * DAY),
    });
    const naming: Naming = (named, of) => (named === 'entry' ? entryId(of) : id(of));
    await log.keep(
      jobId,
      job.log.map((e) => renamedEntry(e, naming)),
    );
    for (const [i, d] of job.decisions.entries())
      await jobRoom.keepDecision(jobId, renamedDecision(d, v7(), naming), i + 1);
    await summaries.due(jobId);
    oldest ??= jobId;
  }

  // What came back before the oldest job on file was opened stands under it.
  for (const { came, id: firmId, ...firm } of firms) {
    await firmRoom.add({ ...firm, id: id(firmId), works: firm.works.map((w) => ({ ...w })) });
    for (const [daysAgo, off] of came)
      await scope.ask(RETURNED, [
        v7(),
        oldest,
        firm.name,
        firm.works[0]!.what,
        mm(77),
        mm(77) + um(off),
        um(1.5),
        new Date(now.getTime() - daysAgo * DAY),
      ]);
  }
}
