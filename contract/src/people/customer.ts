import type { JobRow } from '../jobs/job.js';
import type { CustomerView } from './session.js';

/** A job as it is told on the phone. */
export interface JobNow extends JobRow {
  readonly opened: string;
  /** The one next thing; null until it is summed up. */
  readonly next: { readonly mm: string; readonly in: string; readonly station: string } | null;
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
