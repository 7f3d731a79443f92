import { dated, integer, pattern, text } from '@tribos/core';

/** An id made by the client for an idempotent write: UUIDv7. */
export const clientId = pattern(
  '^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$',
  'a UUIDv7',
);
/** An id made by the client or the server: a UUID of any version. */
export const anyId = pattern(
  '^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$',
  'a UUID in lower case',
);
/** A name or short line: 1 to 200 characters, no control characters. */
export const naming = pattern('^[^\\p{Cc}]*\\S[^\\p{Cc}]*$', 'one line with something to be seen in it', 200);
/** A short line that may be empty. */
export const line = pattern('^[^\\p{Cc}]*$', 'one line', 200);
/** An address mail goes to, as browsers check it. */
export const email = pattern(
  "^[\\w.!#$%&'*+/=?^`{|}~-]+@[A-Za-z0-9](?:[A-Za-z0-9-]{0,61}[A-Za-z0-9])?(?:\\.[A-Za-z0-9](?:[A-Za-z0-9-]{0,61}[A-Za-z0-9])?)+$",
  'an email address',
  200,
);
/** Free text up to 2000 characters. */
export const prose = text();
/** A day of this age that exists. */
export const calendarDay = dated(
  pattern('^(19|20|21)\\d{2}-(0[1-9]|1[0-2])-(0[1-9]|[12]\\d|3[01])$', 'a day YYYY-MM-DD'),
);
/** An ISO time in UTC that exists, as clocks of the shop write it. */
export const utcTime = dated(
  pattern(
    '^20\\d{2}-(0[1-9]|1[0-2])-(0[1-9]|[12]\\d|3[01])T([01]\\d|2[0-3]):[0-5]\\d:[0-5]\\d(\\.\\d{1,6})?Z$',
    'an ISO time in UTC',
  ),
);
/** A tick of the run sheet, by its word. */
export const stationWord = pattern('^[a-z-]{1,40}$', 'one of the run sheet');
const MOST_VERSION = 2_147_483_647;
/** The version of a thing that was edited: a stale one is answered with what stands now. */
export const version = integer(1, MOST_VERSION);
/** The same, 0 where there was none. */
export const versionOrNone = integer(0, MOST_VERSION);
