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
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { IsClientId, IsId, IsLength, IsProse, IsTime, OrNull } from '../kit/rules.js';

const PARTS = ['bore', 'piston'] as const;
const PLACES = ['gauge-height', 'crown', 'skirt-edge', 'pin-axis'] as const;
const SLIPS = ['unit', 'thimble-turn', 'too-fine', 'outlier', 'wrong-place', 'mistyped'] as const;
export const ENTRY_KINDS = ['reading', 'take-back', 'answer', 'score', 'note'] as const;

export class StationBody {
  @IsIn(PARTS)
  part!: (typeof PARTS)[number];

  @IsInt()
  @Min(0)
  @Max(11)
  cylinder!: number;
}

export class BoreStationBody extends StationBody {
  declare part: 'bore';

  @IsLength()
  depth!: number;

  @IsNumber()
  @Min(0)
  @Max(359.999)
  angle!: number;
}

export class PistonStationBody extends StationBody {
  declare part: 'piston';

  @IsIn(PLACES)
  place!: (typeof PLACES)[number];

  @OrNull()
  @IsId()
  kit!: string | null;
}

export class EntryBody {
  @IsClientId()
  id!: string;

  @IsIn(ENTRY_KINDS)
  kind!: (typeof ENTRY_KINDS)[number];

  @IsTime()
  at!: string;
}

export class CorrectsBody {
  @IsId()
  readingId!: string;

  @IsIn(SLIPS)
  slip!: (typeof SLIPS)[number];
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
        { name: 'piston', value: PistonStationBody },
      ],
    },
  })
  station!: BoreStationBody | PistonStationBody;

  @IsId()
  instrumentId!: string;

  /** As typed; the server reads it with the same parser as the screen. */
  @IsString()
  @MaxLength(48)
  @Matches(/^[^\u0000]*$/u, { message: 'text holds a character that cannot be kept' })
  text!: string;

  @IsOptional()
  @OrNull()
  @IsObject()
  @ValidateNested()
  @Type(() => CorrectsBody)
  corrects?: CorrectsBody | null;
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

  @IsIn(SLIPS)
  slip!: (typeof SLIPS)[number];
}

export class ScoreBody extends EntryBody {
  declare kind: 'score';

  @IsInt()
  @Min(0)
  @Max(11)
  cylinder!: number;

  @IsInt()
  @Min(0)
  @Max(10_000_000)
  depth!: number;
}

export class NoteBody extends EntryBody {
  declare kind: 'note';

  @IsProse()
  text!: string;
}

export type AnyEntryBody = ReadingBody | TakeBackBody | AnswerBody | ScoreBody | NoteBody;

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
        { name: 'take-back', value: TakeBackBody },
        { name: 'answer', value: AnswerBody },
        { name: 'score', value: ScoreBody },
        { name: 'note', value: NoteBody },
      ],
    },
  })
  entries!: AnyEntryBody[];
}
