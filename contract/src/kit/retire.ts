import { boolean, object } from '@tribos/core';
import { body } from '../kit/body.js';

/** Takes something out of use from tomorrow on, or back into it. What it was used for stays. */
export class Retire extends body(
  object({
    retired: boolean,
  }),
) {}
