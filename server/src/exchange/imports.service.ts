import { availableParallelism } from 'node:os';
import { Injectable, Logger, type OnApplicationBootstrap } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import { MOST_FILE_BYTES, type ImportView, type Problem } from '@tribos/contract';
import { inHouse, printedDay, type JobFile } from '@tribos/core';
import { Op } from 'sequelize';
import { FilesService, hashOf } from '../files/index.js';
import { JudgingService } from '../judging/index.js';
import { notFound, ProblemError, problemOf } from '../kit/problems.js';
import { Queue } from '../kit/queue.js';
import { Scope, type Who } from '../kit/scope.js';
import { BringIn } from './bringIn.service.js';
import { ImportModel } from './models.js';

/** Files read at once: one core is left to answering. */
const AT_ONCE = Math.min(2, Math.max(1, availableParallelism() - 1));
/** Files of one shop that may wait. */
const MOST_WAITING = 40;
/** What was asked for longer ago is tried no more, and stands in nobody's way. */
const GIVEN_UP_MS = 3_600_000;

interface Order {
  readonly importId: string;
  readonly who: Who;
}

/** What is asked with a file. */
export interface Asked {
  readonly id: string;
  readonly name: string;
  /** A file that is in already is brought in once more. */
  readonly again: boolean;
}

const viewOf = (row: ImportModel): ImportView => ({
  id: row.id,
  name: row.name,
  by: row.by,
  askedAt: row.askedAt.toISOString(),
  state: row.state,
  progress: row.progress,
  jobId: row.jobId,
  problem: row.problem,
});

/** Job files on their way in: kept as they came, queued, read on a thread, brought in whole or not at all. */
@Injectable()
export class ImportsService implements OnApplicationBootstrap {
  private readonly logger = new Logger(ImportsService.name);

  constructor(
    @InjectModel(ImportModel) private readonly imports: typeof ImportModel,
    private readonly files: FilesService,
    private readonly bringIn: BringIn,
    private readonly judging: JudgingService,
    private readonly queue: Queue,
    private readonly scope: Scope,
  ) {}

  async onApplicationBootstrap(): Promise<void> {
    await this.queue
      .work<Order>('import', (order) => this.work(order), AT_ONCE)
      .catch((error: unknown) => this.logger.warn(`nothing is imported: ${String(error)}`));
  }

  /** Keeps the file and queues it; asking twice with one id asks once. */
  async ask(content: Buffer, { id, name, again }: Asked): Promise<ImportView> {
    const before = await this.imports.findOne({ where: { id } });
    if (before) return viewOf(before);
    if (!again) await this.refuseSame(content);
    const waiting = await this.imports.count({
      where: { state: ['queued', 'working'], askedAt: { [Op.gt]: new Date(Date.now() - GIVEN_UP_MS) } },
    });
    if (waiting >= MOST_WAITING)
      throw new ProblemError(
        503,
        'busy',
        `${waiting} files of this shop wait to be read already. This one was not kept: send it again once they are in.`,
        {},
        10,
      );
    const { who } = this.scope;
    const fileHash = await this.files.keep('application/json', content);
    const row = {
      shopId: who.shopId,
      id,
      name,
      by: who.name,
      askedAt: new Date(),
      fileHash,
      state: 'queued',
      progress: 0,
      jobId: null,
      problem: null,
    } as const;
    // The same, sent twice at once, waits here for the first to be kept.
    await this.imports.bulkCreate([row], { ignoreDuplicates: true });
    await this.queue.add('import', { importId: id, who } satisfies Order, waiting);
    return this.view(id);
  }

  async view(id: string): Promise<ImportView> {
    const row = await this.imports.findOne({ where: { id } });
    if (!row) throw notFound('import');
    return viewOf(row);
  }

  /** The file a job came with, byte for byte. */
  async original(jobId: string): Promise<{ readonly name: string; readonly content: Buffer }> {
    const row = await this.imports.findOne({ where: { jobId } });
    const content = row?.fileHash && (await this.files.content(row.fileHash));
    if (!row || !content) throw notFound('file this job came with');
    return { name: row.name, content };
  }

  private async refuseSame(content: Buffer): Promise<void> {
    const same = await this.imports.findOne({
      where: { fileHash: hashOf(content), state: { [Op.ne]: 'refused' } },
      order: [['askedAt', 'DESC']],
    });
    if (!same) return;
    throw new ProblemError(
      409,
      'already-imported',
      `${same.by} brought this very file in on ${printedDay(same.askedAt.toISOString())}. Nothing was imported.`,
      { current: viewOf(same) },
    );
  }

  /** Nothing is open while the file is read; it is kept in one transaction. */
  private async work({ importId, who }: Order): Promise<void> {
    const content = await this.scope.run(who, async () => {
      const row = await this.imports.findOne({ where: { id: importId } });
      // Asked for in a transaction that is not seen yet, or was given up: the queue tries again.
      if (!row) throw new Error(`import ${importId} is not there`);
      if (row.state === 'done' || row.state === 'refused') return null;
      await row.update({ state: 'working', progress: 0.1 });
      return row.fileHash && this.files.content(row.fileHash);
    });
    if (!content) return;
    try {
      const file = await this.read(who, content);
      await this.say(who, importId, { progress: 0.5 });
      await this.scope.run(who, async () => {
        // Another server may have had it in hand too, after a pause.
        const row = await this.imports.findOne({ where: { id: importId }, lock: true });
        if (row?.state !== 'working') return;
        const jobId = await this.bringIn.keep(file);
        await this.imports.update({ state: 'done', progress: 1, jobId }, { where: { id: importId } });
      });
    } catch (error) {
      const told = problemOf(error);
      // What can only not be done now is done later.
      if (told.getStatus() === 503) throw error;
      if (told.getStatus() >= 500) this.logger.error(error);
      const { code, detail, errors } = told.getResponse() as Problem;
      const problem = { code, detail, ...(errors ? { errors } : {}) };
      await this.say(who, importId, { state: 'refused', progress: 1, problem });
    }
  }

  private async read(who: Who, content: Buffer): Promise<JobFile> {
    if (content.length > MOST_FILE_BYTES) throw new ProblemError(413, 'too-large', 'The file is too large.');
    const read = await this.judging.read(who.shopId, content.toString('utf8'));
    if (read.ok) return inHouse(read.file);
    throw new ProblemError(
      422,
      'job-file',
      `This is not a job file that can be read: ${`${read.misfits[0]!.path} ${read.misfits[0]!.sentence}`.trim()}. Nothing was imported.`,
      { errors: read.misfits },
    );
  }

  private async say(who: Who, id: string, how: Partial<ImportModel>): Promise<void> {
    await this.scope.run(who, async () => {
      await this.imports.update(how, { where: { id } });
    });
  }
}
