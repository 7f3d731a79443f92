import { Injectable, Logger } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type {
  AppendedLog,
  AppendLog,
  EditJob,
  JobQuery,
  JobRow,
  JobView,
  NewDecision,
  NewJob,
  Page,
} from '@tribos/contract';
import {
  decisionRefused,
  routeOf,
  ROUTES,
  standingDecision,
  placeKey,
  UNSTATED_THERMAL,
  walkOf,
  type JobFile,
} from '@tribos/core';
import { Op, type WhereOptions } from 'sequelize';
import { ProblemError, stale } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { AuditService, ShopService } from '../people/index.js';
import { canonical, LogService } from '../readings/index.js';
import { EnginesService } from '../specs/index.js';
import { BenchesService } from './benches.service.js';
import { JobFiles } from './jobFiles.service.js';
import { JudgingService } from './judging.service.js';
import { DecisionModel, JobModel } from './models.js';

const PAGE = 50;

/** Jobs: opened, changed, read and decided. */
@Injectable()
export class JobsService {
  private readonly logger = new Logger(JobsService.name);

  constructor(
    @InjectModel(JobModel) private readonly jobs: typeof JobModel,
    @InjectModel(DecisionModel) private readonly decisions: typeof DecisionModel,
    private readonly shop: ShopService,
    private readonly engines: EnginesService,
    private readonly files: JobFiles,
    private readonly benches: BenchesService,
    private readonly judging: JudgingService,
    private readonly log: LogService,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  async list(query: JobQuery): Promise<Page<JobRow>> {
    const limit = query.limit ?? PAGE;
    const words = (query.search ?? '').toLowerCase().split(/\s+/u).filter(Boolean);
    const where: WhereOptions = {
      ...(query.after ? { number: { [Op.lt]: query.after } } : {}),
      ...(words.length > 0
        ? { [Op.and]: words.map((w) => ({ search: { [Op.like]: `%${w.replace(/[\\%_]/gu, '\\$&')}%` } })) }
        : {}),
    };
    const rows = await this.jobs.findAll({ where, order: [['number', 'DESC']], limit: limit + 1 });
    const items = await this.benches.rows(rows.slice(0, limit));
    return { items, next: rows.length > limit ? String(items.at(-1)!.number) : null };
  }

  async view(id: string): Promise<JobView> {
    const row = await this.files.row(id);
    return { version: row.version, file: await this.files.ofRow(row) };
  }

  async file(id: string): Promise<JobFile> {
    return this.files.of(id);
  }

  async create(body: NewJob): Promise<JobView> {
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
      },
    });
    await this.audit.note('job opened', body.id);
    await this.summarise(body.id);
    return this.view(body.id);
  }

  /** Keeps a job's facts under the next number. */
  async keep(input: {
    readonly engineId: string;
    readonly phone: string;
    readonly facts: Omit<JobFile['job'], 'number'>;
    readonly createdAt?: Date;
  }): Promise<number> {
    const { facts } = input;
    const number = await this.shop.takeJobNumber();
    const customerId = await this.shop.findOrKeepCustomer(facts.customer, input.phone);
    const { fitted, customer, ...rest } = facts;
    await this.jobs.create({
      ...rest,
      shopId: this.scope.who.shopId,
      number,
      customerId,
      engineId: input.engineId,
      fittedPiston: fitted.piston,
      fittedRing: fitted.ring,
      search:
        `${String(number).padStart(4, '0')} ${facts.machine} ${facts.engineNumber} ${customer} ${facts.complaint}`.toLowerCase(),
      ...(input.createdAt ? { createdAt: input.createdAt } : {}),
    });
    return number;
  }

  async edit(id: string, body: EditJob): Promise<JobView> {
    const { version, ...changes } = body;
    const bench = changes.bench === undefined ? {} : { bench: await this.benches.free(changes.bench, id) };
    const [changed] = await this.jobs.update(
      { ...changes, ...bench, version: version + 1 },
      { where: { id, version } },
    );
    if (changed === 0) {
      const current = await this.view(id);
      throw stale('job', { version: current.version, job: current.file.job });
    }
    await this.audit.note('job changed', id, changes);
    await this.summarise(id);
    return this.view(id);
  }

  /** Appends to the log under the job's lock, so that two devices follow one another. */
  async append(id: string, body: AppendLog): Promise<AppendedLog> {
    const row = await this.files.row(id, true);
    const entries = await this.log.append(await this.files.ofRow(row), body.entries);
    await this.summarise(id);
    return { entries };
  }

  async decide(id: string, body: NewDecision): Promise<JobView> {
    const row = await this.files.row(id, true);
    const decisions = await this.decisions.findAll({ where: { jobId: id }, order: ['position'] });
    const before = decisions.find((d) => d.id === body.id);
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
    const engine = await this.engines.spec(row.engineId);
    if (body.kitId !== null && !engine.kits.some((k) => k.id === body.kitId)) {
      throw new ProblemError(422, 'kit', 'This engine has no such kit. Nothing was saved.', {
        errors: [{ path: '/kitId', sentence: 'is not a kit of this engine' }],
      });
    }
    const judged = await this.judging.whole(await this.files.ofRow(row));
    const route = body.route ?? routeOf(engine.kits.find((k) => k.id === body.kitId) ?? null);
    const refused = decisionRefused(engine, judged.kits, { route, kitId: body.kitId });
    if (refused) throw new ProblemError(422, 'may-not', `${refused} Nothing was saved.`);
    await this.keepDecision(
      id,
      {
        id: body.id,
        at: new Date().toISOString(),
        by: this.scope.who.name,
        route,
        kitId: body.kitId,
        reason: body.reason,
      },
      decisions.length + 1,
    );
    await this.audit.note('decided', id, { route, kitId: body.kitId, reason: body.reason });
    await this.summarise(id);
    return this.view(id);
  }

  async keepDecision(jobId: string, decision: JobFile['decisions'][number], position: number): Promise<void> {
    await this.decisions.create({
      ...decision,
      at: new Date(decision.at),
      shopId: this.scope.who.shopId,
      jobId,
      position,
    });
  }

  /** Renews the summary once whole maps are worked, in a transaction of its own after this one. */
  private summariseLater(id: string, settled: Promise<unknown>): void {
    const { who } = this.scope;
    settled
      .then(() =>
        this.scope.run(who, async () => {
          // The lock waits for whoever is writing now, so that no older log is summed up.
          await this.files.row(id, true);
          await this.summarise(id, true);
        }),
      )
      .catch((error: unknown) => {
        // The next write or look sums it up again; nothing but a list’s mark was late.
        if (!this.judging.closing) this.logger.warn(`summary of ${id}: ${String(error)}`);
      });
  }

  /**
   * Renews what the lists show of a job.
   * @param whole waits for whole maps instead of renewing it again when they are worked
   */
  async summarise(id: string, whole = false): Promise<void> {
    const row = await this.files.row(id);
    const file = await this.files.ofRow(row);
    const now = whole ? { judgement: await this.judging.whole(file), settled: null } : this.judging.now(file);
    if (now.settled) this.summariseLater(id, now.settled);
    const judged = now.judgement;
    const chosen = standingDecision(file);
    const planned = walkOf(file);
    const kit = file.engine.kits.find((k) => k.id === chosen?.kitId);
    const decided = chosen === null ? null : (kit?.name ?? ROUTES[chosen.route]);
    await this.jobs.update(
      {
        overall: judged.overall,
        marks: judged.marks,
        stationsPlanned: planned.length,
        stationsRead: planned.filter((s) => judged.readings.places.has(placeKey(s))).length,
        decided,
      },
      { where: { id } },
    );
  }
}
