import { FieldTrouble } from '../forms/index.js';

export const DAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'] as const;

type Day = readonly [number, number] | null;

const clock = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;

/** A day’s hours as they are typed: `08:00–17:00`, empty for a day off. */
export const hoursText = (day: Day): string => (day === null ? '' : `${clock(day[0])}–${clock(day[1])}`);

/** @throws FieldTrouble for what is no span of a day */
export function hoursOf(field: string, text: string): Day {
  if (text.trim() === '') return null;
  const found = /^(\d{1,2})(?:[:.](\d{2}))?\s*[-–—]\s*(\d{1,2})(?:[:.](\d{2}))?$/u.exec(text.trim());
  const at = (h: string | undefined, m: string | undefined) => Number(h) * 60 + Number(m ?? 0);
  const [from, to] = found ? [at(found[1], found[2]), at(found[3], found[4])] : [0, 0];
  if (!found || from >= to || to > 1440) throw new FieldTrouble(field, 'Like 8–17 or 07:30–16:00.');
  return [from, to];
}
