import { availableParallelism } from 'node:os';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import type { JobFile, JobFileReading, LengthUnit } from '@tribos/core';
import { Piscina } from 'piscina';
import { FairQueue } from '../kit/fairQueue.js';
import type { Answers, Judged, JudgeTask, Wanted } from './judgeTask.js';
import { PropagationService } from './propagation.service.js';

/** Two where cores allow; one is left to answering. */
const THREADS = Math.min(2, Math.max(1, availableParallelism() - 1));
/** Jobs of one shop that may wait to be judged. */
const MOST_WAITING = 500;

/** What is asked of a job. */
export interface Question<W extends Wanted> {
  readonly shopId: string;
  readonly file: JobFile;
  readonly want: W;
  readonly unit?: LengthUnit;
  readonly choice?: JudgeTask['choice'];
}

/**
 * Judges jobs on a thread beside the server's own, the shops in turn, so that a long log holds up nobody's
 * request. Not to be called while a transaction is open.
 */
@Injectable()
export class JudgingService implements OnApplicationShutdown {
  private readonly turns = new FairQueue(THREADS, MOST_WAITING);
  private pool: Piscina | null = null;

  constructor(private readonly propagation: PropagationService) {}

  async onApplicationShutdown(): Promise<void> {
    await this.pool?.destroy();
  }

  /**
   * At once: maps that are not at hand stand on the closed form, and are named in `missing`.
   */
  async now<W extends Wanted>(
    asked: Question<W>,
  ): Promise<{ readonly answer: Answers[W]; readonly missing: boolean }> {
    const first = await this.judged(asked, []);
    const spreads = this.propagation.known(first.maps);
    const { answer } = spreads.length === 0 ? first : await this.judged(asked, spreads);
    return { answer, missing: spreads.length < first.maps.length };
  }

  /** With every complete map propagated. */
  async whole<W extends Wanted>(asked: Question<W>): Promise<Answers[W]> {
    const { maps } = await this.judged({ ...asked, want: 'maps' }, []);
    const spreads = await this.propagation.ready(asked.shopId, maps);
    return (await this.judged(asked, spreads)).answer;
  }

  /** Reads a job file that somebody of a shop sent. */
  read(shopId: string, text: string): Promise<JobFileReading> {
    return this.turns.run(shopId, () => this.onThread('read', text));
  }

  /** Whether the server is stopping, so that work given up is no failure. */
  get closing(): boolean {
    return this.propagation.closing;
  }

  private judged<W extends Wanted>(
    { shopId, file, want, unit = 'mm', choice }: Question<W>,
    spreads: JudgeTask['spreads'],
  ): Promise<Judged<W>> {
    const task: JudgeTask<W> = { want, file, unit, spreads, ...(choice ? { choice } : {}) };
    return this.turns.run(shopId, () => this.onThread('judge', task));
  }

  private onThread<T>(name: 'judge' | 'read', sent: unknown): Promise<T> {
    this.pool ??= new Piscina({
      filename: new URL('../../dist/judging/judgeThread.js', import.meta.url).href,
      maxThreads: THREADS,
      idleTimeout: 60_000,
    });
    return this.pool.run(sent, { name }) as Promise<T>;
  }
}
