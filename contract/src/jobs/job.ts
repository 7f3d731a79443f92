import type { OutView } from '../firms/firm.js';
import {
  FEATURE_KEYS,
  ROUTE_NAMES,
  type FeatureKey,
  type JobFile,
  type AnyEntry,
  type Overall,
  type RouteName,
  type StationMark,
  type VerdictState,
} from '@tribos/core';
import { Type } from 'class-transformer';
import {
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  Max,
  MaxLength,
  IsString,
  Matches,
  Min,
  ValidateNested,
} from 'class-validator';
import { IsClientId, IsDay, IsId, IsLine, IsName, IsProse, OrNull } from '../kit/rules.js';

const PLANS = ['quick', 'usual', 'full'] as const;

export class ThermalBody {
  @IsNumber()
  @Min(-30)
  @Max(60)
  celsius!: number;

  @IsBoolean()
  measured!: boolean;

  @IsBoolean()
  sameBench!: boolean;

  /** Temperature of the cylinder where it was taken apart, °C. */
  @OrNull()
  @IsNumber()
  @Min(-30)
  @Max(200)
  cylinder!: number | null;

  @OrNull()
  @IsNumber()
  @Min(-30)
  @Max(200)
  piston!: number | null;
}

export class NewJob {
  @IsClientId()
  id!: string;

  @IsId()
  engineId!: string;

  @IsName()
  customer!: string;

  @IsLine()
  phone!: string;

  @IsLine()
  engineNumber!: string;

  @IsLine()
  use!: string;

  @IsProse()
  complaint!: string;

  @OrNull()
  @IsName()
  bench!: string | null;

  @OrNull()
  @IsDay()
  promised!: string | null;

  @IsIn(PLANS)
  plan!: (typeof PLANS)[number];

  @IsBoolean()
  seized!: boolean;

  /** Maker of the piston found in it; null when it is the engine maker's. */
  @OrNull()
  @IsName()
  fittedPiston!: string | null;
}

/** What was found on the engine that came in. */
export class VariantBody {
  @OrNull()
  @IsInt()
  @Min(1900)
  @Max(2200)
  year!: number | null;

  @OrNull()
  @IsName()
  code!: string | null;

  @OrNull()
  @IsName()
  use!: string | null;
}

/** Changes to a job. `version` is the one that was edited; a stale one gets 409 with what stands now. */
export class EditJob {
  @IsInt()
  @Min(1)
  version!: number;

  @IsOptional()
  @IsIn(PLANS)
  plan?: (typeof PLANS)[number];

  @IsOptional()
  @IsBoolean()
  seized?: boolean;

  @IsOptional()
  @OrNull()
  @IsName()
  bench?: string | null;

  @IsOptional()
  @OrNull()
  @IsDay()
  promised?: string | null;

  @IsOptional()
  @IsObject()
  @ValidateNested()
  @Type(() => ThermalBody)
  thermal?: ThermalBody;

  @IsOptional()
  @IsLine()
  engineNumber?: string;

  @IsOptional()
  @IsLine()
  use?: string;

  @IsOptional()
  @IsProse()
  complaint?: string;

  /** Maker of the piston found in it; null when it is the engine maker's. */
  @IsOptional()
  @OrNull()
  @IsName()
  fittedPiston?: string | null;

  @IsOptional()
  @OrNull()
  @IsName()
  fittedRing?: string | null;

  @IsOptional()
  @IsObject()
  @ValidateNested()
  @Type(() => VariantBody)
  variant?: VariantBody;
}

/** A lead's written word that another limit governs in a job, or that it no longer does. */
export class OverrideBody {
  @IsInt()
  @Min(1)
  version!: number;

  @IsIn(FEATURE_KEYS)
  feature!: FeatureKey;

  @IsIn(['new', 'service'])
  state!: 'new' | 'service';

  /** Null withdraws it. */
  @OrNull()
  @IsId()
  limitId!: string | null;

  @IsProse()
  reason!: string;
}

export class NewDecision {
  @IsClientId()
  id!: string;

  /** The way out; where it is left out, what the kit is for. */
  @IsOptional()
  @IsIn(ROUTE_NAMES)
  route?: RouteName;

  @OrNull()
  @IsId()
  kitId!: string | null;

  @IsProse()
  reason!: string;
}

/** Ways a list of jobs is in order. */
export const JOB_ORDERS = ['newest', 'promise', 'station', 'waits'] as const;

export class JobQuery {
  @IsOptional()
  @IsString()
  @MaxLength(100)
  @Matches(/^[^\p{Cc}]*$/u, { message: 'search must be one line' })
  search?: string;

  /** Newest first where it is left out; the others name open jobs alone. */
  @IsOptional()
  @IsIn(JOB_ORDERS)
  by?: (typeof JOB_ORDERS)[number];

  /** What the last page named as its next. */
  @IsOptional()
  @IsString()
  @Matches(/^[1-9]\d{0,9}$|^\d{1,8}:\d{1,8}:[1-9]\d{0,9}$/u, {
    message: 'after must be what the last page named',
  })
  after?: string;

  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(1)
  @Max(100)
  limit?: number;
}

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
