import { USUAL, type Instrument } from '@tribos/core';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  Max,
  Min,
} from 'class-validator';
import { IsClientId, IsDay, IsId, IsLength, IsName, IsTyped, OrNull } from '../kit/rules.js';
import { Retire } from '../kit/retire.js';

export class InstrumentBody {
  @IsClientId()
  id!: string;

  @IsName()
  name!: string;

  @IsIn(Object.keys(USUAL))
  type!: Instrument['type'];

  @IsIn(['mm', 'in'])
  unit!: 'mm' | 'in';

  @IsInt()
  @Min(1)
  @Max(10_000_000)
  resolution!: number;

  @IsInt()
  @Min(1)
  @Max(10_000_000)
  repeatability!: number;

  @OrNull()
  @IsInt()
  @Min(2)
  @Max(1000)
  studyRepeats!: number | null;

  @IsInt()
  @Min(0)
  @Max(10_000_000)
  maxError!: number;

  @IsLength()
  rangeLow!: number;

  @IsLength()
  rangeHigh!: number;

  @IsIn([2, 3])
  contacts!: 2 | 3;

  @IsIn(['none', 'ring', 'micrometer'])
  settingKind!: 'none' | 'ring' | 'micrometer';

  /** Standard uncertainty of the ring, nm. */
  @IsOptional()
  @OrNull()
  @IsNumber()
  @Min(0)
  @Max(1_000_000)
  settingU?: number | null;

  /** Micrometer it is set in. */
  @IsOptional()
  @OrNull()
  @IsId()
  settingInstrumentId?: string | null;

  /** Travel of the needle over the dial, nm. */
  @OrNull()
  @IsInt()
  @Min(1)
  @Max(100_000_000)
  travel!: number | null;

  /** Leaves of a set, nm. */
  @IsArray()
  @ArrayMaxSize(200)
  @IsInt({ each: true })
  @Min(1, { each: true })
  @Max(100_000_000, { each: true })
  leaves!: number[];

  @OrNull()
  @IsDay()
  calibrationDue!: string | null;
}

/** Repeats of one person with one gauge on one part. */
export class StudyBody {
  @IsClientId()
  id!: string;

  @IsId()
  instrumentId!: string;

  /** The part measured; several people on the same parts make a study of the gauge. */
  @IsName()
  part!: string;

  /** As typed, in order. */
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(100)
  @IsTyped({ each: true })
  texts!: string[];
}

/** A study as the shop keeps it. */
export interface StudyView {
  readonly id: string;
  readonly instrumentId: string;
  readonly part: string;
  readonly by: string;
  readonly at: string;
  readonly texts: readonly string[];
  /** nm */
  readonly values: readonly number[];
  readonly repeats: number;
  /** Standard deviation, nm, where there are repeats enough to be used; null otherwise. */
  readonly s: number | null;
  /** Last day it counted; null while it does. */
  readonly retiredOn: string | null;
}

export class EditInstrument extends InstrumentBody {
  @IsInt()
  @Min(1)
  version!: number;
}

/** Takes a gauge out of use, or back into it. */
export class RetireInstrument extends Retire {
  @IsInt()
  @Min(1)
  version!: number;
}

export interface InstrumentView {
  readonly version: number;
  readonly instrument: Instrument;
}
