import { fact, lastBefore, standingDecision, type JobFile } from '../job/index.js';
import { ledgerOf, takenAt, type AnyEntry } from '../ledger/index.js';
import type { Room } from '../verdicts/index.js';

/** Kinds that are written at any station, and say nothing of where the work is. */
const ANYWHERE: ReadonlySet<string> = new Set(['note', 'zero', 'zero-check', 'take-back', 'answer']);

/** Where something was written last, since when it goes on there, and by whom. */
export interface Written {
  readonly station: string;
  /** ISO time. */
  readonly since: string;
  readonly by: string;
}

/** Something written, by its place in the log. */
interface Mark extends Written {
  readonly at: number;
}

/** At which station entries of a kind are written: one for all of them, or each its own. */
type StationOf = (entry: AnyEntry, file: JobFile) => string | null;

function stationsOf(rooms: readonly Room[]): ReadonlyMap<string, StationOf> {
  const byPart = new Map(
    [...rooms].reverse().flatMap((r) => (r.places ?? []).map((k) => [k.part as string, r.station] as const)),
  );
  const kinds = new Map<string, Room>();
  for (const room of rooms)
    for (const { kind } of room.entries ?? []) kinds.set(kind, kinds.get(kind) ?? room);
  return new Map(
    [...kinds].flatMap(([kind, { station }]) => {
      if (ANYWHERE.has(kind)) return [];
      const takers = rooms.filter((r) => r.takes?.kinds.includes(kind));
      const of: StationOf = (entry, file) => {
        const taker = takers.find((r) => r.takes!.is(entry, file));
        const { part } = (entry as { readonly station?: { readonly part?: string } }).station ?? {};
        return taker?.station ?? (part === undefined ? undefined : byPart.get(part)) ?? station;
      };
      return [[kind, of] as const];
    }),
  );
}

/** The first of a list in order for which something holds, from which on it holds for all. */
function firstFrom<T>(list: readonly T[], holds: (of: T) => boolean): T | undefined {
  let [low, high] = [0, list.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (holds(list[middle]!)) high = middle;
    else low = middle + 1;
  }
  return list[low];
}

/**
 * Where something was written last, and since when it goes on there: of each kind of entry the last ones are looked at, so
 * that a long log is not walked.
 */
export function writtenLast(rooms: readonly Room[]): (file: JobFile) => Written | null {
  const stations = stationsOf(rooms);
  const work = (file: JobFile): Written | null => {
    const { at, standing } = ledgerOf(file.log);
    const lists = [...stations].map(([kind, of]) => ({ of, list: standing([kind]) }));
    const decision = standingDecision(file);
    // A decision is kept beside the log: it stands where it was taken, after the entries before it.
    const decided: Mark | null = decision && {
      station: 'decide',
      since: decision.at,
      by: decision.by,
      at: lastBefore(file.log, decision.at) + 0.5,
    };
    const markOf = (entry: AnyEntry, station: string): Mark => ({
      station,
      since: takenAt(entry),
      by: entry.by,
      at: at(entry.id),
    });
    const latest = (marks: readonly (Mark | null)[]): Mark | null =>
      marks.reduce((last, m) => (m && (last === null || m.at > last.at) ? m : last), null);
    const last = latest([
      decided,
      ...lists.map(({ of, list }) => {
        const entry = list.at(-1);
        const station = entry && of(entry, file);
        return station ? markOf(entry, station) : null;
      }),
    ]);
    if (!last) return null;
    const elsewhere = latest([
      decided?.station === last.station ? null : decided,
      ...lists.map(({ of, list }) => {
        const entry = list.findLast((e) => of(e, file) !== last.station);
        return entry ? markOf(entry, '') : null;
      }),
    ]);
    const from = elsewhere?.at ?? -1;
    const first = lists.flatMap(({ list }) => firstFrom(list, (e) => at(e.id) > from) ?? []);
    const since = [
      ...first.map((e) => markOf(e, last.station)),
      ...(decided && decided.at > from ? [decided] : []),
    ];
    return {
      station: last.station,
      since: since.reduce((a, b) => (b.at < a.at ? b : a)).since,
      by: last.by,
    };
  };
  return fact('written last', work);
}
