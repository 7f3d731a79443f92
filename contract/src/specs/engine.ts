import { EXPANSION, type Material } from '@tribos/core';
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
import { IsClientId, IsLength, IsName, OrNull } from '../kit/rules.js';

export class DepthsBody {
  @IsLength(100_000)
  top!: number;

  @IsLength(100_000)
  mid!: number;

  @IsLength(100_000)
  low!: number;
}

/** A window of the wall. */
export class PortBody {
  @IsName()
  name!: string;

  @IsLength()
  roof!: number;

  @IsLength()
  floor!: number;

  /** Degrees clockwise from the engine's zero, seen from above. */
  @IsNumber()
  @Min(-360)
  @Max(360)
  from!: number;

  @IsNumber()
  @Min(-360)
  @Max(720)
  to!: number;
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

  @IsOptional()
  @IsArray()
  @ArrayMaxSize(40)
  @ValidateNested({ each: true })
  @Type(() => PortBody)
  ports?: PortBody[];

  /** Outer diameter of the sleeve, nm; null where it is not on file, or there is none. */
  @IsOptional()
  @OrNull()
  @IsLength()
  sleeveOuter?: number | null;

  @IsOptional()
  @OrNull()
  @IsInt()
  @Min(1900)
  @Max(2200)
  year?: number | null;

  /** Cast or stamped code that tells this variant from others. */
  @IsOptional()
  @OrNull()
  @IsName()
  code?: string | null;
}

/** The whole of an engine's facts, typed on; `version` is the one that was. */
export class EditEngine extends NewEngine {
  @IsInt()
  @Min(1)
  version!: number;
}

/** A piston on offer, alone or in its kit. */
export class KitBody {
  @IsClientId()
  id!: string;

  @IsName()
  maker!: string;

  @IsName()
  name!: string;

  /** Over the standard bore, nm. */
  @IsLength()
  oversize!: number;

  /** Size on its sheet at the maker's gauge height, nm. */
  @IsInt()
  @Min(1_000_000)
  @Max(1_000_000_000)
  piston!: number;

  @IsIn(Object.keys(EXPANSION))
  material!: Material;

  @OrNull()
  @IsLength()
  gaugeHeight!: number | null;

  /** The questions asked on entry were seen and answered “as typed”. */
  @IsOptional()
  @IsBoolean()
  confirmed?: boolean;
}

export class EditKit extends KitBody {
  @IsInt()
  @Min(1)
  version!: number;
}

/** Which version somebody wants gone. */
export class Removal {
  @IsInt()
  @Min(1)
  version!: number;
}

/** A part of an engine's sheet; its own description says what it has to be. */
export class PartBody {
  /** The version that was typed on; 0 where there was none. */
  @IsInt()
  @Min(0)
  version!: number;

  @IsObject()
  body!: Record<string, unknown>;
}

/** What a check of a part found. */
export interface PartCheck {
  readonly checked: number;
  /** Typed again the same by whoever typed it, on an earlier day. */
  readonly retyped: number;
  /** Records that are not as they were typed again. */
  readonly differ: number;
}
