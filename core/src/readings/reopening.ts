import {
  takenIn,
  STACK_LAID,
  WORK_DONE,
  READING,
  LEAF,
  PART_WORK,
  workBy,
  workOf,
  type PartWorkEntry,
  type ReadingEntry,
  type WorkEntry,
} from '../cylinder/index.js';
import { ledgerOf, type AnyEntry } from '../ledger/index.js';
import { fact, isReopened, placeKindOf, type JobFile } from '../job/index.js';
import { isLightHone, openedByHones } from './lightHone.js';

/**
 * The first work that opened each reading’s or leaf’s place again, by the entry’s id. Walked backwards, so that
 * what was done after an entry is known when it is met; of the same work twice the earlier counts.
 */
export const reopeningWork = fact('reopeningWork', (file: JobFile): ReadonlyMap<string, WorkEntry> => {
  const found = new Map<string, WorkEntry>();
  const works = workBy(file.log);
  if (works.size === 0) return found;
  const after = new Map<string, WorkEntry>();
  const walls: { at: number; entry: ReadingEntry }[] = [];
  const ledger = ledgerOf(file.log);
  const kinds = [READING.kind, LEAF.kind, WORK_DONE.kind, STACK_LAID.kind];
  for (const e of [...ledger.all(kinds)].reverse()) {
    const work = works.get(e.id);
    if (work) {
      const key = `${work.what}:${work.cylinder}:${work.kitId}`;
      // Last in the map is first in the log.
      after.delete(key);
      after.set(key, work);
    }
    if (!READING.is(e) && !LEAF.is(e)) continue;
    const onWall = READING.is(e) && e.station.part === 'bore';
    const first = [...after.values()].findLast(
      (w) => !(onWall && isLightHone(w)) && isReopened(file, e.station, [w]),
    );
    if (first) found.set(e.id, first);
    else if (onWall && !ledger.isBack(e)) walls.push({ at: ledger.at(e.id), entry: e });
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
export const partWorkSince = fact('partWorkSince', (file: JobFile): ReadonlyMap<string, PartWorkEntry> => {
  const found = new Map<string, PartWorkEntry>();
  if (PART_WORK.in(file.log).length === 0) return found;
  const ledger = ledgerOf(file.log);
  const after = new Map<string, PartWorkEntry>();
  for (const e of [...ledger.all([READING.kind, LEAF.kind, PART_WORK.kind])].reverse()) {
    if (PART_WORK.is(e) && !ledger.isBack(e)) after.set(e.of, e);
    if ((!READING.is(e) && !LEAF.is(e)) || after.size === 0) continue;
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
export const apartSince = fact('apartSince', (file: JobFile): ReadonlyMap<string, AnyEntry> => {
  const found = new Map<string, AnyEntry>();
  const ledger = ledgerOf(file.log);
  for (const e of takenIn(file.log)) {
    const { openedBy, standsOn } = placeKindOf(file, e.station);
    const at = ledger.at(e.id);
    const by =
      openedBy &&
      ledger
        .standing(openedBy.kinds)
        .findLast((x) => ledger.at(x.id) > at && openedBy.by(e.station, x, file.engine));
    if (by) found.set(e.id, by);
    else if (standsOn && !standsOn.is(ledger.standing(standsOn.kinds).filter((x) => ledger.at(x.id) < at)))
      found.set(e.id, e);
  }
  return found;
});
