import {
  boolean,
  ROUTE_NAMES,
  featureShape,
  fieldsOf,
  jobShape,
  limitStateShape,
  object,
  oneOf,
  orNull,
  pattern,
  type JobFile,
  type AnyEntry,
  type Overall,
  type StationMark,
  type VerdictState,
} from '@tribos/core';
import { body } from '../kit/body.js';
import { clientId, anyId, naming, line, prose, calendarDay, version } from '../kit/rules.js';
import type { OutView } from '../firms/firm.js';

const { plan, thermal, variant } = fieldsOf(jobShape);

export class NewJob extends body(
  object({
    id: clientId,
    engineId: anyId,
    customer: naming,
    phone: line,
    engineNumber: line,
    use: line,
    complaint: prose,
    bench: orNull(naming),
    promised: orNull(calendarDay),
    plan,
    seized: boolean,
    /** Maker of the piston found in it; null when it is the engine maker's. */
    fittedPiston: orNull(naming),
  }),
) {}

/** Changes to a job. `version` is the one that was edited; a stale one gets 409 with what stands now. */
export class EditJob extends body(
  object(
    {
      version,
    },
    {
      plan,
      seized: boolean,
      bench: orNull(naming),
      promised: orNull(calendarDay),
      thermal,
      engineNumber: line,
      use: line,
      complaint: prose,
      /** Maker of the piston found in it; null when it is the engine maker's. */
      fittedPiston: orNull(naming),
      fittedRing: orNull(naming),
      variant,
    },
  ),
) {}

/** A lead's written word that another limit governs in a job, or that it no longer does. */
export class OverrideBody extends body(
  object({
    version,
    feature: featureShape,
    state: limitStateShape,
    /** Null withdraws it. */
    limitId: orNull(anyId),
    reason: prose,
  }),
) {}

export class NewDecision extends body(
  object(
    {
      id: clientId,
      kitId: orNull(anyId),
      reason: prose,
    },
    {
      /** The way out; where it is left out, what the kit is for. */
      route: oneOf(...ROUTE_NAMES),
    },
  ),
) {}

/** Ways a list of jobs is in order. */
export const JOB_ORDERS = ['newest', 'promise', 'station', 'waits'] as const;

export class JobQuery extends body(
  object(
    {},
    {
      search: pattern('^[^\\p{Cc}]*$', 'one line', 100),
      /** Newest first where it is left out; the others name open jobs alone. */
      by: oneOf(...JOB_ORDERS),
      /** What the last page named as its next. */
      after: pattern('^[1-9]\\d{0,9}$|^\\d{1,8}:\\d{1,8}:[1-9]\\d{0,9}$', 'what the last page named'),
      /** Of one page: 1 to 100. */
      limit: pattern('^([1-9]\\d?|100)$', 'a number from 1 to 100'),
    },
  ),
) {}

/** The one next thing of a job, in both units, and where the job stands. */
export interface JobNext {
  readonly mm: string;
  readonly in: string;
  /** The tick of the run sheet it is done at. */
  readonly station: string;
  /** The tick where the work is. */
  readonly reached: string;
  /** ISO time since when it is there; null before anything was written. */
  readonly since: string | null;
  readonly by: string | null;
  /** What earlier stations left open, in words. */
  readonly left: readonly { readonly station: string; readonly words: string }[];
}

/** A job in a list. */
export interface JobRow {
  readonly id: string;
  readonly number: number;
  readonly engine: string;
  readonly customer: string;
  readonly complaint: string;
  readonly bench: string | null;
  readonly promised: string | null;
  readonly overall: Overall | null;
  /** A mark for each station that a room works at. */
  readonly marks: Readonly<Record<string, StationMark>>;
  readonly read: number;
  readonly planned: number;
  readonly decided: string | null;
  /** Null until it is summed up. */
  readonly next: JobNext | null;
  /** ISO time since when it waits for somebody outside; null where it does not. */
  readonly waitsSince: string | null;
}

/** A verdict that is other than it was although nothing was written to its job: a sheet, a gauge or a rule was changed. */
export interface MovedVerdict {
  readonly title: string;
  readonly cylinder: string | null;
  readonly from: VerdictState | null;
  readonly to: VerdictState | null;
  readonly at: string;
}

/** A job with everything its verdicts need. */
export interface JobView {
  readonly version: number;
  readonly file: JobFile;
  /** Until somebody has seen it. */
  readonly moved: readonly MovedVerdict[];
}

/** One bench of the shop with the job on it. */
export interface BenchView {
  readonly name: string;
  readonly job: JobRow | null;
}

export interface BenchesView {
  readonly benches: readonly BenchView[];
  /** Jobs that are on no bench, soonest promise first. */
  readonly waiting: readonly JobRow[];
  /** What is out, or back and not yet accepted. */
  readonly out: readonly OutView[];
  readonly gaugesDue: readonly {
    readonly id: string;
    readonly name: string;
    readonly calibrationDue: string;
    readonly overdue: boolean;
  }[];
  readonly limitsUnchecked: number;
  /** Jobs whose verdicts moved by a changed sheet, gauge or rule, not seen yet. */
  readonly moved: readonly { readonly id: string; readonly number: number; readonly engine: string }[];
  /** Whether the shop has any yet: what a new one begins with. */
  readonly has: { readonly gauge: boolean; readonly engine: boolean; readonly job: boolean };
}

/** The answer to an append: the log as it stands from the first entry sent on, with the readings parsed. */
export interface AppendedLog {
  readonly entries: readonly AnyEntry[];
}
