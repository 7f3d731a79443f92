import { that } from './parts.js';
import { pattern, type Shape } from './shape.js';

/**
 * Whether a day or a time is one of the calendar: no 31 February, no hour 25.
 * @param iso `YYYY-MM-DD`, or a time in UTC that begins so
 */
export function isOnCalendar(iso: string): boolean {
  const read = new Date(iso.length === 10 ? `${iso}T00:00:00Z` : iso);
  return !Number.isNaN(read.getTime()) && read.toISOString().startsWith(iso.slice(0, 10));
}

/** A text that is not only written like a date but is one. */
export const dated = (written: Shape<string>): Shape<string> =>
  that(written, isOnCalendar, 'is on no calendar');

export const time = dated(
  pattern('^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}(\\.\\d+)?Z$', 'an ISO time in UTC'),
);
export const day = dated(pattern('^\\d{4}-\\d{2}-\\d{2}$', 'a day YYYY-MM-DD'));
