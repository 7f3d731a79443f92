import { FEATURE_KEYS, type EngineSpec, type FeatureKey } from '@tribos/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { IsClientId, IsLine, IsName, OrNull } from '../kit/rules.js';

export const UNITS = ['mm', 'in', 'kPa', 'bar', 'psi', 'bar/min', '×', '%', '°'] as const;
const SOURCE_TYPES = ['engine-maker', 'part-maker', 'machinist', 'shop-rule', 'adoption'] as const;

/** Both ends of a limit, in the base unit of its feature: nm for lengths. */
class Ends {
  @OrNull()
  @IsNumber()
  @Min(-1e9)
  @Max(1e9)
  low!: number | null;

  @OrNull()
  @IsNumber()
  @Min(-1e9)
  @Max(1e9)
  high!: number | null;

  /** What the sheet names to aim at inside both ends; left out, their middle. */
  @IsOptional()
  @IsNumber()
  @Min(-1e9)
  @Max(1e9)
  target?: number | null;
}

/** Head, cams, piston and gasket a limit is of: `maker` for the engine maker's own. */
export class BuildBody {
  @IsName()
  head!: string;

  @IsName()
  cams!: string;

  @IsName()
  piston!: string;

  @IsName()
  gasket!: string;
}

/** When a limit holds at all; what is left out does not matter. */
export class ConditionsBody {
  @IsOptional()
  @IsInt()
  @Min(1900)
  @Max(2200)
  yearFrom?: number;

  @IsOptional()
  @IsInt()
  @Min(1900)
  @Max(2200)
  yearTo?: number;

  /** Of the engine, as the sheet prints it. */
  @IsOptional()
  @IsName()
  serialFrom?: string;

  @IsOptional()
  @IsName()
  serialTo?: string;

  /** Cast or stamped on the part. */
  @IsOptional()
  @IsName()
  code?: string;

  @IsOptional()
  @IsIn(['iron-sleeve', 'plated', 'chrome'])
  wall?: 'iron-sleeve' | 'plated' | 'chrome';

  @IsOptional()
  @IsName()
  use?: string;

  @IsOptional()
  @IsObject()
  @ValidateNested()
  @Type(() => BuildBody)
  build?: BuildBody;
}

export class LimitBody extends Ends {
  @IsClientId()
  id!: string;

  @IsIn(FEATURE_KEYS)
  feature!: FeatureKey;

  @IsIn(['new', 'service'])
  state!: 'new' | 'service';

  /** Unit the document prints. */
  @IsIn(UNITS)
  unit!: (typeof UNITS)[number];

  @IsOptional()
  @IsIn(['worst-direction', 'top-bottom', 'cross-depth'])
  taper?: 'worst-direction' | 'top-bottom' | 'cross-depth';

  /** Left out where it always holds; on a change, where it is as before. */
  @IsOptional()
  @IsObject()
  @ValidateNested()
  @Type(() => ConditionsBody)
  conditions?: ConditionsBody;

  @IsIn(SOURCE_TYPES)
  sourceType!: (typeof SOURCE_TYPES)[number];

  @IsName()
  party!: string;

  @IsName()
  document!: string;

  @IsLine()
  page!: string;

  @IsLine()
  revision!: string;

  /** The questions asked on entry were seen and answered “as typed”. */
  @IsBoolean()
  confirmed!: boolean;
}

export class EditLimit extends LimitBody {
  @IsInt()
  @Min(1)
  version!: number;
}

/** A limit typed again from the document by somebody who does not look at what is on file. */
export class CheckLimit extends Ends {
  @IsInt()
  @Min(1)
  version!: number;

  /** Minima of a step table, in its order; null for any other limit. */
  @OrNull()
  @IsArray()
  @ArrayMaxSize(50)
  @IsNumber({}, { each: true })
  rows!: number[] | null;
}

/** An engine with its limits' versions, for editing. */
export interface EngineView {
  readonly spec: EngineSpec;
  readonly version: number;
  readonly limitVersions: Readonly<Record<string, number>>;
  readonly kitVersions: Readonly<Record<string, number>>;
  readonly partVersions: Readonly<Record<string, number>>;
  /** Jobs on this engine: what is changed here is judged anew in each. */
  readonly jobs: number;
}

export interface EngineRow {
  readonly id: string;
  readonly maker: string;
  readonly model: string;
  readonly kind: EngineSpec['kind'];
  readonly strokes: 2 | 4;
  readonly wall: EngineSpec['wall'];
  readonly bore: number;
  readonly stroke: number;
  readonly cylinders: number;
  readonly limits: number;
  readonly unchecked: number;
}
