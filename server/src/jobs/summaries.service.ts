import { setTimeout } from 'node:timers/promises';
import { Injectable, Logger, type OnApplicationBootstrap } from '@nestjs/common';
import { InjectConnection, InjectModel } from '@nestjs/sequelize';
import { QueryTypes } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { JudgingService, type Summary } from '../judging/index.js';
import { FairQueue } from '../kit/fairQueue.js';
import { Scope } from '../kit/scope.js';
import { JobFiles } from './jobFiles.service.js';
import { JobModel, SummaryDueModel } from './models.js';

/** Jobs that are taken up when a server starts. */
const MOST_AT_START = 10_000;
/** Readings follow one another: one summing up for those of a moment. */
const WAIT_MS = 150;
const AT_ONCE = 2;

interface Due {
  readonly shopId: string;
  readonly jobId: string;
}

/**
 * What lists and benches show of a job, summed up after a write has committed and answered. A job written to ten
 * times meanwhile is summed up once more, not ten times; one that a stopped server left is found by the next.
 */
@Injectable()
export class SummariesService implements OnApplicationBootstrap {
  private readonly logger = new Logger(SummariesService.name);
  /** Jobs being summed up, and whether they were written to since. */
  private readonly running = new Map<string, { again: boolean; done: Promise<void> }>();

  private readonly turns = new FairQueue(AT_ONCE);

  constructor(
    @InjectModel(JobModel) private readonly jobs: typeof JobModel,
    @InjectModel(SummaryDueModel) private readonly dues: typeof SummaryDueModel,
    @InjectConnection() private readonly sequelize: Sequelize,
    private readonly files: JobFiles,
    private readonly judging: JudgingService,
    private readonly scope: Scope,
  ) {}

  onApplicationBootstrap(): void {
    // A database that is away now is asked again when something is written to the job.
    void this.takeUp().catch((error: unknown) => this.logger.warn(`summaries wait: ${String(error)}`));
  }

  /** Says in the running transaction that a job’s summary is due. */
  async due(jobId: string): Promise<void> {
    const { shopId } = this.scope.who;
    await this.dues.bulkCreate([{ shopId, jobId }], { ignoreDuplicates: true });
    this.scope.afterCommit(() => this.soon({ shopId, jobId }));
  }

  /** Waits until everything that is due on this server was summed up, whole maps and all. */
  async idle(): Promise<void> {
    while (this.running.size > 0) await Promise.all([...this.running.values()].map((r) => r.done));
  }

  private async takeUp(): Promise<void> {
    const rows = await this.sequelize.query<{ shop_id: string; job_id: string }>(
      'SELECT * FROM due_summaries($1)',
      { bind: [MOST_AT_START], type: QueryTypes.SELECT },
    );
    for (const row of rows) this.soon({ shopId: row.shop_id, jobId: row.job_id });
  }

  private soon(due: Due): void {
    const before = this.running.get(due.jobId);
    if (before) {
      before.again = true;
      return;
    }
    const state = { again: false, done: Promise.resolve() };
    this.running.set(due.jobId, state);
    state.done = this.waited(due, state)
      .catch((error: unknown) => {
        // It stays due; the next write, or the next start, sums it up.
        if (!this.judging.closing) this.logger.warn(`summary of ${due.jobId}: ${String(error)}`);
      })
      .finally(() => this.running.delete(due.jobId));
  }

  /** Few at once, the shops in turn: what is written to a job while it waits is in the one summing up. */
  private async waited(due: Due, state: { again: boolean }): Promise<void> {
    await setTimeout(WAIT_MS, undefined, { ref: false });
    await this.turns.run(due.shopId, () => this.untilDone(due, state));
  }

  private async untilDone(due: Due, state: { again: boolean }): Promise<void> {
    do {
      state.again = false;
      const { file, mark } = await this.scope.apart(due, async () => ({
        file: await this.files.of(due.jobId),
        mark: await this.markOf(due.jobId),
      }));
      const asked = { shopId: due.shopId, file, want: 'summary' } as const;
      const { answer, missing } = await this.judging.now(asked);
      await this.write(due, mark, answer, !missing);
      if (missing && !state.again) await this.write(due, mark, await this.judging.whole(asked), true);
    } while (state.again);
  }

  /** Writes a summary where nothing was written to the job since; else it is summed up again. */
  private async write(due: Due, mark: string, summary: Summary, last: boolean): Promise<void> {
    await this.scope.apart(due, async () => {
      // The lock waits for whoever is writing now, so that no older log is summed up.
      await this.files.lock(due.jobId);
      if ((await this.markOf(due.jobId)) !== mark) {
        this.running.get(due.jobId)!.again = true;
        return;
      }
      await this.keep(due.jobId, summary, last);
    });
  }

  private async keep(jobId: string, summary: Summary, last: boolean): Promise<void> {
    await this.jobs.update({ ...summary }, { where: { id: jobId } });
    if (last) await this.dues.destroy({ where: { jobId } });
  }

  /** Changes whenever something is written to a job. */
  private async markOf(jobId: string): Promise<string> {
    const [row] = await this.sequelize.query<{ mark: string }>(
      `SELECT concat_ws(' ', j.version,
         (SELECT max(seq) FROM log_entries WHERE shop_id = j.shop_id AND job_id = j.id),
         (SELECT max(position) FROM decisions WHERE shop_id = j.shop_id AND job_id = j.id)) AS mark
       FROM jobs j WHERE j.id = $1`,
      { bind: [jobId], type: QueryTypes.SELECT },
    );
    return row?.mark ?? '';
  }
}
