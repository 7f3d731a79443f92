import { derived, isReopened, placeKindOf, type JobFile } from '../job/index.js';
import {
  PART_WORK,
  partWorkOf,
  undoneIn,
  workBy,
  workOf,
  type AnyEntry,
  type PartWorkEntry,
  type ReadingEntry,
  type WorkEntry,
} from '../log/index.js';
import { isLightHone, openedByHones } from './lightHone.js';

/**
 * The first work that opened each reading’s or leaf’s place again, by the entry’s id. Walked backwards, so that
 * what was done after an entry is known when it is met; of the same work twice the earlier counts.
 */
export const reopeningWork = derived((file: JobFile): ReadonlyMap<string, WorkEntry> => {
  const found = new Map<string, WorkEntry>();
  const works = workBy(file.log);
  if (works.size === 0) return found;
  const after = new Map<string, WorkEntry>();
  const walls: { at: number; entry: ReadingEntry }[] = [];
  const gone = undoneIn(file.log as readonly AnyEntry[]);
  for (let at = file.log.length - 1; at >= 0; at -= 1) {
    const e = file.log[at]!;
    const work = works.get(e);
    if (work) {
      const key = `${work.what}:${work.cylinder}:${work.kitId}`;
      // Last in the map is first in the log.
      after.delete(key);
      after.set(key, work);
    }
    if (e.kind !== 'reading' && e.kind !== 'leaf') continue;
    const onWall = e.kind === 'reading' && e.station.part === 'bore';
    const first = [...after.values()].findLast(
      (w) => !(onWall && isLightHone(w)) && isReopened(file, e.station, [w]),
    );
    if (first) found.set(e.id, first);
    else if (onWall && !gone.has(e.id)) walls.push({ at, entry: e });
  }
  // A light hone is no boring: one place of the wall tells whether the others stand.
  const hones = workOf(file.log).filter((w) => isLightHone(w.entry));
  if (hones.length > 0)
    for (const [id, work] of openedByHones(file, hones, walls.reverse())) found.set(id, work);
  return found;
});

/**
 * The last work on the part that a reading or leaf was of, where it came after it: what was read is of another part,
 * or of one that is no more. By the entry's id.
 */
export const partWorkSince = derived((file: JobFile): ReadonlyMap<string, PartWorkEntry> => {
  const found = new Map<string, PartWorkEntry>();
  const works = partWorkOf(file.log);
  if (works.size === 0) return found;
  const after = new Map<string, PartWorkEntry>();
  for (const e of [...file.log].reverse()) {
    if (PART_WORK.is(e) && works.has(e)) after.set(e.of, e);
    if ((e.kind !== 'reading' && e.kind !== 'leaf') || after.size === 0) continue;
    const parts = placeKindOf(file, e.station).ofParts?.(e.station, file.engine) ?? [];
    const work = parts.flatMap((part) => after.get(part) ?? [])[0];
    if (work) found.set(e.id, work);
  }
  return found;
});

/**
 * The last entry of another kind that opened a reading's or leaf's place again after it: what it was read on came apart,
 * or was tightened after; the reading itself where what carries it was out while it was read. By the entry's id.
 */
export const apartSince = derived((file: JobFile): ReadonlyMap<string, AnyEntry> => {
  const found = new Map<string, AnyEntry>();
  const log = file.log as readonly AnyEntry[];
  const gone = undoneIn(log);
  file.log.forEach((e, at) => {
    if (e.kind !== 'reading' && e.kind !== 'leaf') return;
    const { openedBy, standsOn } = placeKindOf(file, e.station);
    const by = openedBy && log.findLast((x, i) => i > at && !gone.has(x.id) && openedBy(e.station, x, file));
    if (by) found.set(e.id, by);
    else if (standsOn && !standsOn(log.slice(0, at).filter((x) => !gone.has(x.id)))) found.set(e.id, e);
  });
  return found;
});
