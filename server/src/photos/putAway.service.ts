import { Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import { PUT_AWAY_DAYS } from '@tribos/contract';
import { QueryTypes } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { FilesService } from '../files/index.js';

/** How often it is looked, and how soon after a start, ms. */
const EVERY_MS = 3_600_000;
const FIRST_MS = 60_000;
const AT_ONCE = 200;

/** Takes away for good what was put away, once its days are over: the row, and the file where nothing else names it. */
@Injectable()
export class PutAwayService implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly logger = new Logger(PutAwayService.name);
  private timers: NodeJS.Timeout[] = [];

  constructor(
    @InjectConnection() private readonly sequelize: Sequelize,
    private readonly files: FilesService,
  ) {}

  onApplicationBootstrap(): void {
    const look = () =>
      void this.takeAway().catch((error: unknown) =>
        this.logger.warn(`what was put away waits: ${String(error)}`),
      );
    this.timers = [setTimeout(look, FIRST_MS), setInterval(look, EVERY_MS)];
    for (const timer of this.timers) timer.unref();
  }

  onApplicationShutdown(): void {
    for (const timer of this.timers) clearTimeout(timer);
  }

  /** @returns how many files went */
  async takeAway(days = PUT_AWAY_DAYS): Promise<number> {
    for (let gone = 0; ;) {
      const rows = await this.sequelize.query<{ shop_id: string; hash: Buffer }>(
        'SELECT * FROM photos_over($1, $2)',
        { bind: [days, AT_ONCE], type: QueryTypes.SELECT },
      );
      // Only what the database has let go of: a file that is named is there.
      for (const { shop_id, hash } of rows) await this.files.forget(shop_id, hash);
      gone += rows.length;
      if (rows.length < AT_ONCE) return gone;
    }
  }
}
