import 'reflect-metadata';
import type { NestExpressApplication } from '@nestjs/platform-express';
import pg from 'pg';
import request from 'supertest';
import { v7 } from 'uuid';
import type { ImportView, JobView } from '@tribos/contract';
import { EARLIER_CUSTOMERS } from '@tribos/demo';
import { fromTemplate } from '../../e2e/lib/template.mjs';
import { createApp } from '../src/app/create.js';
import { loadDemo, makeShop } from '../src/database/loadDemo.js';
import { migrate } from '../src/database/migrate.js';
import { SummariesService } from '../src/jobs/index.js';
import { appUrl } from '../src/database/roles.js';

const PASSWORD = 'demo-bench-77';

/** A database of its own for one test file, with the demo shop and a second one that must see none of it. */
export interface World {
  readonly app: NestExpressApplication;
  readonly ownerUrl: string;
  readonly url: string;
  /** Signed-in agents by what they are; `stranger` is the lead of the other shop. */
  readonly lead: Agent;
  readonly technician: Agent;
  readonly apprentice: Agent;
  readonly stranger: Agent;
  readonly nobody: Agent;
  /** Once lists and benches show what was written last. */
  readonly summedUp: () => Promise<void>;
  readonly close: () => Promise<void>;
}

export type Agent = ReturnType<typeof request.agent>;

const cluster = (): string => {
  const url = process.env['TEST_CLUSTER_URL'];
  if (!url)
    throw new Error('TEST_CLUSTER_URL is not set: run npm test, which starts a throwaway PostgreSQL.');
  return url;
};

export async function asOwner(url: string, sql: string, values: unknown[] = []): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query(sql, values);
  } finally {
    await client.end();
  }
}

export async function makeWorld(): Promise<World> {
  const name = `t_${v7().replaceAll('-', '')}`;
  const ownerUrl = await fromTemplate(cluster(), name, 't_two_shops', async (empty) => {
    await migrate(empty);
    await loadDemo(empty);
    await makeShop(empty, {
      name: 'Other shop',
      people: [{ name: 'Sana Whitlock', email: 'sana@other.example', role: 'lead' }],
      benches: ['Only bench'],
      password: PASSWORD,
    });
  });
  const url = appUrl(ownerUrl);
  process.env['DATABASE_URL'] = url;
  const app = await createApp(url, null);
  await app.listen(0, '127.0.0.1');
  const agent = async (email: string): Promise<Agent> => {
    const a = request.agent(app.getHttpServer());
    await a.post('/api/session').send({ email, password: PASSWORD }).expect(200);
    return a;
  };
  return {
    app,
    ownerUrl,
    url,
    lead: await agent('mirela@ternhollow.example'),
    technician: await agent('tomasz@ternhollow.example'),
    apprentice: await agent('ngaire@ternhollow.example'),
    stranger: await agent('sana@other.example'),
    nobody: request.agent(app.getHttpServer()),
    summedUp: () => app.get(SummariesService).idle(),
    close: async () => {
      await app.close();
      await asOwner(cluster(), `DROP DATABASE ${name} WITH (FORCE)`);
    },
  };
}

/** The demo's own job of an engine: the oldest. */
export async function jobOf(agent: Agent, engine: string): Promise<JobView> {
  const { body } = await agent.get('/api/jobs').expect(200);
  const row = (body as { items: { id: string; engine: string; customer: string }[] }).items
    .filter((j) => j.engine === engine && !EARLIER_CUSTOMERS.includes(j.customer))
    .at(-1);
  return (await agent.get(`/api/jobs/${row!.id}`).expect(200)).body as JobView;
}

/** Opens a fresh twin on the shelf. */
export async function newTwin(agent: Agent, over: object = {}): Promise<JobView> {
  const { body: engines } = await agent.get('/api/engines');
  const engineId = (engines as { id: string; model: string }[]).find((e) => e.model === '644 Twin')!.id;
  const { body } = await agent
    .post('/api/jobs')
    .send({
      id: v7(),
      engineId,
      customer: 'Iveta Osei',
      phone: '',
      engineNumber: '',
      use: '',
      complaint: 'test',
      bench: null,
      promised: null,
      plan: 'usual',
      seized: false,
      fittedPiston: null,
      ...over,
    })
    .expect(201);
  return body as JobView;
}

/** Sends a job file as its bytes. */
export const sendFile = (agent: Agent, file: unknown, query: Record<string, string> = {}) =>
  agent
    .post('/api/imports')
    .query({ id: v7(), name: 'job.json', ...query })
    .type('application/json')
    .send(typeof file === 'string' ? file : JSON.stringify(file));

/** Sends a job file and waits until it is in, or refused. */
export async function importOf(agent: Agent, file: unknown): Promise<ImportView> {
  const { body } = await sendFile(agent, file, { again: 'yes' }).expect(202);
  for (;;) {
    const { body: now } = await agent.get(`/api/imports/${(body as ImportView).id}`).expect(200);
    const view = now as ImportView;
    if (view.state === 'done' || view.state === 'refused') return view;
    await new Promise((done) => setTimeout(done, 50));
  }
}

/** Brings a job file in. */
export async function bringIn(agent: Agent, file: unknown): Promise<JobView> {
  const { jobId, problem } = await importOf(agent, file);
  if (problem) throw new Error(problem.detail);
  return (await agent.get(`/api/jobs/${jobId}`).expect(200)).body as JobView;
}

export const gaugeOf = (job: JobView, name: string): string =>
  job.file.instruments.find((i) => i.name.startsWith(name))!.id;

export const readingBody = (job: JobView, text: string, over: object = {}) => ({
  id: v7(),
  kind: 'reading',
  at: new Date().toISOString(),
  station: { part: 'bore', cylinder: 0, depth: 15_000_000, angle: 0 },
  instrumentId: gaugeOf(job, 'Bore gauge 1'),
  text,
  ...over,
});
