import { availableParallelism } from 'node:os';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { mapKey, type MapProblem, type MapSpread, type SpreadOf } from '@tribos/core';
import { Piscina } from 'piscina';

const MOST_KEPT = 500;
/** One core is left to answering. */
const THREADS = Math.min(4, Math.max(1, availableParallelism() - 1));

/**
 * Propagates whole maps on threads beside the server's own. What was worked is kept by its problem, so that a
 * job is propagated once however often it is looked at; the same problem gives the same bits anywhere.
 */
@Injectable()
export class PropagationService implements OnApplicationShutdown {
  private readonly kept = new Map<string, MapSpread>();
  private readonly working = new Map<string, Promise<MapSpread>>();
  private pool: Piscina | null = null;
  /** Set once the server stops: what was under way is given up. */
  closing = false;

  async onApplicationShutdown(): Promise<void> {
    this.closing = true;
    await this.pool?.destroy();
  }

  /** Works every map that is not kept yet, then answers from what is kept. */
  async ready(problems: readonly (MapProblem | null)[]): Promise<SpreadOf> {
    const done = new Map<string, MapSpread>();
    await Promise.all(
      problems
        .filter((p) => p !== null)
        .map(async (problem) => {
          const key = mapKey(problem);
          done.set(key, await this.one(key, problem));
        }),
    );
    return (problem) => done.get(mapKey(problem)) ?? null;
  }

  /** Answers from what is kept already, and sets the rest to work. `settled` is null when nothing is missing. */
  known(problems: readonly (MapProblem | null)[]): {
    readonly spreadOf: SpreadOf;
    readonly settled: Promise<SpreadOf> | null;
  } {
    const missing = problems.some((p) => p !== null && !this.kept.has(mapKey(p)));
    return {
      spreadOf: (problem) => this.kept.get(mapKey(problem)) ?? null,
      settled: missing ? this.ready(problems) : null,
    };
  }

  private one(key: string, problem: MapProblem): Promise<MapSpread> {
    const known = this.kept.get(key);
    if (known) return Promise.resolve(known);
    const running = this.working.get(key);
    if (running) return running;
    this.pool ??= new Piscina({
      // Always the built file: a thread cannot be started from a source that is only translated.
      filename: new URL('../../dist/jobs/propagateThread.js', import.meta.url).href,
      maxThreads: THREADS,
      idleTimeout: 30_000,
    });
    const work = (this.pool.run(problem) as Promise<MapSpread>)
      .then((spread) => {
        if (this.kept.size >= MOST_KEPT) this.kept.delete(this.kept.keys().next().value!);
        this.kept.set(key, spread);
        return spread;
      })
      .finally(() => this.working.delete(key));
    this.working.set(key, work);
    return work;
  }
}
