import { Injectable } from '@nestjs/common';
import { TRACE_KINDS, type CustomerNow, type CustomerView, type JobNow, type Trace } from '@tribos/contract';
import { JobFiles, LIST_ROWS } from '../jobs/index.js';
import { notFound, ProblemError } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { AuditService } from '../people/index.js';
import { listErased } from './erased.js';

const MOST = 50;
/** Places of one kind that are named. */
const MOST_PLACES = 12;
const TRACES = 'SELECT kind, place, goes FROM traces_of($1)';

const CUSTOMER = `SELECT id, name, phone, to_char(erased_on, 'YYYY-MM-DD') AS "erasedOn" FROM customers WHERE id = $1`;
const JOBS = `${LIST_ROWS.replace('j.decided', `j.decided, to_char(j.created_at, 'YYYY-MM-DD') AS opened`)}
  WHERE j.customer_id = $1 ORDER BY j.number DESC LIMIT ${MOST}`;
const ARRIVALS = `SELECT id, number, machine, at FROM arrivals WHERE customer = $1 AND phone = $2 ORDER BY number DESC LIMIT ${MOST}`;

/** Nothing of theirs is on a bench, and nothing was written on any job of theirs for as long as jobs are kept. */
const PAST_KEEPING = `SELECT c.id, c.name, c.phone FROM customers c
  CROSS JOIN LATERAL (SELECT now() - make_interval(years => s.keep_years) AS since FROM shops s WHERE s.id = c.shop_id) k
  WHERE c.erased_on IS NULL
  AND EXISTS (SELECT 1 FROM jobs j WHERE j.shop_id = c.shop_id AND j.customer_id = c.id)
  AND NOT EXISTS (SELECT 1 FROM jobs j WHERE j.shop_id = c.shop_id AND j.customer_id = c.id
    AND (j.bench IS NOT NULL OR j.created_at > k.since
      OR EXISTS (SELECT 1 FROM log_entries l WHERE l.shop_id = j.shop_id AND l.job_id = j.id AND l.received_at > k.since)))
  ORDER BY c.name, c.id LIMIT ${MOST}`;

/** The customer rings: where everything of theirs stands; all of it handed to them; the person erased. */
@Injectable()
export class CustomersService {
  constructor(
    private readonly files: JobFiles,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  /** Customers past the years a shop keeps jobs: to be erased by somebody who looks, never by a clock that may be wrong. */
  pastKeeping(): Promise<CustomerView[]> {
    return this.scope.ask<CustomerView>(PAST_KEEPING, []);
  }

  async now(id: string): Promise<CustomerNow> {
    const [customer] = await this.scope.ask<CustomerNow['customer']>(CUSTOMER, [id]);
    if (!customer) throw notFound('customer');
    const jobs = await this.scope.ask<JobNow>(JOBS, [id]);
    const arrivals = await this.scope.ask<{ id: string; number: number; machine: string; at: Date }>(
      ARRIVALS,
      [customer.name, customer.phone],
    );
    return { customer, jobs, arrivals: arrivals.map((a) => ({ ...a, at: a.at.toISOString() })) };
  }

  /** Everything of a customer in open formats: each job as its job file. */
  async everything(id: string): Promise<object> {
    const { customer } = await this.now(id);
    const rows = await this.scope.ask<{ id: string }>(
      'SELECT id FROM jobs WHERE customer_id = $1 ORDER BY number',
      [id],
    );
    const jobs = [];
    for (const row of rows) {
      const photos = await this.scope.ask<object>(
        `SELECT p.id, p.kind, p.station, p.caption, p.by, p.at FROM photos p WHERE p.job_id = $1 AND p.gone_on IS NULL ORDER BY p.at`,
        [row.id],
      );
      jobs.push({ file: await this.files.of(row.id), photos });
    }
    return {
      format: 'tribos-customer',
      version: 1,
      customer: { name: customer.name, phone: customer.phone },
      jobs,
    };
  }

  /** Everything that holds a customer, and whether it goes when the person is erased: looked at before. */
  async traces(id: string): Promise<Trace[]> {
    const rows = await this.scope.ask<{ kind: Trace['kind']; place: string; goes: boolean }>(TRACES, [id]);
    if (rows.length === 0) throw notFound('customer');
    return TRACE_KINDS.flatMap((kind) =>
      [true, false].flatMap((goes) => {
        const of = rows.filter((r) => r.kind === kind && r.goes === goes);
        const places = [...new Set(of.map((r) => r.place))];
        return of.length === 0
          ? []
          : [{ kind, goes, count: of.length, places: places.slice(0, MOST_PLACES) }];
      }),
    );
  }

  /** The person goes; what was measured, decided and done on their engines stays. */
  async erase(id: string): Promise<CustomerNow> {
    const [open] = await this.scope.ask<{ n: number }>(
      'SELECT count(*)::integer AS n FROM jobs WHERE customer_id = $1 AND bench IS NOT NULL',
      [id],
    );
    if (open!.n > 0)
      throw new ProblemError(
        422,
        'on-a-bench',
        'An engine of theirs stands on a bench. Hand it over first. Nothing was changed.',
      );
    const touched = await this.gone(id);
    if (touched < 0) throw notFound('customer');
    this.audit.note('customer erased', id, { jobs: touched });
    return this.now(id);
  }

  /** Erases somebody a second time, in what a backup brought back, whatever stood on a bench then. @returns 1 where they were there */
  async eraseAgain(id: string): Promise<0 | 1> {
    const touched = await this.gone(id);
    if (touched < 0) return 0;
    this.audit.note('customer erased again', id, { jobs: touched });
    return 1;
  }

  private async gone(id: string): Promise<number> {
    const called = `Erased customer ${id.slice(-6)}`;
    const [row] = await this.scope.ask<{ touched: number }>('SELECT erase_customer($1, $2) AS touched', [
      id,
      called,
    ]);
    const { shopId } = this.scope.who;
    if (row!.touched >= 0) this.scope.afterCommit(() => listErased(shopId, id));
    return row!.touched;
  }
}
