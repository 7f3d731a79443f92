import { TAKE_BACK, type AnyEntry, ledgerOf } from '../ledger/index.js';
import type { JobFile } from '../job/index.js';
import { decidedText } from '../routes/index.js';
import type { LengthUnit } from '../units/index.js';
import { capital, type Room } from '../verdicts/index.js';
import { HOUSE, inHouse } from './house.js';

/** One thing that was done to an engine: when, by whom, and what. */
export interface Told {
  /** Of the entry or decision. */
  readonly id: string;
  /** ISO time, by the clock of the device it was typed on. */
  readonly at: string;
  readonly by: string;
  /** Whoever brought it in from a file; null for what was done here. */
  readonly importedBy: string | null;
  /** Tick of the run sheet it was done at. */
  readonly station: string;
  readonly sentence: string;
}

/**
 * Everything that was done to an engine, in the order it was written down: each room tells its own entries.
 * @param unit lengths are told in
 */
export function timelineOf(
  written: JobFile,
  unit: LengthUnit = 'mm',
  rooms: readonly Room[] = HOUSE,
): readonly Told[] {
  const file = inHouse(written, rooms);
  const { entry: named } = ledgerOf(file.log);
  const told = (entry: AnyEntry): Pick<Told, 'station' | 'sentence'> | null => {
    if (TAKE_BACK.is(entry)) {
      const of = named(entry.of);
      const was = of ? told(of) : null;
      return was && { ...was, sentence: `Taken back: ${was.sentence}` };
    }
    for (const room of rooms) {
      const sentence = room.tell?.(entry, file, unit) ?? null;
      if (sentence !== null) return { station: room.station, sentence: capital(sentence) };
    }
    return null;
  };
  const done = file.log.flatMap((entry): Told[] => {
    const said = told(entry);
    return said ? [{ id: entry.id, at: entry.at, by: entry.by, importedBy: entry.importedBy, ...said }] : [];
  });
  const decided = file.decisions.map((d): Told => ({
    id: d.id,
    at: d.at,
    by: d.by,
    importedBy: d.importedBy,
    station: 'decide',
    sentence: `Decided: ${decidedText({ ...file, decisions: [d] }) ?? d.route}`,
  }));
  return [...done, ...decided].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
}
