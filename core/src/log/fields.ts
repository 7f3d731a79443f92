import { integer, number, pattern, text, type Shape } from '../shape/index.js';
import type { Nanometres } from '../units/index.js';

/** A log holds so many entries at most. */
export const MOST_ENTRIES = 20_000;

/** Fields that entries of every kind are made of. */

/** Ten metres either way: what the parser takes, nm. */
export const length = integer<Nanometres>(-10_000_000_000, 10_000_000_000);
/** A size within a metre, nm. */
export const size = integer<Nanometres>(0, 1_000_000_000);
/** Degrees of one turn. */
export const angle = number(0, 359.999);
/** Index into the engine's cylinders. */
export const cylinder = integer(0, 11);
/**
 * Whether a day or a time is one of the calendar: no 31 February, no hour 25.
 * @param iso `YYYY-MM-DD`, or a time in UTC that begins so
 */
export function isOnCalendar(iso: string): boolean {
  const read = new Date(iso.length === 10 ? `${iso}T00:00:00Z` : iso);
  return !Number.isNaN(read.getTime()) && read.toISOString().startsWith(iso.slice(0, 10));
}

/** A text that is not only written like a date but is one. */
const dated = (written: Shape<string>): Shape<string> => ({
  ...written,
  check: (v, path) => {
    const misfits = written.check(v, path);
    return misfits.length > 0 || isOnCalendar(v as string)
      ? misfits
      : [{ path, sentence: 'is on no calendar' }];
  },
});

export const time = dated(
  pattern('^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}(\\.\\d+)?Z$', 'an ISO time in UTC'),
);
export const day = dated(pattern('^\\d{4}-\\d{2}-\\d{2}$', 'a day YYYY-MM-DD'));
export const name = text(200);
/** A figure as typed at a gauge; what it says is for the parser. */
export const typed = text(48);
