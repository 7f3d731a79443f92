import type { JobRow } from '../jobs/job.js';
import type { CustomerView } from './session.js';

/** A job as it is told on the phone. */
export interface JobNow extends JobRow {
  readonly opened: string;
}

/** Where everything of one customer stands. */
export interface CustomerNow {
  readonly customer: CustomerView & { readonly erasedOn: string | null };
  readonly jobs: readonly JobNow[];
  /** Came in and is no job yet. */
  readonly arrivals: readonly {
    readonly id: string;
    readonly number: number;
    readonly machine: string;
    readonly at: string;
  }[];
}
