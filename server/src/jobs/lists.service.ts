import { Injectable } from '@nestjs/common';
import type { BenchesView, BenchView, JOB_ORDERS, JobQuery, JobRow, Page } from '@tribos/contract';
import { calibrationOverdue, type Earlier } from '@tribos/core';
import { FirmsService } from '../firms/index.js';
import { NOTHING_LEFT } from '../judging/index.js';
import { Scope } from '../kit/scope.js';

const PAGE = 50;
const MOST_WAITING = 8;
const DUE_SOON_DAYS = 30;
const NO_DAY = 9_999_999;
/** A job as lists show it, in the words of the contract. */
export const LIST_ROWS = `SELECT j.id, j.number, j.machine AS engine, c.name AS customer, j.complaint, j.bench,
  to_char(j.promised, 'YYYY-MM-DD') AS promised, j.overall, j.marks, j.stations_read AS read,
  j.stations_planned AS planned, j.decided, j.next,
  to_char(j.waits_since AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') AS "waitsSince"
FROM jobs j JOIN customers c ON c.shop_id = j.shop_id AND c.id = j.customer_id`;

const NEWEST = `${LIST_ROWS} WHERE $1::integer IS NULL OR j.number < $1 ORDER BY j.number DESC LIMIT $2`;
const FOUND = `${LIST_ROWS} WHERE j.id IN (SELECT id FROM find_jobs($1, $2, $3)) ORDER BY j.number DESC`;

/** Days since 2000 of a promise, as the index keeps them; none is the last. */
const PROMISE = `coalesce(j.promised - DATE '2000-01-01', ${NO_DAY})`;
/** Days since 2000 of the start of a wait; none is the last. */
const WAIT = `CASE WHEN j.waits_since IS NULL THEN ${NO_DAY} ELSE (j.waits_since AT TIME ZONE 'UTC')::date - DATE '2000-01-01' END`;
const OPEN = `j.run_place < ${NOTHING_LEFT}`;

/** Open jobs by two keys and their number: what is overdue leads. */
const inOrder = (first: string, second: string): string => `${LIST_ROWS.replace(
  'j.decided',
  `j.decided, ${first} AS first, ${second} AS second`,
)}
  WHERE ${OPEN} AND ($1::integer IS NULL OR (${first}, ${second}, j.number) > ($1, $2, $3))
  ORDER BY ${first}, ${second}, j.number LIMIT $4`;
const ORDERED: Readonly<Record<Exclude<(typeof JOB_ORDERS)[number], 'newest'>, string>> = {
  promise: inOrder(PROMISE, PROMISE),
  station: inOrder('j.run_place', PROMISE),
  waits: inOrder(WAIT, PROMISE),
};

const all = (rows: string): string => `(SELECT coalesce(json_agg(t), '[]') FROM (${rows}) t)`;

/** Home in one question: benches, what is on them and what waits, gauges due, limits nobody compared. */
const HOME = `SELECT
  ${all('SELECT name FROM benches ORDER BY position')} AS benches,
  ${all(`${LIST_ROWS} WHERE j.bench IS NOT NULL ORDER BY j.number DESC`)} AS "onBench",
  ${all(`${LIST_ROWS} WHERE j.bench IS NULL AND ${OPEN} ORDER BY j.promised ASC NULLS LAST, j.number LIMIT ${MOST_WAITING}`)} AS waiting,
  ${all(`SELECT id, name, to_char(calibration_due, 'YYYY-MM-DD') AS "calibrationDue" FROM instruments
    WHERE job_id IS NULL AND retired_on IS NULL AND calibration_due <= $1 ORDER BY type, name, id`)} AS due,
  (SELECT count(*)::integer FROM limits WHERE checked_by IS NULL AND retyped_on IS NULL) AS unchecked,
  ${all('SELECT id, number, machine AS engine FROM jobs WHERE moved IS NOT NULL ORDER BY number DESC LIMIT 20')} AS moved,
  json_build_object('gauge', EXISTS (SELECT 1 FROM instruments WHERE job_id IS NULL),
    'engine', EXISTS (SELECT 1 FROM engines), 'job', EXISTS (SELECT 1 FROM jobs)) AS has`;

interface Home {
  readonly benches: readonly { readonly name: string }[];
  readonly onBench: readonly JobRow[];
  readonly waiting: readonly JobRow[];
  readonly due: readonly { readonly id: string; readonly name: string; readonly calibrationDue: string }[];
  readonly unchecked: number;
  readonly has: BenchesView['has'];
  readonly moved: BenchesView['moved'];
}

/** The way last decided on each earlier job of the same engine. */
const EARLIER = `SELECT j.complaint, d.route FROM jobs j
  JOIN LATERAL (SELECT route FROM decisions d WHERE d.shop_id = j.shop_id AND d.job_id = j.id ORDER BY d.position DESC LIMIT 1) d ON true
  WHERE j.id <> $1 AND j.engine_id = (SELECT engine_id FROM jobs WHERE id = $1)
  ORDER BY j.number DESC LIMIT 200`;

/** Jobs as lists and the home page show them: what was summed up of each, in one question. */
@Injectable()
export class ListsService {
  constructor(
    private readonly scope: Scope,
    private readonly firms: FirmsService,
  ) {}

  /** Newest first, or open jobs in another order; those that hold every word that is looked for. */
  async jobs(query: JobQuery): Promise<Page<JobRow>> {
    const limit = query.limit === undefined ? PAGE : Number(query.limit);
    const { by = 'newest' } = query;
    if (by !== 'newest' && !query.search?.trim()) return this.ordered(by, query.after ?? null, limit);
    const after = query.after?.includes(':') ? null : Number(query.after ?? 0) || null;
    const words = (query.search ?? '').toLowerCase().split(/\s+/u).filter(Boolean);
    const patterns = words.map((w) => `%${w.replace(/[\\%_]/gu, '\\$&')}%`);
    const rows =
      words.length === 0
        ? await this.scope.ask<JobRow>(NEWEST, [after, limit + 1])
        : await this.scope.ask<JobRow>(FOUND, [patterns, after, limit + 1]);
    const items = rows.slice(0, limit);
    return { items, next: rows.length > limit ? String(items.at(-1)!.number) : null };
  }

  private async ordered(
    by: keyof typeof ORDERED,
    after: string | null,
    limit: number,
  ): Promise<Page<JobRow>> {
    const [first, second, number] = after?.includes(':') ? after.split(':').map(Number) : [null, null, null];
    const rows = await this.scope.ask<JobRow & { first: number; second: number }>(ORDERED[by], [
      first,
      second,
      number,
      limit + 1,
    ]);
    const last = rows[limit - 1];
    return {
      items: rows.slice(0, limit).map(({ first: _, second: __, ...row }) => row),
      next: rows.length > limit ? `${last!.first}:${last!.second}:${last!.number}` : null,
    };
  }

  earlier(id: string): Promise<Earlier[]> {
    return this.scope.ask<Earlier>(EARLIER, [id]);
  }

  /** Each bench with the engine on it and the one next thing there; what waits; what is due. */
  async home(now = new Date()): Promise<BenchesView> {
    const soon = new Date(now.getTime() + DUE_SOON_DAYS * 86_400_000).toISOString().slice(0, 10);
    const [home] = await this.scope.ask<Home>(HOME, [soon]);
    const { benches, onBench, waiting, due, unchecked, has, moved } = home!;
    return {
      benches: benches.map(({ name }): BenchView => {
        return { name, job: onBench.find((j) => j.bench === name) ?? null };
      }),
      waiting,
      out: await this.firms.out(),
      gaugesDue: due.map((i) => ({ ...i, overdue: calibrationOverdue(i, now.toISOString()) })),
      limitsUnchecked: unchecked,
      has,
      moved,
    };
  }
}
