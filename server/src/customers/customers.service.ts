import { Injectable } from '@nestjs/common';
import type { CustomerNow, CustomerView, JobNow } from '@tribos/contract';
import { JobFiles, LIST_ROWS } from '../jobs/index.js';
import { notFound, ProblemError } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { AuditService } from '../people/index.js';

const MOST = 50;

const CUSTOMER = `SELECT id, name, phone, to_char(erased_on, 'YYYY-MM-DD') AS "erasedOn" FROM customers WHERE id = $1`;
const JOBS = `${LIST_ROWS.replace('j.decided', `j.decided, to_char(j.created_at, 'YYYY-MM-DD') AS opened`)}
  WHERE j.customer_id = $1 ORDER BY j.number DESC LIMIT ${MOST}`;
const ARRIVALS = `SELECT id, number, machine, at FROM arrivals WHERE customer = $1 ORDER BY number DESC LIMIT ${MOST}`;

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
      [customer.name],
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
    const called = `Erased customer ${id.slice(-6)}`;
    const [row] = await this.scope.ask<{ touched: number }>('SELECT erase_customer($1, $2) AS touched', [
      id,
      called,
    ]);
    if (row!.touched < 0) throw notFound('customer');
    this.audit.note('customer erased', id, { jobs: row!.touched });
    return this.now(id);
  }
}
