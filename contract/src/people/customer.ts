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

/** What can hold a customer, in the order it is shown. */
export const TRACE_KINDS = [
  ...([
    'customer',
    'arrival',
    'complaint',
    'caption',
    'print',
    'import',
    'refused',
    'trick',
    'timer',
  ] as const),
  ...(['note', 'decision', 'audit', 'photo', 'sound'] as const),
] as const;

/** Something that holds a customer. */
export interface Trace {
  readonly kind: (typeof TRACE_KINDS)[number];
  /** Whether it goes when the person is erased. */
  readonly goes: boolean;
  readonly count: number;
  /** Where, in words: job numbers, stations, names of files. */
  readonly places: readonly string[];
}
