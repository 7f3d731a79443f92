import { integer, object } from '@tribos/core';
import { body } from '../kit/body.js';
import { clientId, anyId, naming, stationWord } from '../kit/rules.js';

/** Something that goes on by itself: a soak, a drain, a cure. */
export class NewTimer extends body(
  object({
    id: clientId,
    jobId: anyId,
    station: stationWord,
    what: naming,
    /** Seconds since it was begun, counted by the device: no clock is compared with another. Four weeks at most. */
    ago: integer(0, 2_419_200),
    /** Two weeks at most. */
    minutes: integer(1, 20_160),
  }),
) {}

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
