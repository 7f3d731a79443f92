import { IsInt, IsString, Matches, Max, Min } from 'class-validator';
import { IsClientId, IsId, IsName } from '../kit/rules.js';

/** Something that goes on by itself: a soak, a drain, a cure. */
export class NewTimer {
  @IsClientId()
  id!: string;

  @IsId()
  jobId!: string;

  @IsString()
  @Matches(/^[a-z-]{1,40}$/u, { message: 'station must be one of the run sheet' })
  station!: string;

  @IsName()
  what!: string;

  /** Seconds since it was begun, counted by the device: no clock is compared with another. Four weeks at most. */
  @IsInt()
  @Min(0)
  @Max(2_419_200)
  ago!: number;

  /** Two weeks at most. */
  @IsInt()
  @Min(1)
  @Max(20_160)
  minutes!: number;
}

export interface TimerView {
  readonly id: string;
  readonly jobId: string;
  readonly number: number;
  readonly machine: string;
  readonly station: string;
  readonly what: string;
  readonly began: string;
  readonly ends: string;
  /** Seconds left when this was answered; negative once it is over. */
  readonly left: number;
  readonly by: string;
}
