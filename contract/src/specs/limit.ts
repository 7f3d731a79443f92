import { FEATURE_KEYS, type EngineSpec, type FeatureKey } from '@tribos/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { IsClientId, IsLength, IsLine, IsName, OrNull } from '../kit/rules.js';

export const UNITS = ['mm', 'in', 'kPa', 'bar', 'bar/min', '×'] as const;
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

export class DepthsBody {
  @IsLength(100_000)
  top!: number;

  @IsLength(100_000)
  mid!: number;

  @IsLength(100_000)
  low!: number;
}

export class NewEngine {
  @IsClientId()
  id!: string;

  @IsName()
  maker!: string;

  @IsName()
  model!: string;

  @IsIn(['motorcycle', 'atv', 'snowmobile', 'watercraft', 'chainsaw'])
  kind!: 'motorcycle' | 'atv' | 'snowmobile' | 'watercraft' | 'chainsaw';

  @IsIn([2, 4])
  strokes!: 2 | 4;

  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(12)
  @IsString({ each: true })
  @Matches(/^[^\p{Cc}]*\S[^\p{Cc}]*$/u, { each: true, message: 'every cylinder needs a name' })
  @MaxLength(40, { each: true })
  cylinders!: string[];

  @IsInt()
  @Min(5_000_000)
  @Max(500_000_000)
  bore!: number;

  @IsInt()
  @Min(5_000_000)
  @Max(500_000_000)
  stroke!: number;

  @IsIn(['iron-sleeve', 'plated', 'chrome'])
  wall!: 'iron-sleeve' | 'plated' | 'chrome';

  @IsName()
  zeroAt!: string;

  @IsNumber()
  @Min(0)
  @Max(179.999)
  pinAxisDeg!: number;

  @IsObject()
  @ValidateNested()
  @Type(() => DepthsBody)
  depths!: DepthsBody;

  @IsLength(1_000_000)
  wallDepth!: number;

  /** Nominal diameter of the piston pin; null when it is not on file. */
  @OrNull()
  @IsInt()
  @Min(1_000_000)
  @Max(100_000_000)
  pin!: number | null;

  @IsIn(['liquid', 'air'])
  cooling!: 'liquid' | 'air';
}

/** An engine with its limits' versions, for editing. */
export interface EngineView {
  readonly spec: EngineSpec;
  readonly limitVersions: Readonly<Record<string, number>>;
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
