import { LogBook, type DemoJob } from './build.js';
import { day } from './days.js';
import type { Instrument, Thermal } from '@tribos/core';

export const DAY = 86_400_000;
export const TWENTY: Thermal = {
  celsius: 20,
  measured: true,
  sameBench: true,
  cylinder: null,
  piston: null,
};
export const TOMASZ = 'Tomasz Adeyemi';

/** What jobs are written from: the day the demo starts, and log books begun so many days ago. */
export interface Shelf {
  readonly now: Date;
  readonly book: (engine: DemoJob['engine'], daysAgo: number, by: string) => LogBook;
}

export const shelfOf = (now: Date, instruments: readonly Instrument[]): Shelf => ({
  now,
  book: (engine, daysAgo, by) =>
    new LogBook(engine, instruments, new Date(now.getTime() - daysAgo * DAY), by),
});

/** A job that waits on the shelf with nothing read. */
export const unread = (
  now: Date,
  engine: DemoJob['engine'],
  name: string,
  phone: string,
  complaint: string,
  promised: number,
): DemoJob => ({
  engine,
  customer: { name, phone },
  facts: {
    machine: `${engine.maker} ${engine.model}`,
    engineNumber: '',
    use: '',
    complaint,
    bench: null,
    promised: day(now, promised),
    plan: 'usual',
    seized: false,
    thermal: TWENTY,
    fitted: { piston: null, ring: null },
  },
  createdDaysAgo: 2,
  log: [],
  decisions: [],
});
