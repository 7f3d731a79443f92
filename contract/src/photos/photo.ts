import { object, oneOf } from '@tribos/core';
import { body } from '../kit/body.js';
import { clientId, anyId, line, utcTime, stationWord } from '../kit/rules.js';

/** A file of a photo or sound is no larger than this, bytes. */
export const MOST_PHOTO_BYTES = 25 * 1024 * 1024;

/** Days after which a photo or sound that was put away is taken away for good. */
export const PUT_AWAY_DAYS = 30;

/** What is said with a photo in the address; its body is the file. */
export class PhotoQuery extends body(
  object(
    {
      id: clientId,
      /** When it was taken, by the device. */
      at: utcTime,
      station: stationWord,
    },
    {
      caption: line,
      /** Entry of the log it belongs to. */
      entry: anyId,
      /** Kept as it came, at its own size; where it was taken is removed all the same. */
      original: oneOf('yes'),
    },
  ),
) {}

export class Caption extends body(
  object({
    caption: line,
  }),
) {}

export interface PhotoView {
  readonly id: string;
  readonly kind: 'photo' | 'sound';
  readonly station: string;
  readonly caption: string;
  readonly by: string;
  readonly at: string;
  readonly entry: string | null;
  readonly width: number | null;
  readonly height: number | null;
}
