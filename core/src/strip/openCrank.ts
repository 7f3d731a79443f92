import { fact } from '../job/index.js';
import type { AnyEntry } from '../ledger/index.js';
import { forLater, countsOf, unaccounted, type LedgerLine } from './counts.js';
import { stripLog } from './standing.js';
import { effectiveSteps } from './effective.js';
import { CRANK_WAY } from './stripEntries.js';

/** What has a way down to the crank, and what is near it. */
export interface OpenCrank {
  /** Ways that are open, in the order they were opened. */
  readonly ways: readonly string[];
  /** Since when anything is; null while nothing is. */
  readonly since: string | null;
  /** Taken off and near, not in a tray. */
  readonly loose: readonly LedgerLine[];
  /** Near, in a tray, not back yet. */
  readonly trayed: readonly LedgerLine[];
  /** Put in, and still there. */
  readonly inside: readonly LedgerLine[];
  /** To be fitted later on purpose. */
  readonly later: readonly LedgerLine[];
  /** Why nothing may be closed now; null where it may. */
  readonly mayNotClose: string | null;
  /** Why the way at hand is not covered by what goes on; what was put into others comes out as those are closed. */
  readonly mayNotCover: string | null;
  /** Somebody wrote down that a way was closed while parts were unaccounted for: it counts as open. */
  readonly closedInVain: readonly string[];
}

const counted = (l: LedgerLine): string => `${l.open > 0 ? `${l.open} ` : ''}${l.name}`;

/**
 * Why a way is not closed now; null where everything near is accounted for.
 * @param last      it is the last way that is open
 * @param elsewhere what was put into another way
 */
export function mayNotClose(
  ledger: readonly LedgerLine[],
  last: boolean,
  elsewhere: ReadonlySet<string> = new Set(),
): string | null {
  const open = unaccounted(ledger, last, elsewhere);
  if (open.length === 0) return null;
  const more = open.filter((l) => l.surplus > 0);
  const out = open.filter((l) => l.open > 0);
  return [
    out.length > 0 ? `Not accounted for: ${out.map(counted).join(', ')}.` : '',
    more.length > 0
      ? `More came back than was counted out: ${more.map((l) => `${l.surplus} ${l.name}`).join(', ')}. Count again.`
      : '',
    'Nothing is closed over it.',
  ]
    .filter(Boolean)
    .join(' ');
}

/**
 * Why the way that a step opened is not closed by putting it back; null where it is. What other steps that are still
 * off have put in comes out when they go back.
 * @param log  entries that stand, the one that puts it back the last
 * @param last it is the last way that is open
 */
export const mayNotGoBack = (log: readonly AnyEntry[], last: boolean): string | null =>
  mayNotClose(countsOf(log), last, putInByOthers(log));

/** Items put into the engine by steps that are still off: they come out as those go back. */
function putInByOthers(log: readonly AnyEntry[]): ReadonlySet<string> {
  const off = new Map<string, readonly string[]>();
  for (const { is, done } of effectiveSteps(log)) {
    if (is === 'back') off.delete(done.step);
    else
      off.set(
        done.step,
        done.loose.filter((l) => l.inside).map((l) => l.item),
      );
  }
  return new Set([...off.values()].flat());
}

/** Walks the log: a way closes only where, with that entry, everything near is accounted for. */
function waysOf(log: readonly AnyEntry[]) {
  const open = new Map<string, string>();
  const inVain = new Set<string>();
  const steps = effectiveSteps(log);
  const closed = (way: string, upTo: number, step: boolean): void => {
    if (!open.has(way)) return;
    const until = log.slice(0, upTo);
    const last = open.size === 1;
    const why = step ? mayNotGoBack(until, last) : mayNotClose(countsOf(until), last);
    if (why !== null) inVain.add(way);
    else {
      open.delete(way);
      inVain.delete(way);
    }
  };
  log.forEach((e, i) => {
    for (const { entry, is, done } of steps) {
      if (entry !== e || done.opens === '') continue;
      if (is === 'back') closed(done.opens, i + 1, true);
      else if (!open.has(done.opens)) open.set(done.opens, e.at);
    }
    if (!CRANK_WAY.is(e)) return;
    if (e.is === 'closed') closed(e.way, i + 1, false);
    else if (!open.has(e.way)) open.set(e.way, e.at);
  });
  return { open, inVain };
}

/** The ledger of a job. */
export const jobLedger = fact('jobLedger', (file) => countsOf(stripLog(file)));

/** The open crank of a job. */
export const openCrank = fact('openCrank', (file): OpenCrank => {
  const log = stripLog(file);
  const ledger = jobLedger(file);
  const { open, inVain } = waysOf(log);
  const near = ledger.filter((l) => l.near && !l.inside && l.open > 0);
  return {
    ways: [...open.keys()],
    since: [...open.values()].sort()[0] ?? null,
    loose: near.filter((l) => l.open > l.inTray),
    trayed: near.filter((l) => l.inTray > 0),
    inside: ledger.filter((l) => l.inside && l.open > 0),
    later: forLater(ledger),
    mayNotClose: mayNotClose(ledger, open.size === 1),
    mayNotCover: mayNotClose(ledger, open.size <= 1, putInByOthers(log)),
    closedInVain: [...inVain],
  };
});
