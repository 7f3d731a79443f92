import { IsBoolean, IsOptional, IsString, Matches } from 'class-validator';

/** A code for a phone, shown on a screen: good once, for a few minutes. */
export interface PhoneCode {
  readonly token: string;
  readonly until: string;
}

/** The foot-switch of a phone, for the one device that showed its code. */
export class Press {
  @IsString()
  @Matches(/^[\w-]{10,64}$/u, { message: 'device must be one that showed a code' })
  device!: string;

  /** Kept down until it takes the answer. */
  @IsOptional()
  @IsBoolean()
  held?: boolean;
}
