import { OUTSIDE_WORK_KEYS, type Learned, type OutsideWork } from '@tribos/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  Matches,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { IsClientId, IsName } from '../kit/rules.js';

const MOST_MONEY = 9_000_000_000;

/** Working days something takes: at the soonest, as a rule, at the latest. */
export class LeadTimeBody {
  @IsNumber()
  @Min(0)
  @Max(400)
  soonest!: number;

  @IsNumber()
  @Min(0)
  @Max(400)
  usual!: number;

  @IsNumber()
  @Min(0)
  @Max(400)
  latest!: number;
}

/** Work a firm does. */
export class FirmWorkBody {
  @IsIn(OUTSIDE_WORK_KEYS)
  what!: OutsideWork;

  /** For each cylinder, head or crank, in the currency's smallest unit. */
  @IsInt()
  @Min(0)
  @Max(MOST_MONEY)
  price!: number;

  @IsObject()
  @ValidateNested()
  @Type(() => LeadTimeBody)
  days!: LeadTimeBody;
}

/** A firm work is sent out to. */
export class FirmBody {
  @IsClientId()
  id!: string;

  @IsName()
  name!: string;

  /** Unit its machines are set in: sizes are printed on its grid. */
  @IsIn(['mm', 'in'])
  unit!: 'mm' | 'in';

  @IsArray()
  @ArrayMaxSize(12)
  @ValidateNested({ each: true })
  @Type(() => FirmWorkBody)
  works!: FirmWorkBody[];

  /** There and back, once for what goes together. */
  @IsInt()
  @Min(0)
  @Max(MOST_MONEY)
  freight!: number;

  /** Its name at the exchange of lines this server is told of; null where everything goes by paper. */
  @IsOptional()
  @Matches(/^[a-z0-9][a-z0-9-]{0,39}$/u, {
    message: 'small letters, digits and dashes, as the exchange names it',
  })
  line?: string | null;
}

/** The same, changed: the version it was read at goes with it. */
export class EditFirm extends FirmBody {
  @IsInt()
  @Min(1)
  version!: number;
}

/** A firm as the shop knows it, with what its work taught. */
export interface FirmView extends FirmBody {
  readonly version: number;
  readonly retiredOn: string | null;
  readonly learned: Learned;
  /** What came back from it, oldest first, nm. */
  readonly returned: readonly {
    readonly asked: number;
    readonly found: number;
    readonly u: number;
    readonly at: string;
  }[];
  /** What is wrong with its line now, and since when; null where nothing is, or it has none. */
  readonly trouble: { readonly since: string; readonly sentence: string } | null;
}

/** Work that is out, or back and not yet accepted. */
export interface OutView {
  readonly id: string;
  readonly jobId: string;
  readonly number: number;
  readonly machine: string;
  readonly firm: string;
  readonly what: OutsideWork;
  /** What is done to it, in words. */
  readonly work: string;
  readonly cylinders: string;
  readonly state: string;
  /** How it stands, in words: what lists say without knowing of tickets. */
  readonly says: string;
  readonly outSince: string | null;
  readonly due: string | null;
  readonly price: number | null;
  /** The same as it is printed; null where nobody named one. */
  readonly asks: string | null;
}
