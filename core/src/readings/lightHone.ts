import type { Instrument } from '../gauges/index.js';
import { isOfCylinder, isDoneOn, type ReadingEntry, type WorkEntry } from '../cylinder/index.js';
import { placeKey } from '../ledger/index.js';
import type { JobFile } from '../job/index.js';

/** Two figures agree while they differ by no more than so many standard uncertainties of their difference. */
const AGREE = 2;

/** Whether work is a hone that brings the wall to no size: it takes a few µm, evenly, or it is no light one. */
export const isLightHone = ({ what, ticket }: Pick<WorkEntry, 'what' | 'ticket'>): boolean =>
  what === 'honed' && ticket === null;

/** What two readings of one place do not share: their own scatter, and the scales of two gauges. */
function differenceU(a: Instrument, b: Instrument): number {
  const own = (i: Instrument) => i.resolution ** 2 / 12 + i.repeatability ** 2;
  const scales = a.id === b.id ? 0 : (a.maxError ** 2 + b.maxError ** 2) / 3;
  return Math.sqrt(own(a) + own(b) + scales);
}

interface Placed {
  readonly at: number;
  readonly entry: ReadingEntry;
}

/** The place where a bore is largest, by the mean of its readings: what a hone takes brings that to its limit first. */
function largest(readings: readonly Placed[]): string {
  const byPlace = new Map<string, number[]>();
  for (const { entry } of readings) {
    const key = placeKey(entry.station);
    byPlace.set(key, [...(byPlace.get(key) ?? []), entry.value]);
  }
  const mean = (v: readonly number[]) => v.reduce((a, b) => a + b, 0) / v.length;
  return [...byPlace].reduce((a, b) => (mean(b[1]) > mean(a[1]) ? b : a))[0];
}

/**
 * Readings of a wall that light hones have opened again. One place is read again, the largest: where it agrees with what it
 * was, the others stand within their uncertainty; where it does not, all of them are opened. Hone by hone.
 * @param hones light hones in order, with their place in the log
 * @param alive readings of walls that count as far as other work goes, in order
 */
export function openedByHones(
  file: Pick<JobFile, 'engine' | 'instruments'>,
  hones: readonly { readonly at: number; readonly entry: WorkEntry }[],
  alive: readonly Placed[],
): ReadonlyMap<string, WorkEntry> {
  const opened = new Map<string, WorkEntry>();
  const gauge = (e: ReadingEntry) => file.instruments.find((i) => i.id === e.instrumentId);
  file.engine.cylinders.forEach((_, cylinder) => {
    const here = hones.filter((h) => isDoneOn(h.entry, cylinder));
    const own = alive.filter(
      ({ entry: { station } }) =>
        isOfCylinder(station) && station.part === 'bore' && station.cylinder === cylinder,
    );
    here.forEach((hone, n) => {
      const before = own.filter((r) => r.at < hone.at && !opened.has(r.entry.id));
      if (before.length === 0) return;
      const key = largest(before);
      const until = here[n + 1]?.at ?? Infinity;
      const check = own.findLast(
        (r) => r.at > hone.at && r.at < until && placeKey(r.entry.station) === key,
      )?.entry;
      const was = before.filter((r) => placeKey(r.entry.station) === key).map((r) => r.entry);
      const [a, b] = [check && gauge(check), gauge(was.at(-1)!)];
      const mean = was.reduce((sum, r) => sum + r.value, 0) / was.length;
      const stands = check && a && b && Math.abs(check.value - mean) <= AGREE * differenceU(a, b);
      for (const { entry } of before)
        if ((check && !stands) || placeKey(entry.station) === key) opened.set(entry.id, hone.entry);
    });
  });
  return opened;
}
