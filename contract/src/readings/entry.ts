import {
  FINDINGS,
  WORK_KINDS,
  SLIP_CODES,
  type FindingKind,
  type LeafAnswer,
  type Nail,
  type Nanometres,
  type SlipCode,
  type WorkKind,
} from '@tribos/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { IsId, IsLength, IsProse, IsTyped, OrNull } from '../kit/rules.js';
import { EntryBody } from './entryBody.js';
import {
  BoreStationBody,
  ClearanceStationBody,
  GapStationBody,
  LandStationBody,
  PinBoreStationBody,
  PinStationBody,
  PistonStationBody,
  RingGapStationBody,
  SmallEndStationBody,
  StationBody,
} from './station.js';
import { ClosingZeroBody, ZeroBody } from './zero.js';

export class CorrectsBody {
  @IsId()
  readingId!: string;

  @IsIn(SLIP_CODES)
  slip!: SlipCode;
}

export class ReadingBody extends EntryBody {
  declare kind: 'reading';

  @IsObject()
  @ValidateNested()
  @Type(() => StationBody, {
    keepDiscriminatorProperty: true,
    discriminator: {
      property: 'part',
      subTypes: [
        { name: 'bore', value: BoreStationBody },
        { name: 'land', value: LandStationBody },
        { name: 'piston', value: PistonStationBody },
        { name: 'pin', value: PinStationBody },
        { name: 'pin-bore', value: PinBoreStationBody },
        { name: 'small-end', value: SmallEndStationBody },
      ],
    },
  })
  station!:
    | BoreStationBody
    | LandStationBody
    | PistonStationBody
    | PinStationBody
    | PinBoreStationBody
    | SmallEndStationBody;

  @IsId()
  instrumentId!: string;

  /** As typed; the server reads it with the same parser as the screen. */
  @IsTyped()
  text!: string;

  @IsOptional()
  @OrNull()
  @IsObject()
  @ValidateNested()
  @Type(() => CorrectsBody)
  corrects?: CorrectsBody | null;

  /** Zero whose deviation was typed. */
  @IsOptional()
  @OrNull()
  @IsId()
  zeroId?: string | null;

  /** Last entry its writer had on screen. */
  @IsOptional()
  @OrNull()
  @IsId()
  seen?: string | null;
}

export class LeafBody extends EntryBody {
  declare kind: 'leaf';

  @IsObject()
  @ValidateNested()
  @Type(() => GapStationBody, {
    keepDiscriminatorProperty: true,
    discriminator: {
      property: 'part',
      subTypes: [
        { name: 'clearance', value: ClearanceStationBody },
        { name: 'ring-gap', value: RingGapStationBody },
      ],
    },
  })
  station!: ClearanceStationBody | RingGapStationBody;

  @IsId()
  instrumentId!: string;

  /** Leaves laid together, nm. */
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(3)
  @IsInt({ each: true })
  @Min(1, { each: true })
  @Max(100_000_000, { each: true })
  stack!: Nanometres[];

  @IsIn(['goes', 'drags', 'does-not'])
  answer!: LeafAnswer;
}

export class TakeBackBody extends EntryBody {
  declare kind: 'take-back';

  @IsId()
  readingId!: string;
}

export class AnswerBody extends EntryBody {
  declare kind: 'answer';

  @IsId()
  readingId!: string;

  @IsIn(SLIP_CODES)
  slip!: SlipCode;
}

export class WallPlace {
  @IsLength()
  depth!: Nanometres;

  @IsNumber()
  @Min(0)
  @Max(359.999)
  angle!: number;
}

export class FindingBody extends EntryBody {
  declare kind: 'finding';

  @IsInt()
  @Min(0)
  @Max(11)
  cylinder!: number;

  @IsIn(Object.keys(FINDINGS))
  what!: FindingKind;

  @OrNull()
  @IsObject()
  @ValidateNested()
  @Type(() => WallPlace)
  place!: WallPlace | null;

  /** Radial from the worn wall, nm. */
  @OrNull()
  @IsInt()
  @Min(0)
  @Max(10_000_000)
  deep!: Nanometres | null;

  /** What a fingernail drawn across it says. */
  @IsOptional()
  @OrNull()
  @IsIn(['catches', 'slides'])
  nail?: Nail | null;
}

export class TicketBody {
  @IsLength(1)
  low!: Nanometres;

  @IsLength(1)
  high!: Nanometres;
}

export class WorkBody extends EntryBody {
  declare kind: 'work';

  @IsIn(WORK_KINDS)
  what!: WorkKind;

  @OrNull()
  @IsInt()
  @Min(0)
  @Max(11)
  cylinder!: number | null;

  @OrNull()
  @IsId()
  kitId!: string | null;

  @OrNull()
  @IsObject()
  @ValidateNested()
  @Type(() => TicketBody)
  ticket!: TicketBody | null;

  @IsProse()
  text!: string;
}

export class NoteBody extends EntryBody {
  declare kind: 'note';

  @IsProse()
  text!: string;
}

export type AnyEntryBody =
  | ReadingBody
  | LeafBody
  | ZeroBody
  | ClosingZeroBody
  | TakeBackBody
  | AnswerBody
  | FindingBody
  | WorkBody
  | NoteBody;

/** Entries to append, in order. Sending the same ids again changes nothing. */
export class AppendLog {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(200)
  @IsObject({ each: true })
  @ValidateNested({ each: true })
  @Type(() => EntryBody, {
    keepDiscriminatorProperty: true,
    discriminator: {
      property: 'kind',
      subTypes: [
        { name: 'reading', value: ReadingBody },
        { name: 'leaf', value: LeafBody },
        { name: 'zero', value: ZeroBody },
        { name: 'closing-zero', value: ClosingZeroBody },
        { name: 'take-back', value: TakeBackBody },
        { name: 'answer', value: AnswerBody },
        { name: 'finding', value: FindingBody },
        { name: 'work', value: WorkBody },
        { name: 'note', value: NoteBody },
      ],
    },
  })
  entries!: AnyEntryBody[];
}
