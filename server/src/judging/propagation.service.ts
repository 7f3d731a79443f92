import { createHash } from 'node:crypto';
import { availableParallelism } from 'node:os';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import { mapKey, PROPAGATION_VERSION, type MapProblem, type MapSpread } from '@tribos/core';
import { Piscina } from 'piscina';
import { FairQueue } from '../kit/fairQueue.js';
import { Scope } from '../kit/scope.js';
import { MapSpreadModel } from './models.js';

const MOST_KEPT = 500;
/** Maps of one shop that may wait. */
const MOST_WAITING = 200;
/** One core is left to answering. */
const THREADS = Math.max(1, availableParallelism() - 1);

/** What a map is kept by: its problem, and the way it is propagated. */
const hashOf = (key: string): Buffer => createHash('sha256').update(`${PROPAGATION_VERSION} ${key}`).digest();

/**
 * Propagates whole maps on threads beside the server's own, the shops in turn. What was worked is kept by its
 * problem, here and in the database, so that a map is propagated once whoever asks and whichever server; the
 * same problem gives the same bits anywhere. No transaction is open meanwhile.
 */
@Injectable()
export class PropagationService implements OnApplicationShutdown {
  private readonly kept = new Map<string, MapSpread>();
  private readonly working = new Map<string, Promise<MapSpread>>();
  private readonly turns = new FairQueue(THREADS, MOST_WAITING);
  private pool: Piscina | null = null;
  /** Set once the server stops: what was under way is given up. */
  closing = false;

  constructor(
    @InjectModel(MapSpreadModel) private readonly spreads: typeof MapSpreadModel,
    private readonly scope: Scope,
  ) {}

  async onApplicationShutdown(): Promise<void> {
    this.closing = true;
    await this.pool?.destroy();
  }

  /** Works every map that is not kept yet. */
  ready(shopId: string, problems: readonly MapProblem[]): Promise<MapSpread[]> {
    return Promise.all(problems.map((problem) => this.one(shopId, problem)));
  }

  /** Those that are at hand; nothing is set to work. */
  known(problems: readonly MapProblem[]): MapSpread[] {
    return problems.flatMap((problem) => this.kept.get(mapKey(problem)) ?? []);
  }

  private one(shopId: string, problem: MapProblem): Promise<MapSpread> {
    const key = mapKey(problem);
    const known = this.kept.get(key);
    if (known) return Promise.resolve(known);
    const running = this.working.get(key);
    if (running) return running;
    const work = this.found(shopId, key, problem)
      .then((spread) => {
        if (this.kept.size >= MOST_KEPT) this.kept.delete(this.kept.keys().next().value!);
        this.kept.set(key, spread);
        return spread;
      })
      .finally(() => this.working.delete(key));
    this.working.set(key, work);
    return work;
  }

  private async found(shopId: string, key: string, problem: MapProblem): Promise<MapSpread> {
    const hash = hashOf(key);
    const before = await this.scope.apart({ shopId }, () => this.spreads.findOne({ where: { hash } }));
    if (before) return before.spread as MapSpread;
    const spread = await this.turns.run(shopId, () => this.worked(problem));
    await this.scope.apart({ shopId }, () =>
      this.spreads.bulkCreate([{ shopId, hash, spread, at: new Date() }], { ignoreDuplicates: true }),
    );
    return spread;
  }

  private worked(problem: MapProblem): Promise<MapSpread> {
    this.pool ??= new Piscina({
      // Always the built file: a thread cannot be started from a source that is only translated.
      filename: new URL('../../dist/judging/propagateThread.js', import.meta.url).href,
      maxThreads: THREADS,
      idleTimeout: 30_000,
    });
    return this.pool.run(problem) as Promise<MapSpread>;
  }
}
