import { store } from './store.js';

/** Nobody’s order of readings is mixed up by less, ms. */
const ALLOWED_MS = 120_000;

const off = store(0);

/**
 * How far a device’s clock is from the server’s, in whole minutes, ahead positive; 0 within two minutes.
 * @param date what the server’s answer says of its time, or null
 * @param now  what the device says, ms since 1970
 */
export function minutesOff(date: string | null, now: number): number {
  const server = date === null ? NaN : Date.parse(date);
  const by = now - server;
  return Number.isNaN(by) || Math.abs(by) <= ALLOWED_MS ? 0 : Math.round(by / 60_000);
}

/** Hears the server’s time with each of its answers. */
export const hearTime = (date: string | null): void => off.set(minutesOff(date, Date.now()));

/** Minutes this device’s clock is ahead (positive) or behind; 0 while it agrees. */
export const useClockOff = off.use;

const HOUR = 60;
const DAY = 24 * HOUR;

/** In words: `3 min ahead`, `2 h behind`, `26 days ahead`. */
export function clockOffText(minutes: number): string {
  const size = Math.abs(minutes);
  const days = Math.round(size / DAY);
  const text =
    size < HOUR
      ? `${size} min`
      : size < DAY
        ? `${Math.round(size / HOUR)} h`
        : `${days} ${days === 1 ? 'day' : 'days'}`;
  return `${text} ${minutes > 0 ? 'ahead' : 'behind'}`;
}
