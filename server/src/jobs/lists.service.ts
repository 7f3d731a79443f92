import { Injectable } from '@nestjs/common';
import type { BenchesView, BenchView, JobQuery, JobRow, Page } from '@tribos/contract';
import { calibrationOverdue, type Earlier } from '@tribos/core';
import type { Summary } from '../judging/index.js';
import { FirmsService } from '../firms/index.js';
import { Scope } from '../kit/scope.js';

const PAGE = 50;
const MOST_WAITING = 8;
const DUE_SOON_DAYS = 30;
/** Between a write and its summary, for a job that was never summed up. */
const NOT_SUMMED_UP = {
  mm: 'What is next is being worked out.',
  in: 'What is next is being worked out.',
  station: 'measure',
};

/** A job as lists show it, in the words of the contract. */
export const LIST_ROWS = `SELECT j.id, j.number, j.machine AS engine, c.name AS customer, j.complaint, j.bench,
  to_char(j.promised, 'YYYY-MM-DD') AS promised, j.overall, j.marks, j.stations_read AS read,
  j.stations_planned AS planned, j.decided
FROM jobs j JOIN customers c ON c.shop_id = j.shop_id AND c.id = j.customer_id`;

const NEWEST = `${LIST_ROWS} WHERE $1::integer IS NULL OR j.number < $1 ORDER BY j.number DESC LIMIT $2`;
const FOUND = `${LIST_ROWS} WHERE j.id IN (SELECT id FROM find_jobs($1, $2, $3)) ORDER BY j.number DESC`;

const all = (rows: string): string => `(SELECT coalesce(json_agg(t), '[]') FROM (${rows}) t)`;

/** Home in one question: benches, what is on them and what waits, gauges due, limits nobody compared. */
const HOME = `SELECT
  ${all('SELECT name FROM benches ORDER BY position')} AS benches,
  ${all(`${LIST_ROWS.replace('j.decided', 'j.decided, j.next')} WHERE j.bench IS NOT NULL ORDER BY j.number DESC`)} AS "onBench",
  ${all(`${LIST_ROWS} WHERE j.bench IS NULL AND j.decided IS NULL ORDER BY j.promised ASC NULLS LAST, j.number LIMIT ${MOST_WAITING}`)} AS waiting,
  ${all(`SELECT id, name, to_char(calibration_due, 'YYYY-MM-DD') AS "calibrationDue" FROM instruments
    WHERE job_id IS NULL AND retired_on IS NULL AND calibration_due <= $1 ORDER BY type, name, id`)} AS due,
  (SELECT count(*)::integer FROM limits WHERE checked_by IS NULL AND retyped_on IS NULL) AS unchecked,
  ${all('SELECT id, number, machine AS engine FROM jobs WHERE moved IS NOT NULL ORDER BY number DESC LIMIT 20')} AS moved,
  json_build_object('gauge', EXISTS (SELECT 1 FROM instruments WHERE job_id IS NULL),
    'engine', EXISTS (SELECT 1 FROM engines), 'job', EXISTS (SELECT 1 FROM jobs)) AS has`;

interface Home {
  readonly benches: readonly { readonly name: string }[];
  readonly onBench: readonly (JobRow & { readonly next: Summary['next'] | null })[];
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

  /** Newest first; those that hold every word that is looked for. */
  async jobs(query: JobQuery): Promise<Page<JobRow>> {
    const limit = query.limit ?? PAGE;
    const after = query.after ?? null;
    const words = (query.search ?? '').toLowerCase().split(/\s+/u).filter(Boolean);
    const patterns = words.map((w) => `%${w.replace(/[\\%_]/gu, '\\$&')}%`);
    const rows =
      words.length === 0
        ? await this.scope.ask<JobRow>(NEWEST, [after, limit + 1])
        : await this.scope.ask<JobRow>(FOUND, [patterns, after, limit + 1]);
    const items = rows.slice(0, limit);
    return { items, next: rows.length > limit ? String(items.at(-1)!.number) : null };
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
        const row = onBench.find((j) => j.bench === name);
        if (!row) return { name, job: null };
        const { next: summed, ...shown } = row;
        const { station, ...next } = summed ?? NOT_SUMMED_UP;
        return { name, job: { ...shown, next, station } };
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
