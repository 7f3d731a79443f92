import { Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import { newsOf, orderOf, isNews, ticketsOf, type Answer, type LineTrouble, type Order } from '@tribos/core';
import { QueryTypes } from 'sequelize';
import type { Sequelize } from 'sequelize-typescript';
import { v7 } from 'uuid';
import { FirmsService } from '../firms/index.js';
import { JobFiles, SummariesService } from '../jobs/index.js';
import { Scope } from '../kit/scope.js';
import { LogService } from '../readings/index.js';
import { askLine, type Exchange, type Heard } from './exchange.js';

/** A ticket that is out at a firm with a line, as it was last kept. */
interface OnLine {
  readonly shop_id: string;
  readonly job_id: string;
  readonly ticket_id: string;
  readonly firm_id: string;
  readonly line: string;
  readonly state: 'sent' | 'accepted' | 'quoted' | 'rejected';
  readonly turn: number;
  readonly due: string | null;
  readonly price: number | null;
  readonly currency: string;
}

const OUT = `SELECT shop_id, job_id, ticket_id, firm_id, line, state, turn, to_char(due, 'YYYY-MM-DD') AS due,
  price::float8 AS price, currency FROM tickets_on_line($1, $2)`;
const MOST_AT_ONCE = 20;
const FIRST = '00000000-0000-0000-0000-000000000000';
/** How much longer a line in trouble is left alone each time, and at most, milliseconds. */
const SLOWER = 2;
const LONGEST_WAIT = 60_000;

const number = (text: string | undefined, usual: number): number => Number(text) || usual;

/** The exchange the environment names; null without one. */
function exchangeHere(): Exchange | null {
  const base = process.env['OUTSIDE_LINE']?.replace(/\/+$/u, '');
  return base ? { base, patience: number(process.env['OUTSIDE_PATIENCE_MS'], 4_000) } : null;
}

/**
 * Firms that answer over a line: what is sent is put to them, and what they say is written into the job’s log. Nothing
 * is asked while a transaction is open; a line that is away, slow or says rubbish changes nothing but its own trouble.
 */
@Injectable()
export class LinesService implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly logger = new Logger(LinesService.name);
  private readonly exchange = exchangeHere();
  private readonly every = number(process.env['OUTSIDE_EVERY_MS'], 5_000);
  /** Lines in trouble: until when they are left alone, and how long the next time. */
  private readonly resting = new Map<string, { until: number; wait: number }>();
  /** Turn of each ticket its firm was told of, so that no job is read to ask after it; after a start all are told anew. */
  private readonly told = new Map<string, number>();
  private timer: NodeJS.Timeout | null = null;
  private closing = false;

  constructor(
    @InjectConnection() private readonly sequelize: Sequelize,
    private readonly scope: Scope,
    private readonly files: JobFiles,
    private readonly log: LogService,
    private readonly summaries: SummariesService,
    private readonly firms: FirmsService,
  ) {}

  onApplicationBootstrap(): void {
    if (this.exchange) this.again();
  }

  onApplicationShutdown(): void {
    this.closing = true;
    if (this.timer) clearTimeout(this.timer);
  }

  private again(): void {
    if (this.closing) return;
    this.timer = setTimeout(() => {
      void this.round()
        // A database that is away now is asked again when it is back.
        .catch((error: unknown) => this.logger.warn(`lines wait: ${String(error)}`))
        .finally(() => this.again());
    }, this.every);
    this.timer.unref();
  }

  /** Asks after everything that is out once. */
  private async round(): Promise<void> {
    for (let after = FIRST; !this.closing;) {
      const rows = await this.sequelize.query<OnLine>(OUT, {
        bind: [after, MOST_AT_ONCE],
        type: QueryTypes.SELECT,
      });
      await Promise.all(rows.map((row) => this.follow(row)));
      if (rows.length < MOST_AT_ONCE) return;
      after = rows.at(-1)!.ticket_id;
    }
  }

  private async follow(row: OnLine): Promise<void> {
    if ((this.resting.get(row.firm_id)?.until ?? 0) > Date.now()) return;
    try {
      const heard = await this.ask(row);
      if (heard) await this.keep(row, heard);
    } catch (error) {
      this.logger.warn(`ticket ${row.ticket_id}: ${String(error)}`);
    }
  }

  /** What a firm says of a ticket: told of it first where it cannot know of it, or of its being sent again. */
  private async ask(row: OnLine): Promise<Answer | LineTrouble | null> {
    const exchange = this.exchange!;
    const isTold = this.told.get(row.ticket_id) === row.turn;
    const first = isTold ? await askLine(exchange, row.line, row.ticket_id) : ('unknown' as const);
    const heard = first === 'unknown' ? await this.put(exchange, row) : first;
    if (heard === null || heard === 'unknown') return null;
    return 'answer' in heard ? heard.answer : heard.trouble;
  }

  private async put(exchange: Exchange, row: OnLine): Promise<Heard | null> {
    const order = await this.scope.apart({ shopId: row.shop_id }, () => this.orderFor(row));
    if (!order) return null;
    const heard = await askLine(exchange, row.line, order);
    if (heard !== 'unknown' && 'answer' in heard) this.told.set(row.ticket_id, order.turn);
    return heard;
  }

  private async orderFor({ job_id, ticket_id }: OnLine): Promise<Order | null> {
    const file = await this.files.of(job_id);
    const standing = ticketsOf(file).find((t) => t.ticket.id === ticket_id);
    return standing && standing.outSince !== null ? orderOf(file, standing) : null;
  }

  private async keep(row: OnLine, heard: Answer | LineTrouble): Promise<void> {
    const within = <T>(work: () => Promise<T>) => this.scope.apart({ shopId: row.shop_id }, work);
    const trouble = typeof heard === 'string' ? heard : await this.take(row, heard);
    await within(() => this.firms.heard(row.firm_id, trouble));
    if (trouble === null) this.resting.delete(row.firm_id);
    else this.rest(row.firm_id);
  }

  /** Once for everything that was asked at the same time. */
  private rest(firmId: string): void {
    const before = this.resting.get(firmId);
    if (before && before.until > Date.now()) return;
    const wait = Math.min(LONGEST_WAIT, (before?.wait ?? this.every) * SLOWER);
    this.resting.set(firmId, { until: Date.now() + wait, wait });
  }

  private async take(row: OnLine, answer: Answer): Promise<LineTrouble | null> {
    if (answer.turn === row.turn && !isNews(answer, row, row.currency)) return null;
    return this.scope.apart({ shopId: row.shop_id }, () => this.write(row, answer));
  }

  /** Writes what is new under the job’s lock, so that two servers that heard the same write it once. */
  private async write(row: OnLine, answer: Answer): Promise<LineTrouble | null> {
    await this.files.lock(row.job_id);
    const file = await this.files.of(row.job_id);
    const standing = ticketsOf(file).find((t) => t.ticket.id === row.ticket_id);
    const news = standing ? newsOf(file, standing, answer) : null;
    if (news === null || news === 'rubbish') return news;
    await this.log.append(file, [
      { id: v7(), at: new Date().toISOString(), kind: 'ticket-news', ...news } as never,
    ]);
    await this.summaries.due(row.job_id);
    return null;
  }
}
