import type { Needle } from '@tribos/core';
import { Type } from 'class-transformer';
import { IsIn, IsInt, IsNumber, IsObject, Max, Min, ValidateNested } from 'class-validator';
import { IsId, IsTyped } from '../kit/rules.js';
import { EntryBody } from './entryBody.js';

export class ZeroInBody {
  @IsIn(['micrometer', 'ring'])
  kind!: 'micrometer' | 'ring';
}

export class ZeroInMicrometer extends ZeroInBody {
  declare kind: 'micrometer';

  @IsId()
  instrumentId!: string;
}

export class ZeroInRing extends ZeroInBody {
  declare kind: 'ring';

  /** Standard uncertainty of its certificate, nm. */
  @IsNumber()
  @Min(0)
  @Max(1_000_000)
  u!: number;
}

export class ZeroBody extends EntryBody {
  declare kind: 'zero';

  @IsId()
  instrumentId!: string;

  @IsObject()
  @ValidateNested()
  @Type(() => ZeroInBody, {
    keepDiscriminatorProperty: true,
    discriminator: {
      property: 'kind',
      subTypes: [
        { name: 'micrometer', value: ZeroInMicrometer },
        { name: 'ring', value: ZeroInRing },
      ],
    },
  })
  in!: ZeroInMicrometer | ZeroInRing;

  /** Size set, as typed. */
  @IsTyped()
  text!: string;

  @IsIn(['clockwise-larger', 'clockwise-smaller'])
  needle!: Needle;

  @IsInt()
  @Min(1)
  @Max(20)
  repeats!: number;
}

export class ClosingZeroBody extends EntryBody {
  declare kind: 'closing-zero';

  @IsId()
  zeroId!: string;

  /** Deviation on the dial, as typed. */
  @IsTyped()
  text!: string;
}
