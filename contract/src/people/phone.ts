import { boolean, object, pattern } from '@tribos/core';
import { body } from '../kit/body.js';

/** A code for a phone, shown on a screen: good once, for a few minutes. */
export interface PhoneCode {
  readonly token: string;
  readonly until: string;
}

/** The foot-switch of a phone, for the one device that showed its code. */
export class Press extends body(
  object(
    {
      device: pattern('^[\\w-]{10,64}$', 'one that showed a code'),
    },
    {
      /** Kept down until it takes the answer. */
      held: boolean,
    },
  ),
) {}
