import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsString,
  Matches,
  Max,
  Min,
  ValidateBy,
  ValidateNested,
} from 'class-validator';
import { IsLine, IsName, OrNull } from '../kit/rules.js';
import { Account } from './person.js';

const IsCurrency = () => Matches(/^[A-Z]{3}$/u, { message: 'currency must be three capitals, like EUR' });

/** An empty house is founded: the shop, and the lead who does it. */
export class Found extends Account {
  /** Of the address that the start printed. */
  @IsString()
  @Matches(/^[\w-]{10,100}$/u, { message: 'the address is not whole: take it as it was printed' })
  code!: string;

  @IsName()
  shop!: string;

  @IsIn(['mm', 'in'])
  unit!: 'mm' | 'in';

  @IsString()
  @IsCurrency()
  currency!: string;
}

class LabelBody {
  /** mm */
  @IsInt()
  @Min(10)
  @Max(200)
  width!: number;

  @IsInt()
  @Min(10)
  @Max(200)
  height!: number;
}

const isDay = (v: unknown): boolean =>
  v === null ||
  (Array.isArray(v) &&
    v.length === 2 &&
    v.every((m) => Number.isInteger(m) && m >= 0 && m <= 1440) &&
    v[0] < v[1]);

/** What a lead sets for the shop. */
export class ShopSettings {
  @IsInt()
  @Min(1)
  version!: number;

  @IsName()
  name!: string;

  @IsIn(['mm', 'in'])
  unit!: 'mm' | 'in';

  @IsString()
  @IsCurrency()
  currency!: string;

  /** Hundredths of a per cent. */
  @IsInt()
  @Min(0)
  @Max(10_000)
  taxPerMyriad!: number;

  /** Of one hour of labour, in the currency's smallest unit; 0 while nobody set it. */
  @IsInt()
  @Min(0)
  @Max(9_000_000_000)
  hourlyRate!: number;

  /** Probability from which a way out is recommended: 0.5 to 0.999. */
  @IsNumber()
  @Min(0.5)
  @Max(0.999)
  enough!: number;

  /** Probability at which a verdict of wear is given: 0.8 to 0.999. */
  @IsNumber()
  @Min(0.8)
  @Max(0.999)
  wearThreshold!: number;

  /** Added to a sheet's least clearance, nm, within what is left of its range. */
  @IsInt()
  @Min(0)
  @Max(1_000_000)
  allowance!: number;

  @IsLine()
  allowanceReason!: string;

  @IsInt()
  @Min(1)
  @Max(1_000_000)
  nextJobNumber!: number;

  /** Working hours of a week from Sunday, minutes of the day; null for a day off. */
  @IsArray()
  @ArrayMinSize(7)
  @ArrayMaxSize(7)
  @ValidateBy(
    {
      name: 'isDay',
      validator: {
        validate: isDay,
        defaultMessage: () => 'each day is its beginning and a later end in minutes, or nothing',
      },
    },
    { each: true },
  )
  hours!: (readonly [number, number] | null)[];

  @IsObject()
  @ValidateNested()
  @Type(() => LabelBody)
  label!: LabelBody;

  /** Years that a job is kept after it was handed over. */
  @IsInt()
  @Min(1)
  @Max(50)
  keepYears!: number;
}

export interface ShopView extends ShopSettings {
  readonly benches: readonly string[];
}

/** A bench added, or one called something else. */
export class BenchBody {
  /** What it was called; null for a new one. */
  @OrNull()
  @IsName()
  was!: string | null;

  @IsName()
  name!: string;
}

export class BenchName {
  @IsName()
  name!: string;
}
