import { object, type Filings } from '@tribos/core';
import { body } from '../kit/body.js';
import { anyId } from '../kit/rules.js';

/** What the shop filed off rings, by tool and person. */
export type FilingsView = readonly Filings[];

/** Which job is left out: its own filings are in its log already. */
export class FilingsQuery extends body(
  object(
    {},
    {
      besides: anyId,
    },
  ),
) {}
