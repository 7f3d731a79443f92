import { IsInt, IsString, Matches, Max, Min } from 'class-validator';
import { IsClientId, IsId, IsName, IsTime } from '../kit/rules.js';

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

  /** By the clock of the device it was started on. */
  @IsTime()
  began!: string;

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
  readonly by: string;
}
