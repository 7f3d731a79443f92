import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import { Op } from 'sequelize';
import { ProblemError } from '../kit/problems.js';
import { ShopService } from '../people/index.js';
import { JobModel } from './models.js';

/** Benches: who has which. */
@Injectable()
export class BenchesService {
  constructor(
    @InjectModel(JobModel) private readonly jobs: typeof JobModel,
    private readonly shop: ShopService,
  ) {}

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
