import { seen, object, orNull } from '@tribos/core';
import { body } from '../kit/body.js';
import { clientId, anyId, stationWord } from '../kit/rules.js';

/** Something found out about an engine, pinned to the station where it helps. */
export class NewTrick extends body(
  object({
    id: clientId,
    station: stationWord,
    text: seen(),
    /** The job it was found out on. */
    jobId: orNull(anyId),
    /** A photo of that job. */
    photoId: orNull(anyId),
  }),
) {}

export interface TrickView extends NewTrick {
  readonly by: string;
  readonly at: string;
}
