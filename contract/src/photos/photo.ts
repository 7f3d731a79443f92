import { IsIn, IsOptional, IsString, Matches, MaxLength } from 'class-validator';
import { IsClientId, IsId, IsLine, IsTime } from '../kit/rules.js';

/** A file of a photo or sound is no larger than this, bytes. */
export const MOST_PHOTO_BYTES = 25 * 1024 * 1024;

/** Days after which a photo or sound that was put away is taken away for good. */
export const PUT_AWAY_DAYS = 30;

/** What is said with a photo in the address; its body is the file. */
export class PhotoQuery {
  @IsClientId()
  id!: string;

  /** When it was taken, by the device. */
  @IsTime()
  at!: string;

  @IsString()
  @Matches(/^[a-z-]{1,40}$/u, { message: 'station must be one of the run sheet' })
  station!: string;

  @IsOptional()
  @IsLine()
  caption?: string;

  /** Entry of the log it belongs to. */
  @IsOptional()
  @IsId()
  entry?: string;

  /** Kept as it came, at its own size; where it was taken is removed all the same. */
  @IsOptional()
  @IsIn(['yes'])
  original?: 'yes';
}

export class Caption {
  @IsString()
  @MaxLength(200)
  @Matches(/^[^\p{Cc}]*$/u, { message: 'caption must be one line' })
  caption!: string;
}

export interface PhotoView {
  readonly id: string;
  readonly kind: 'photo' | 'sound';
  readonly station: string;
  readonly caption: string;
  readonly by: string;
  readonly at: string;
  readonly entry: string | null;
  readonly width: number | null;
  readonly height: number | null;
}
