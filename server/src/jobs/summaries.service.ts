import { setTimeout } from 'node:timers/promises';
import { Injectable, Logger, type OnApplicationBootstrap } from '@nestjs/common';
import { InjectConnection, InjectModel } from '@nestjs/sequelize';
import { QueryTypes } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { debounceTime } from 'rxjs';
import type { JobFile } from '@tribos/core';
import { EventsService } from '../events/index.js';
import { FirmsService } from '../firms/index.js';
import { JudgingService, type Summary } from '../judging/index.js';
import { FairQueue } from '../kit/fairQueue.js';
import { Scope } from '../kit/scope.js';
import { SealsService } from '../seals/index.js';
import { JobFiles } from './jobFiles.service.js';
import { JobModel, SummaryDueModel } from './models.js';
import { movedSince } from './moved.js';

/** Jobs of one sweep that are in hand together. */
const MOST_AT_ONCE = 20;
/** Tables that verdicts rest on besides the job’s own; a change of them marks its jobs as due. */
const RESTS_ON = ['engines', 'limits', 'kits', 'sheet_parts', 'instruments', 'studies', 'shops'];
/** Readings follow one another: one summing up for those of a moment, and the next no sooner than that. */
const WAIT_MS = 250;
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
  private sweeping: Promise<void> = Promise.resolve();

  constructor(
    @InjectModel(JobModel) private readonly jobs: typeof JobModel,
    @InjectModel(SummaryDueModel) private readonly dues: typeof SummaryDueModel,
    @InjectConnection() private readonly sequelize: Sequelize,
    private readonly files: JobFiles,
    private readonly judging: JudgingService,
    private readonly seals: SealsService,
    private readonly firms: FirmsService,
    private readonly scope: Scope,
    private readonly events: EventsService,
  ) {}

  onApplicationBootstrap(): void {
    this.sweepSoon();
    this.events
      .ofTables(RESTS_ON)
      .pipe(debounceTime(WAIT_MS))
      .subscribe(() => this.sweepSoon());
  }

  /** Says in the running transaction that a job’s summary is due. */
  async due(jobId: string): Promise<void> {
    const { shopId } = this.scope.who;
    await this.dues.bulkCreate([{ shopId, jobId }], { ignoreDuplicates: true });
    this.soonAfterCommit(jobId);
  }

  /** Takes a summary in hand that the database itself has marked as due, once that is committed. */
  soonAfterCommit(jobId: string): void {
    const { shopId } = this.scope.who;
    this.scope.afterCommit(() => this.soon({ shopId, jobId }));
  }

  /** Waits until everything that is due on this server was summed up, whole maps and all. */
  async idle(): Promise<void> {
    await this.sweeping;
    while (this.running.size > 0) await Promise.all([...this.running.values()].map((r) => r.done));
  }

  private sweepSoon(): void {
    this.sweeping = this.sweeping
      .then(() => this.sweep())
      // A database that is away now is asked again when it is back: that is heard too.
      .catch((error: unknown) => this.logger.warn(`summaries wait: ${String(error)}`));
  }

  /** Sums up what is due and nobody has in hand, those on a bench first. */
  private async sweep(): Promise<void> {
    const tried = new Set<string>();
    // Those that failed stay due: as many more are asked for.
    let left = 0;
    for (;;) {
      const rows = await this.sequelize.query<{ shop_id: string; job_id: string }>(
        'SELECT * FROM due_summaries($1)',
        { bind: [left + MOST_AT_ONCE], type: QueryTypes.SELECT },
      );
      const fresh = rows.filter((r) => !tried.has(r.job_id));
      left = rows.length - fresh.length;
      if (fresh.length === 0 || this.judging.closing) return;
      for (const { shop_id: shopId, job_id: jobId } of fresh) {
        tried.add(jobId);
        this.soon({ shopId, jobId });
      }
      await Promise.all(fresh.map((r) => this.running.get(r.job_id)?.done));
    }
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
    do {
      await setTimeout(WAIT_MS, undefined, { ref: false });
      await this.turns.run(due.shopId, () => this.sumUp(due, state));
    } while (state.again);
  }

  private async sumUp(due: Due, state: { again: boolean }): Promise<void> {
    state.again = false;
    const { file, mark } = await this.scope.apart(due, async () => ({
      file: await this.files.of(due.jobId),
      mark: await this.markOf(due.jobId),
    }));
    const asked = { shopId: due.shopId, file, want: 'summary' } as const;
    const { answer, missing } = await this.judging.now(asked);
    await this.write(due, mark, file, answer, !missing);
    if (missing && !state.again) await this.write(due, mark, file, await this.judging.whole(asked), true);
  }

  /** Writes a summary where nothing was written to the job since; else it is summed up again. */
  private async write(due: Due, mark: string, file: JobFile, summary: Summary, last: boolean): Promise<void> {
    await this.scope.apart(due, async () => {
      // The lock waits for whoever is writing now, so that no older log is summed up.
      await this.files.lock(due.jobId);
      if ((await this.markOf(due.jobId)) !== mark) {
        this.running.get(due.jobId)!.again = true;
        return;
      }
      await this.keep(due.jobId, mark, summary, last);
      if (last) await this.firms.follow(file);
    });
  }

  private async keep(
    jobId: string,
    mark: string,
    { items, ...summary }: Summary,
    last: boolean,
  ): Promise<void> {
    if (!last) return void (await this.jobs.update({ ...summary }, { where: { id: jobId } }));
    const row = (await this.jobs.findOne({ where: { id: jobId } }))!;
    const moved = movedSince(row.states, items, mark, row.moved, new Date().toISOString());
    await row.update({ ...summary, states: { mark, items }, moved });
    await this.dues.destroy({ where: { jobId } });
    // What was written since the last time is summed up, and sealed with it.
    this.seals.sealed(jobId);
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
