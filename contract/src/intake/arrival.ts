import { IsClientId, IsId, IsLine, IsName, IsProse } from '../kit/rules.js';

/** Something came in: whose it is, and what it seems to be. Everything else is asked later. */
export class NewArrival {
  @IsClientId()
  id!: string;

  @IsName()
  customer!: string;

  @IsLine()
  phone!: string;

  /** What it seems to be, in anybody's words. */
  @IsLine()
  machine!: string;

  @IsProse()
  complaint!: string;
}

/** Which engine it is: it becomes a job, under the number it has. */
export class OpenArrival {
  @IsId()
  engineId!: string;
}

export interface ArrivalView extends NewArrival {
  readonly number: number;
  readonly by: string;
  readonly at: string;
}
