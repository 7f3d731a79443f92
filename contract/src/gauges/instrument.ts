import type { Instrument } from '@tribos/core';
import { IsIn, IsInt, IsNumber, IsOptional, Max, Min } from 'class-validator';
import { IsClientId, IsDay, IsId, IsLength, IsName, OrNull } from '../kit/rules.js';

export class InstrumentBody {
  @IsClientId()
  id!: string;

  @IsName()
  name!: string;

  @IsIn(['dial-bore', 'telescoping', 'micrometer', 'calliper'])
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

  @OrNull()
  @IsDay()
  calibrationDue!: string | null;
}

export class EditInstrument extends InstrumentBody {
  @IsInt()
  @Min(1)
  version!: number;
}

export interface InstrumentView {
  readonly version: number;
  readonly instrument: Instrument;
}
