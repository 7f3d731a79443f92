import { ledgerOf, kindIn, takenAt, type AnyEntry } from '../ledger/index.js';
import { standingDecision, type JobFile } from '../job/index.js';
import {
  RUN,
  URGENCIES,
  type Action,
  type Ask,
  type Found,
  type Offer,
  type Room,
} from '../verdicts/index.js';

/** What an earlier station left open: said beside the next action, never asked instead of it. */
export interface LeftOpen {
  readonly station: string;
  /** `15 not looked at`. */
  readonly words: string;
}

/** Where a job stands, and the one thing to do now. */
export interface Whereabouts {
  /** The station where the work is. */
  readonly reached: string;
  /** ISO time since when it is there; null before anything was written. */
  readonly since: string | null;
  /** Who wrote last; null before anything was written. */
  readonly by: string | null;
  /** The one next action of the whole job. */
  readonly next: Action;
  /** What a station asks for by itself; null where nothing is left to do there. */
  readonly at: (station: string) => Action | null;
  readonly leftOpen: readonly LeftOpen[];
}

/** Kinds that are written at any station, and say nothing of where the work is. */
const ANYWHERE: ReadonlySet<string> = new Set(['note', 'zero', 'zero-check', 'take-back', 'answer']);

/** Finds which tick of the run sheet an entry was written at; null for what is written anywhere. */
function stationOf(file: JobFile, rooms: readonly Room[]): (entry: AnyEntry) => string | null {
  return (entry) => {
    if (ANYWHERE.has(entry.kind)) return null;
    const taker = rooms.find((r) => r.takes?.(entry, file));
    if (taker) return taker.station;
    const { part } = (entry as { readonly station?: { readonly part?: string } }).station ?? {};
    const reader = part === undefined ? undefined : rooms.find((r) => r.places?.some((k) => k.part === part));
    if (reader) return reader.station;
    return rooms.find((r) => kindIn(r.entries ?? [], entry.kind))?.station ?? null;
  };
}

/** Where something was written last, and since when it goes on there. */
function lastWritten(file: JobFile, rooms: readonly Room[]) {
  const at = stationOf(file, rooms);
  const { isBack } = ledgerOf(file.log);
  const decision = standingDecision(file);
  // A decision is kept beside the log: it stands where it was taken.
  let decided = decision && { station: 'decide', since: decision.at, by: decision.by };
  let found: { station: string; since: string; by: string } | null = null;
  for (const entry of [...file.log].reverse()) {
    if (decided && takenAt(entry) <= decided.since) {
      found ??= decided;
      if (found.station !== 'decide') return found;
      decided = null;
    }
    const station = isBack(entry) ? null : at(entry);
    if (station === null) continue;
    if (found && found.station !== station) return found;
    found = { station, since: takenAt(entry), by: found?.by ?? entry.by };
  }
  return found ?? decided;
}

const REST = {
  kind: 'rest' as const,
  urgency: 'decide',
  station: 'hand-over',
  at: null,
  sentence: () => 'Nothing is left to do. The report is ready.',
} satisfies Action;
export type Rest = Action & { readonly kind: 'rest' };

interface Placed {
  readonly station: string;
  readonly offer: Offer;
}

/** The most pressing of some offers. */
function mostPressing(offers: readonly Offer[]): Action | null {
  for (const urgency of URGENCIES)
    for (const offer of offers) {
      const action = offer.urgency === urgency ? offer.find() : null;
      if (action) return action;
    }
  return null;
}

/** The run of a house: where a room brings a station of its own, it stands before what is decided. */
function runOf(rooms: readonly Room[]): readonly string[] {
  const run: readonly string[] = RUN;
  const own = [...new Set(rooms.map((r) => r.station))].filter((s) => !run.includes(s));
  const decide = run.indexOf('decide');
  return [...run.slice(0, decide), ...own, ...run.slice(decide)];
}

/**
 * Where to look for what is next: on from where the work is; then, before anything is decided, back to what the decision
 * rests on; after it, back to what it asks for. What was passed over before is a count, not the next action.
 */
const lookIn = (run: readonly string[], from: number, isDecided: boolean): readonly string[] => {
  const on = run.slice(from);
  const decide = run.indexOf('decide');
  const back = isDecided
    ? run.slice(decide, Math.max(decide, from))
    : ['measure', 'decide', ...run.slice(0, run.indexOf('measure')).reverse()];
  return [...on, ...back.filter((s) => !on.includes(s))];
};

/**
 * Where a job stands: the station that was written at last, or the next one on the run that asks for something once that
 * is through. What blocks comes first; what earlier stations left open stands beside it.
 */
export function whereabouts(file: JobFile, found: Found, ask: Ask, rooms: readonly Room[]): Whereabouts {
  const offers = rooms.flatMap((r) =>
    (r.actions?.(file, found, ask) ?? []).map((offer): Placed => ({
      station: offer.station ?? r.station,
      offer,
    })),
  );
  const known = new Map<string, Action | null>();
  const at = (station: string): Action | null => {
    if (!known.has(station))
      known.set(station, mostPressing(offers.filter((o) => o.station === station).map((o) => o.offer)));
    return known.get(station)!;
  };
  const last = lastWritten(file, rooms);
  const run = runOf(rooms);
  const from = last === null ? 0 : run.indexOf(last.station);
  const order = lookIn(run, from, standingDecision(file) !== null);
  // What was decided is the state of a station, not something to do.
  const asks = (s: string) => at(s) !== null && at(s)!.kind !== 'decided';
  const own = order.find(asks) ?? (last ? 'hand-over' : 'measure');
  const blocker = mostPressing(offers.filter((o) => o.offer.blocks).map((o) => o.offer));
  const reached = blocker && last ? last.station : own;
  return {
    reached,
    since: last?.since ?? null,
    by: last?.by ?? null,
    next: blocker ?? (asks(own) ? at(own)! : REST),
    at,
    leftOpen: run.slice(0, Math.max(0, run.indexOf(reached))).flatMap((station) => {
      const words = rooms.flatMap((r) => (r.station === station ? (r.left?.(file) ?? []) : []));
      return words.length === 0 ? [] : [{ station, words: words.join(', ') }];
    }),
  };
}
