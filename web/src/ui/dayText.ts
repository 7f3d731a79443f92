import { format, parseISO } from 'date-fns';

/** A day as people say it: `4 Dec`, with the year when it is not this one. */
export function dayText(day: string, now = new Date()): string {
  const date = parseISO(day);
  return format(date, date.getFullYear() === now.getFullYear() ? 'd MMM' : 'd MMM yyyy');
}

/** The same with the time of day, by this device's clock: `4 Dec, 15:24`. */
export const momentText = (time: string, now = new Date()): string =>
  `${dayText(time, now)}, ${format(parseISO(time), 'HH:mm')}`;
