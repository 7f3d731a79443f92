import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import { inHouse, type JobFile } from '@tribos/core';
import { GaugesService, StudiesService } from '../gauges/index.js';
import { notFound } from '../kit/problems.js';
import { ShopService } from '../people/index.js';
import { LogService } from '../readings/index.js';
import { EnginesService } from '../specs/index.js';
import { DecisionModel, JobModel } from './models.js';
import { decisionOf, factsOf } from './rows.js';

/** Job files: everything a verdict needs of a job, gathered from the rooms that keep it. */
@Injectable()
export class JobFiles {
  constructor(
    @InjectModel(JobModel) private readonly jobs: typeof JobModel,
    @InjectModel(DecisionModel) private readonly decisions: typeof DecisionModel,
    private readonly shop: ShopService,
    private readonly engines: EnginesService,
    private readonly gauges: GaugesService,
    private readonly studies: StudiesService,
    private readonly log: LogService,
  ) {}

  /** @throws ProblemError 404 when the shop has no such job */
  async of(id: string): Promise<JobFile> {
    return this.ofRow(await this.row(id));
  }

  async ofRow(row: JobModel): Promise<JobFile> {
    // One after another: they share the connection of the request's transaction.
    const shop = await this.shop.rules();
    const engine = await this.engines.spec(row.engineId);
    const instruments = await this.gauges.all();
    const studies = await this.studies.usable();
    const customer = await this.shop.customer(row.customerId);
    const log = await this.log.of(row.id);
    const decisions = await this.decisions.findAll({ where: { jobId: row.id }, order: ['position'] });
    return inHouse({
      format: 'tribos-job',
      version: 3,
      shop,
      engine,
      instruments,
      studies,
      job: factsOf(row, customer.name),
      log,
      decisions: decisions.map(decisionOf),
    });
  }

  /** @param lock keeps others from writing to the job until this transaction ends */
  async row(id: string, lock = false): Promise<JobModel> {
    const row = await this.jobs.findOne({ where: { id }, ...(lock ? { lock: true } : {}) });
    if (!row) throw notFound('job');
    return row;
  }
}
