import { IsString, Matches } from 'class-validator';
import { IsClientId, IsId, IsProse, OrNull } from '../kit/rules.js';

/** Something found out about an engine, pinned to the station where it helps. */
export class NewTrick {
  @IsClientId()
  id!: string;

  @IsString()
  @Matches(/^[a-z-]{1,40}$/u, { message: 'station must be one of the run sheet' })
  station!: string;

  @IsProse()
  @Matches(/\S/u, { message: 'text must say something' })
  text!: string;

  /** The job it was found out on. */
  @OrNull()
  @IsId()
  jobId!: string | null;

  /** A photo of that job. */
  @OrNull()
  @IsId()
  photoId!: string | null;
}

export interface TrickView extends NewTrick {
  readonly by: string;
  readonly at: string;
}
