import { integer } from '../shape/index.js';
export { angle, day, isOnCalendar, length, name, size, time, title, typed } from '../shape/index.js';

/** A log holds so many entries at most. */
export const MOST_ENTRIES = 20_000;

/** Index into the engine's cylinders. */
export const cylinder = integer(0, 11);
