import { Injectable } from '@nestjs/common';
import type { CustomerNow, JobNow } from '@tribos/contract';
import { JobFiles, LIST_ROWS } from '../jobs/index.js';
import { notFound, ProblemError } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { AuditService } from '../people/index.js';

const MOST = 50;

const CUSTOMER = `SELECT id, name, phone, to_char(erased_on, 'YYYY-MM-DD') AS "erasedOn" FROM customers WHERE id = $1`;
const JOBS = `${LIST_ROWS.replace('j.decided', `j.decided, j.next, to_char(j.created_at, 'YYYY-MM-DD') AS opened`)}
  WHERE j.customer_id = $1 ORDER BY j.number DESC LIMIT ${MOST}`;
const ARRIVALS = `SELECT id, number, machine, at FROM arrivals WHERE customer = $1 ORDER BY number DESC LIMIT ${MOST}`;

/** The customer rings: where everything of theirs stands; all of it handed to them; the person erased. */
@Injectable()
export class CustomersService {
  constructor(
    private readonly files: JobFiles,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

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
