import { Injectable } from '@nestjs/common';
import { judgePrepared, prepareJob, type JobFile, type Judgement, type LengthUnit } from '@tribos/core';
import { PropagationService } from './propagation.service.js';

/** Verdicts of a job, with or without waiting for its whole maps. */
@Injectable()
export class JudgingService {
  constructor(private readonly propagation: PropagationService) {}

  /** At once: maps not propagated yet stand on the closed form and are set to work, `settled` when they are done. */
  now(file: JobFile): { readonly judgement: Judgement; readonly settled: Promise<unknown> | null } {
    const prepared = prepareJob(file);
    const { spreadOf, settled } = this.propagation.known(prepared.maps);
    // Whoever waits for it hears of a failure; nobody has to.
    settled?.catch(() => undefined);
    return { judgement: judgePrepared(file, prepared, spreadOf), settled };
  }

  /** With every complete map propagated. */
  async whole(file: JobFile, unit: LengthUnit = 'mm'): Promise<Judgement> {
    const prepared = prepareJob(file, unit);
    return judgePrepared(file, prepared, await this.propagation.ready(prepared.maps));
  }

  /** Whether the server is stopping, so that work given up is no failure. */
  get closing(): boolean {
    return this.propagation.closing;
  }
}
