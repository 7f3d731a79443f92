import type { Decision, LogEntry } from '@tribos/core';

/** New ids for old: of entries within one log, and of what belongs to the shop. */
export interface Renaming {
  readonly entry: (id: string) => string;
  readonly instrument: (id: string) => string;
  readonly kit: (id: string) => string;
}

const orNull = <T>(how: (id: T) => T, id: T | null): T | null => (id === null ? null : how(id));

/** A log entry of another shop (or of the demo's files) under this shop's ids. */
export function renamedEntry(e: LogEntry, ids: Renaming): LogEntry {
  const id = ids.entry(e.id);
  switch (e.kind) {
    case 'reading':
      return {
        ...e,
        id,
        instrumentId: ids.instrument(e.instrumentId),
        station:
          e.station.part === 'piston' ? { ...e.station, kit: orNull(ids.kit, e.station.kit) } : e.station,
        corrects: e.corrects && { ...e.corrects, readingId: ids.entry(e.corrects.readingId) },
        zeroId: orNull(ids.entry, e.zeroId),
        seen: orNull(ids.entry, e.seen),
      };
    case 'leaf':
      return {
        ...e,
        id,
        instrumentId: ids.instrument(e.instrumentId),
        station:
          e.station.part === 'clearance' ? { ...e.station, kit: orNull(ids.kit, e.station.kit) } : e.station,
      };
    case 'zero':
      return {
        ...e,
        id,
        instrumentId: ids.instrument(e.instrumentId),
        in: e.in.kind === 'micrometer' ? { ...e.in, instrumentId: ids.instrument(e.in.instrumentId) } : e.in,
      };
    case 'closing-zero':
      return { ...e, id, zeroId: ids.entry(e.zeroId) };
    case 'take-back':
    case 'answer':
      return { ...e, id, readingId: ids.entry(e.readingId) };
    case 'work':
      return { ...e, id, kitId: orNull(ids.kit, e.kitId) };
    default:
      return { ...e, id };
  }
}

export const renamedDecision = (d: Decision, id: string, ids: Renaming): Decision => ({
  ...d,
  id,
  kitId: orNull(ids.kit, d.kitId),
});
