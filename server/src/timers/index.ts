import { Body, Controller, Delete, Get, HttpCode, Injectable, Module, Param, Post } from '@nestjs/common';
import { NewTimer, type TimerView } from '@tribos/contract';
import { May } from '../kit/access.js';
import { notFound } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { IdPipe } from '../kit/uuid.js';

const RUNNING = `SELECT t.id, t.job_id AS "jobId", j.number, j.machine, t.station, t.what, t.by,
  to_char(t.began AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') AS began,
  to_char(t.ends AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') AS ends,
  round(extract(epoch FROM t.ends - now()))::integer AS left
  FROM timers t JOIN jobs j ON j.shop_id = t.shop_id AND j.id = t.job_id
  WHERE t.over_at IS NULL ORDER BY t.ends, t.id LIMIT 50`;
/** The same started twice is one. */
const BEGIN = `INSERT INTO timers (shop_id, id, job_id, station, what, began, ends, by)
  SELECT current_shop(), $1, j.id, $3, $4, b.began, b.began + make_interval(mins => $6), $7
  FROM jobs j, (SELECT now() - make_interval(secs => $5) AS began) b WHERE j.id = $2
  ON CONFLICT (shop_id, id) DO UPDATE SET what = timers.what RETURNING id`;
const OVER = `UPDATE timers SET over_at = now() WHERE id = $1 AND over_at IS NULL RETURNING id`;
const KNOWN = 'SELECT id FROM timers WHERE id = $1';

/** What waits by itself, for the whole shop: it runs in no device and in no server. */
@Injectable()
export class TimersService {
  constructor(private readonly scope: Scope) {}

  running(): Promise<TimerView[]> {
    return this.scope.ask<TimerView>(RUNNING, []);
  }

  async begin({ id, jobId, station, what, ago, minutes }: NewTimer): Promise<TimerView[]> {
    const { name } = this.scope.who;
    const rows = await this.scope.ask(BEGIN, [id, jobId, station, what.trim(), ago, minutes, name]);
    if (rows.length === 0) throw notFound('job');
    return this.running();
  }

  /** Somebody has come for it. */
  async over(id: string): Promise<void> {
    const rows = await this.scope.ask(OVER, [id]);
    if (rows.length === 0 && (await this.scope.ask(KNOWN, [id])).length === 0) throw notFound('timer');
  }
}

@Controller('timers')
export class TimersController {
  constructor(private readonly timers: TimersService) {}

  /** Timers that run in the shop. */
  @Get()
  running(): Promise<TimerView[]> {
    return this.timers.running();
  }

  /** Starts a timer for a step that waits by itself. */
  @Post()
  @May('measure')
  begin(@Body() body: NewTimer): Promise<TimerView[]> {
    return this.timers.begin(body);
  }

  /** A timer is over, or is not wanted any more. */
  @Delete(':id')
  @HttpCode(204)
  @May('measure')
  over(@Param('id', IdPipe) id: string): Promise<void> {
    return this.timers.over(id);
  }
}

@Module({ controllers: [TimersController], providers: [TimersService] })
export class TimersModule {}
