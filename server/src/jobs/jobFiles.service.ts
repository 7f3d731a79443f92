import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { MovedVerdict } from '@tribos/contract';
import { inHouse, type JobFile } from '@tribos/core';
import { GaugesService, StudiesService } from '../gauges/index.js';
import { gather } from '../kit/gather.js';
import { notFound } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { ShopService } from '../people/index.js';
import { FirmsService } from '../firms/index.js';
import { LogService, type LogContext } from '../readings/index.js';
import { EnginesService } from '../specs/index.js';
import { DecisionModel, JobModel } from './models.js';
import { decisionOf, factsOf } from './rows.js';

const JOB = '$1::uuid';
const OF_JOB = (column: string): string => `(SELECT ${column} FROM jobs WHERE id = ${JOB})`;

/** What names no entry of ours need not be looked for. */
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/iu;

/** A job with the version its facts stand at. */
export interface VersionedFile {
  readonly version: number;
  readonly file: JobFile;
  /** Verdicts that moved without anything being written to it, until somebody has seen that. */
  readonly moved: readonly MovedVerdict[];
}

/** Job files: everything a verdict needs of a job, gathered from the rooms that keep it in one question. */
@Injectable()
export class JobFiles {
  constructor(
    @InjectModel(JobModel) private readonly jobs: typeof JobModel,
    @InjectModel(DecisionModel) private readonly decisions: typeof DecisionModel,
    private readonly scope: Scope,
    private readonly shop: ShopService,
    private readonly engines: EnginesService,
    private readonly gauges: GaugesService,
    private readonly studies: StudiesService,
    private readonly firms: FirmsService,
    private readonly log: LogService,
  ) {}

  /** @throws ProblemError 404 when the shop has no such job */
  async of(id: string): Promise<JobFile> {
    return (await this.versioned(id)).file;
  }

  /** @throws ProblemError 404 when the shop has no such job */
  async versioned(id: string): Promise<VersionedFile> {
    const rows = await gather(
      this.scope,
      {
        job: { model: this.jobs, sql: `WHERE id = ${JOB}` },
        decisions: { model: this.decisions, sql: `WHERE job_id = ${JOB} ORDER BY position` },
        ...this.shop.wanted(OF_JOB('customer_id')),
        ...this.engines.wanted(OF_JOB('engine_id')),
        ...this.gauges.wanted(JOB),
        ...this.firms.wanted(),
        ...this.studies.wanted(JOB),
        ...this.log.wanted(JOB),
      },
      [id],
    );
    const job = rows.job[0];
    if (!job) throw notFound('job');
    const file = inHouse({
      format: 'tribos-job',
      version: 6,
      shop: { ...this.shop.rulesOf(rows.shop[0]!), firms: this.firms.firmsOf(rows) },
      engine: await this.engines.specOf(job.engineId, rows),
      instruments: this.gauges.instrumentsOf(rows),
      studies: this.studies.studiesOf(rows),
      job: factsOf(job, rows.customer[0]!.name),
      log: this.log.logOf(rows),
      decisions: rows.decisions.map(decisionOf),
    });
    return { version: job.version, file, moved: Object.values(job.moved ?? {}) };
  }

  /**
   * As much of a job as entries are read by: its engine, its gauges, and those entries of its log that have one of
   * these ids.
   * @throws ProblemError 404 when the shop has no such job
   */
  async contextOf(id: string, ids: readonly string[]): Promise<LogContext> {
    const rows = await gather(
      this.scope,
      {
        job: { model: this.jobs, sql: `WHERE id = ${JOB}`, only: ['id', 'engineId'] },
        ...this.engines.wanted(OF_JOB('engine_id')),
        ...this.gauges.wanted(JOB),
        ...this.log.wanted(JOB, 'AND id = ANY($2::uuid[])'),
      },
      [id, ids.filter((i) => UUID.test(i))],
    );
    const job = rows.job[0];
    if (!job) throw notFound('job');
    return {
      engine: await this.engines.specOf(job.engineId, rows),
      instruments: this.gauges.instrumentsOf(rows),
      log: this.log.logOf(rows),
      job: { id },
    };
  }

  /** Keeps others from writing to a job until this transaction ends. */
  async lock(id: string): Promise<void> {
    const row = await this.jobs.findOne({ attributes: ['id'], where: { id }, lock: true });
    if (!row) throw notFound('job');
  }
}
