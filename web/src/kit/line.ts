import { store } from './store.js';

/** What answers: everything, or what does not: the server, or the database behind it. */
export type Line = 'up' | 'server' | 'database';

const line = store<Line>('up');

export const setLine = line.set;

/** What answers now. */
export const useLine = line.use;

/** Called whenever it is another. */
export const onLine = (work: (now: Line) => void): (() => void) => line.listen(() => work(line.get()));

/** Called when the line comes back. */
export const onLineUp = (work: () => void): (() => void) =>
  onLine((now) => {
    if (now === 'up') work();
  });

/** What an answer says of the line; null where it says nothing of it. */
export const lineOf = (status: number, code: string): Line | null =>
  status === 502 || status === 504
    ? 'server'
    : status !== 503
      ? 'up'
      : code === 'database-away'
        ? 'database'
        : null;
