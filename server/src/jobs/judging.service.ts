import { Injectable } from '@nestjs/common';
import { judgeJob, type JobFile, type Judgement, type LengthUnit } from '@tribos/core';
import { PropagationService } from './propagation.service.js';

/** Verdicts of a job, with or without waiting for its whole maps. */
@Injectable()
export class JudgingService {
  constructor(private readonly propagation: PropagationService) {}

  /** At once: maps not propagated yet stand on the closed form and are set to work, `settled` when they are done. */
  now(file: JobFile): { readonly judgement: Judgement; readonly settled: Promise<unknown> | null } {
    const { spreadOf, settled } = this.propagation.known(judgeJob(file).maps);
    // Whoever waits for it hears of a failure; nobody has to.
    settled?.catch(() => undefined);
    return { judgement: judgeJob(file, 'mm', spreadOf), settled };
  }

  /** With every complete map propagated. */
  async whole(file: JobFile, unit: LengthUnit = 'mm'): Promise<Judgement> {
    const { maps } = judgeJob(file, unit);
    return judgeJob(file, unit, await this.propagation.ready(maps));
  }

  /** Whether the server is stopping, so that work given up is no failure. */
  get closing(): boolean {
    return this.propagation.closing;
  }
}
