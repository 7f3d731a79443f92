import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { BenchesView, BenchView, JobRow } from '@tribos/contract';
import { calibrationOverdue } from '@tribos/core';
import { Op } from 'sequelize';
import { GaugesService } from '../gauges/index.js';
import { ProblemError } from '../kit/problems.js';
import { ShopService } from '../people/index.js';
import { EnginesService } from '../specs/index.js';
import { JobModel } from './models.js';
import { listRow } from './rows.js';

const MOST_WAITING = 8;
const DUE_SOON_DAYS = 30;
/** Between a write and its summary, for a job that was never summed up. */
const NOT_SUMMED_UP = {
  mm: 'What is next is being worked out.',
  in: 'What is next is being worked out.',
  station: 'measure',
};

/** Benches: the engine on each, the one next thing there, and what waits. */
@Injectable()
export class BenchesService {
  constructor(
    @InjectModel(JobModel) private readonly jobs: typeof JobModel,
    private readonly shop: ShopService,
    private readonly engines: EnginesService,
    private readonly gauges: GaugesService,
  ) {}

  async view(now = new Date()): Promise<BenchesView> {
    const names = await this.shop.benches();
    const on = await this.jobs.findAll({ where: { bench: { [Op.ne]: null } }, order: [['number', 'DESC']] });
    const waiting = await this.jobs.findAll({
      where: { bench: null, decided: null },
      order: [
        ['promised', 'ASC NULLS LAST'],
        ['number', 'ASC'],
      ],
      limit: MOST_WAITING,
    });
    const benches: BenchView[] = [];
    for (const name of names) {
      const row = on.find((j) => j.bench === name);
      benches.push({ name, job: row ? await this.onBench(row) : null });
    }
    const soon = new Date(now.getTime() + DUE_SOON_DAYS * 86_400_000).toISOString().slice(0, 10);
    const gaugesDue = (await this.gauges.all())
      .filter((i) => i.retiredOn === null && i.calibrationDue !== null && i.calibrationDue <= soon)
      .map((i) => ({
        id: i.id,
        name: i.name,
        calibrationDue: i.calibrationDue!,
        overdue: calibrationOverdue(i, now.toISOString()),
      }));
    const limitsUnchecked = (await this.engines.list()).reduce((sum, e) => sum + e.unchecked, 0);
    return { benches, waiting: await this.rows(waiting), gaugesDue, limitsUnchecked };
  }

  private async onBench(row: JobModel): Promise<BenchView['job']> {
    const [shown] = await this.rows([row]);
    const { station, ...next } = row.next ?? NOT_SUMMED_UP;
    return { ...shown!, next, station };
  }

  async rows(rows: readonly JobModel[]): Promise<JobRow[]> {
    const names = await this.shop.customerNames([...new Set(rows.map((r) => r.customerId))]);
    return rows.map((r) => listRow(r, names.get(r.customerId) ?? ''));
  }

  /** A bench holds one engine. */
  async free(bench: string | null, jobId: string): Promise<string | null> {
    if (bench === null) return null;
    if (!(await this.shop.benches()).includes(bench))
      throw new ProblemError(422, 'bench', 'This shop has no such bench. Nothing was saved.');
    const taken = await this.jobs.findOne({ where: { bench, id: { [Op.ne]: jobId } } });
    if (taken)
      throw new ProblemError(
        422,
        'bench',
        `${bench} holds job ${String(taken.number).padStart(4, '0')}. Clear it first. Nothing was saved.`,
      );
    return bench;
  }
}
