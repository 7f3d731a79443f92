import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import {
  may,
  permissionFor,
  speaksAsFirm,
  type AppendedLog,
  type AppendLog,
  type EditJob,
  type JobView,
  type NewDecision,
  type NewJob,
  type OverrideBody,
} from '@tribos/contract';
import {
  namedBy,
  routeOf,
  ROUTES,
  UNKNOWN_VARIANT,
  UNSTATED_THERMAL,
  type JobFile,
  type RouteName,
  wallSize,
} from '@tribos/core';
import { JudgingService } from '../judging/index.js';
import { brokenAt, canonical, chainLink, chainStart, type Checked } from '../kit/chain.js';
import { ProblemError, stale } from '../kit/problems.js';
import { Scope, type Who } from '../kit/scope.js';
import { AuditService, ShopService } from '../people/index.js';
import { LogService } from '../readings/index.js';
import { EnginesService } from '../specs/index.js';
import { BenchesService } from './benches.service.js';
import { JobFiles } from './jobFiles.service.js';
import { DecisionModel, JobModel } from './models.js';
import { decisionOf } from './rows.js';
import { SummariesService } from './summaries.service.js';

/** What a search looks through. */
const searchOf = (
  j: Pick<JobFile['job'], 'number' | 'machine' | 'engineNumber' | 'customer' | 'complaint'>,
): string =>
  `${String(j.number).padStart(4, '0')} ${j.machine} ${j.engineNumber} ${j.customer} ${j.complaint}`.toLowerCase();

const decisionsStart = (jobId: string): Buffer => chainStart(`decisions ${jobId}`);

/** A job that is written to each time while it is judged is not decided on. */
const MOST_TRIES = 5;

/** Jobs: opened, changed, read and decided. */
@Injectable()
export class JobsService {
  constructor(
    @InjectModel(JobModel) private readonly jobs: typeof JobModel,
    @InjectModel(DecisionModel) private readonly decisions: typeof DecisionModel,
    private readonly shop: ShopService,
    private readonly engines: EnginesService,
    private readonly files: JobFiles,
    private readonly benches: BenchesService,
    private readonly judging: JudgingService,
    private readonly summaries: SummariesService,
    private readonly log: LogService,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  async view(id: string): Promise<JobView> {
    return this.files.versioned(id);
  }

  async file(id: string): Promise<JobFile> {
    return this.files.of(id);
  }

  /** @param number the one it has already; the next one where it has none */
  async create(body: NewJob, number?: number): Promise<JobView> {
    const before = await this.jobs.findOne({ where: { id: body.id } });
    if (before) return this.view(body.id);
    const engine = await this.engines.spec(body.engineId);
    await this.keep({
      engineId: engine.id,
      phone: body.phone,
      facts: {
        id: body.id,
        customer: body.customer.trim(),
        machine: `${engine.maker} ${engine.model}`,
        engineNumber: body.engineNumber,
        use: body.use,
        complaint: body.complaint,
        bench: await this.benches.free(body.bench, body.id),
        promised: body.promised,
        plan: body.plan,
        seized: body.seized,
        thermal: UNSTATED_THERMAL,
        fitted: { piston: body.fittedPiston === engine.maker ? null : body.fittedPiston, ring: null },
        overrides: [],
        variant: UNKNOWN_VARIANT,
      },
      ...(number === undefined ? {} : { number }),
    });
    this.audit.note('job opened', body.id);
    await this.summaries.due(body.id);
    return this.view(body.id);
  }

  /** Keeps a job's facts under the next number. */
  async keep(input: {
    readonly engineId: string;
    readonly phone: string;
    readonly facts: Omit<JobFile['job'], 'number'>;
    readonly createdAt?: Date;
    readonly number?: number;
  }): Promise<number> {
    const { facts } = input;
    const number = input.number ?? (await this.shop.takeJobNumber());
    const customerId = await this.shop.findOrKeepCustomer(facts.customer, input.phone);
    const { fitted, customer: _customer, ...rest } = facts;
    await this.jobs.create({
      ...rest,
      shopId: this.scope.who.shopId,
      number,
      customerId,
      engineId: input.engineId,
      fittedPiston: fitted.piston,
      fittedRing: fitted.ring,
      search: searchOf({ ...facts, number }),
      ...(input.createdAt ? { createdAt: input.createdAt } : {}),
    });
    return number;
  }

  async edit(id: string, body: EditJob): Promise<JobView> {
    const { version, ...changes } = body;
    const bench = changes.bench === undefined ? {} : { bench: await this.benches.free(changes.bench, id) };
    const before = (await this.files.versioned(id)).file;
    const { engine } = before;
    const own = (maker: string | null | undefined) => (maker === engine.maker ? null : maker);
    const fitted = {
      ...(changes.fittedPiston === undefined ? {} : { fittedPiston: own(changes.fittedPiston) }),
      ...(changes.fittedRing === undefined ? {} : { fittedRing: own(changes.fittedRing) }),
    };
    const [changed] = await this.jobs.update(
      {
        ...changes,
        ...bench,
        ...fitted,
        search: searchOf({ ...before.job, ...changes }),
        version: version + 1,
      },
      { where: { id, version } },
    );
    if (changed === 0) {
      const current = await this.view(id);
      throw stale('job', { version: current.version, job: current.file.job });
    }
    this.audit.note('job changed', id, changes);
    await this.summaries.due(id);
    return this.view(id);
  }

  /** Somebody has seen which verdicts moved by a change of the sheet, a gauge or a rule. */
  async seen(id: string): Promise<JobView> {
    const { moved } = await this.files.versioned(id);
    if (moved.length > 0) {
      await this.jobs.update({ moved: null }, { where: { id } });
      this.audit.note('moved verdicts seen', id, { moved });
    }
    return this.view(id);
  }

  /** Another limit governs a figure in this job, with its reason; or no longer does. What it moves is judged anew. */
  async override(id: string, { version, feature, state, limitId, reason }: OverrideBody): Promise<JobView> {
    const { file } = await this.files.versioned(id);
    const limit = file.engine.limits.find((l) => l.id === limitId);
    if (limitId !== null && (limit?.feature !== feature || limit.state !== state))
      throw new ProblemError(422, 'limit', 'This engine has no such limit of that. Nothing was saved.', {
        errors: [{ path: '/limitId', sentence: 'is no limit of that feature and state' }],
      });
    if (limitId !== null && reason.trim() === '')
      throw new ProblemError(422, 'reason', 'It is shown wherever it is used: say why. Nothing was saved.', {
        errors: [{ path: '/reason', sentence: 'Why does it govern here?' }],
      });
    const others = file.job.overrides.filter((o) => o.feature !== feature || o.state !== state);
    const { name: by } = this.scope.who;
    const own = { feature, state, limitId: limitId!, reason: reason.trim(), by, importedBy: null };
    const overrides = limitId === null ? others : [...others, own];
    const [changed] = await this.jobs.update({ overrides, version: version + 1 }, { where: { id, version } });
    if (changed === 0) {
      const current = await this.view(id);
      throw stale('job', { version: current.version, job: current.file.job });
    }
    this.audit.note(limitId === null ? 'override withdrawn' : 'limit overridden', id, {
      feature,
      state,
      limitId,
      reason,
    });
    await this.summaries.due(id);
    return this.view(id);
  }

  /** Appends to the log; two devices follow one another. */
  async append(id: string, body: AppendLog): Promise<AppendedLog> {
    this.refuseActs(body);
    // What corrects another reading is judged by the whole log, which nobody writes to meanwhile; anything else by
    // what it names.
    const whole = body.entries.some((e) => 'corrects' in e && e.corrects !== null);
    if (whole) await this.files.lock(id);
    const file = whole ? await this.files.of(id) : await this.files.contextOf(id, namedBy(body.entries));
    const entries = await this.log.append(file, body.entries);
    this.summaries.soonAfterCommit(id);
    return { entries };
  }

  /** What orders, costs or speaks for another wants the permission of that act. */
  private refuseActs({ entries }: AppendLog): void {
    const { role } = this.scope.who;
    const path = (i: number) => ({
      errors: [{ path: `/entries/${i}/kind`, sentence: 'may not be written' }],
    });
    entries.forEach((entry, i) => {
      if (speaksAsFirm(entry))
        throw new ProblemError(
          403,
          'not-allowed',
          'Only the line of a firm says what the firm answered. Write down what it said as your own. Nothing was saved.',
          path(i),
        );
      if (!may(role, permissionFor(entry)))
        throw new ProblemError(
          403,
          'not-allowed',
          `${role === 'apprentice' ? 'An' : 'A'} ${role} may not order, price or accept work of a firm in this shop. Nothing was saved.`,
          path(i),
        );
    });
  }

  /**
   * Decides under the job’s lock. Judged before it, outside of any transaction; where the job was written to
   * meanwhile, judged again.
   * @param who the person, since no transaction is open yet
   */
  async decide(who: Who, id: string, body: NewDecision): Promise<JobView> {
    for (let left = MOST_TRIES; left > 0; left -= 1) {
      const seen = await this.scope.run(who, () => this.files.of(id));
      const choice = { route: this.routeFor(seen, body), kitId: body.kitId };
      const asked = { shopId: who.shopId, file: seen, want: 'refusal', choice } as const;
      const refused = seen.decisions.some((d) => d.id === body.id) ? null : await this.judging.whole(asked);
      const view = await this.scope.run(who, () => this.decideOn(id, body, choice.route, refused, seen));
      if (view) return view;
    }
    throw new ProblemError(
      409,
      'busy',
      'The job is being written to by others. Nothing was saved: look at it again and decide.',
    );
  }

  private routeFor(file: JobFile, body: NewDecision): RouteName {
    const kit = file.engine.kits.find((k) => k.id === body.kitId) ?? null;
    if (body.kitId !== null && !kit)
      throw new ProblemError(422, 'kit', 'This engine has no such kit. Nothing was saved.', {
        errors: [{ path: '/kitId', sentence: 'is not a kit of this engine' }],
      });
    return body.route ?? routeOf(kit, wallSize(file));
  }

  /** @returns null where the job is no longer what was judged */
  private async decideOn(
    id: string,
    body: NewDecision,
    route: RouteName,
    refused: string | null,
    seen: JobFile,
  ): Promise<JobView | null> {
    await this.files.lock(id);
    const now = await this.files.of(id);
    const before = now.decisions.find((d) => d.id === body.id);
    if (before) {
      const same = [body.route ?? before.route, body.kitId, body.reason];
      if (canonical([before.route, before.kitId, before.reason]) !== canonical(same))
        throw new ProblemError(
          409,
          'id-reused',
          'A decision with this id but other content is already kept. Nothing was saved.',
        );
      return this.view(id);
    }
    if (canonical(now) !== canonical(seen)) return null;
    if (refused) throw new ProblemError(422, 'may-not', `${refused} Nothing was saved.`);
    const { kitId, reason } = body;
    const { name: by } = this.scope.who;
    await this.keepDecision(
      id,
      { id: body.id, at: new Date().toISOString(), by, importedBy: null, route, kitId, reason },
      now.decisions.length + 1,
    );
    const kit = now.engine.kits.find((k) => k.id === kitId);
    await this.jobs.update({ decided: kit?.name ?? ROUTES[route] }, { where: { id } });
    this.audit.note('decided', id, { route, kitId, reason });
    await this.summaries.due(id);
    return this.view(id);
  }

  /** Whether the decisions of a job follow one another unbroken. */
  async verifyDecisions(jobId: string): Promise<Checked> {
    const rows = await this.decisions.findAll({ where: { jobId }, order: ['position'] });
    const chained = rows.filter((r) => r.hash !== null);
    const first = rows.length - chained.length + 1;
    return brokenAt(
      decisionsStart(jobId),
      chained.map((r) => ({
        seq: r.position,
        said: decisionOf(r),
        previousHash: r.previousHash!,
        hash: r.hash!,
      })),
      first,
    );
  }

  /** Adds a decision to the end of a job’s. The caller holds the job’s lock. */
  async keepDecision(jobId: string, decision: JobFile['decisions'][number], position: number): Promise<void> {
    const last = await this.decisions.findOne({ where: { jobId, position: position - 1 } });
    const previousHash = last?.hash ?? decisionsStart(jobId);
    await this.decisions.create({
      ...decision,
      previousHash,
      hash: chainLink(previousHash, position, { ...decision, at: new Date(decision.at).toISOString() }),
      at: new Date(decision.at),
      shopId: this.scope.who.shopId,
      jobId,
      position,
    });
  }
}
