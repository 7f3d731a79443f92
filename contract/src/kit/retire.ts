import { IsBoolean } from 'class-validator';

/** Takes something out of use from tomorrow on, or back into it. What it was used for stays. */
export class Retire {
  @IsBoolean()
  retired!: boolean;
}
