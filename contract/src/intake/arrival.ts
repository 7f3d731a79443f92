import { object } from '@tribos/core';
import { body } from '../kit/body.js';
import { clientId, anyId, naming, line, prose } from '../kit/rules.js';

/** Something came in: whose it is, and what it seems to be. Everything else is asked later. */
export class NewArrival extends body(
  object({
    id: clientId,
    customer: naming,
    phone: line,
    /** What it seems to be, in anybody's words. */
    machine: line,
    complaint: prose,
  }),
) {}

/** Which engine it is: it becomes a job, under the number it has. */
export class OpenArrival extends body(
  object({
    engineId: anyId,
  }),
) {}

export interface ArrivalView extends NewArrival {
  readonly number: number;
  readonly by: string;
  readonly at: string;
}
