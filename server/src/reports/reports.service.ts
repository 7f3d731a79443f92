import { Injectable, Logger, type OnApplicationBootstrap } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { AskReport, ReportView } from '@tribos/contract';
import type { LengthUnit } from '@tribos/core';
import { FilesService } from '../files/index.js';
import { JobFiles } from '../jobs/index.js';
import { JudgingService } from '../judging/index.js';
import { notFound } from '../kit/problems.js';
import { Queue } from '../kit/queue.js';
import { Scope, type Who } from '../kit/scope.js';
import { ReportModel } from './models.js';
import { reportPdf } from './pdf.js';

interface Order {
  readonly reportId: string;
  readonly who: Who;
}

const viewOf = (row: ReportModel): ReportView => ({
  id: row.id,
  state: row.state,
  progress: row.progress,
  askedAt: row.askedAt.toISOString(),
});

/** Reports of jobs as PDF: asked for, queued, made beside the server's own work, kept. */
@Injectable()
export class ReportsService implements OnApplicationBootstrap {
  private readonly logger = new Logger(ReportsService.name);

  constructor(
    @InjectModel(ReportModel) private readonly reports: typeof ReportModel,
    private readonly files: FilesService,
    private readonly jobFiles: JobFiles,
    private readonly judging: JudgingService,
    private readonly queue: Queue,
    private readonly scope: Scope,
  ) {}

  async onApplicationBootstrap(): Promise<void> {
    await this.queue
      .work<Order>('report', (order) => this.make(order))
      .catch((error: unknown) => this.logger.warn(`no reports are made: ${String(error)}`));
  }

  /** Asks for a report; asking twice with one id asks once. */
  async ask(jobId: string, body: AskReport): Promise<ReportView> {
    await this.jobFiles.of(jobId);
    const before = await this.reports.findOne({ where: { id: body.id } });
    if (before) return viewOf(before);
    const { who } = this.scope;
    const row = await this.reports.create({
      shopId: who.shopId,
      id: body.id,
      jobId,
      unit: body.unit,
      by: who.name,
      askedAt: new Date(),
      state: 'queued',
      progress: 0,
      fileHash: null,
    });
    await this.queue.add('report', { reportId: row.id, who } satisfies Order);
    return viewOf(row);
  }

  async view(jobId: string, id: string): Promise<ReportView> {
    return viewOf(await this.row(jobId, id));
  }

  async pdf(jobId: string, id: string): Promise<Buffer> {
    const { fileHash } = await this.row(jobId, id);
    const content = fileHash && (await this.files.content(fileHash));
    if (!content) throw notFound('report');
    return content;
  }

  /** Three short transactions; nothing is held while maps are propagated and pages are set. */
  private async make({ reportId, who }: Order): Promise<void> {
    const begun = await this.scope.run(who, async () => {
      const row = await this.reports.findOne({ where: { id: reportId } });
      // Asked for in a transaction that is not seen yet, or was given up: the queue tries again.
      if (!row) throw new Error(`report ${reportId} is not there`);
      await row.update({ state: 'working' });
      return { unit: row.unit as LengthUnit, file: await this.jobFiles.of(row.jobId) };
    });
    try {
      const { file, unit } = begun;
      const report = await this.judging.whole({ shopId: who.shopId, file, want: 'report', unit });
      await this.progress(who, reportId, 0.4);
      const pdf = await reportPdf(report, new Date().toISOString(), unit);
      await this.scope.run(who, async () => {
        const fileHash = await this.files.keep('application/pdf', pdf);
        await this.reports.update({ state: 'done', progress: 1, fileHash }, { where: { id: reportId } });
      });
    } catch (error) {
      await this.scope.run(who, async () => {
        await this.reports.update({ state: 'failed' }, { where: { id: reportId } });
      });
      throw error;
    }
  }

  private async progress(who: Who, id: string, progress: number): Promise<void> {
    await this.scope.run(who, async () => {
      await this.reports.update({ progress }, { where: { id } });
    });
  }

  private async row(jobId: string, id: string): Promise<ReportModel> {
    const row = await this.reports.findOne({ where: { id, jobId } });
    if (!row) throw notFound('report');
    return row;
  }
}
