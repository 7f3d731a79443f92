import { ofLog } from '../facts/index.js';
import { ledgerOf, type AnyEntry } from '../ledger/index.js';
import { STACK_LAID, type StackLaid } from './stackLaid.js';
import { WORK_DONE, type WorkEntry } from './workDone.js';
import { isDoneOn, WORK, type Reopened } from './workTable.js';

/** Work done, with its place in the log. */
export interface PlacedWork {
  readonly at: number;
  readonly entry: WorkEntry;
}

/** Another stack than lay there, as the work it is. */
const restacked = ({ id, at, received, by, importedBy, gaskets }: StackLaid): WorkEntry => ({
  ...{ id, at, received, by, importedBy },
  kind: 'work',
  what: 'gasket-changed',
  ...{ cylinder: null, kitId: null, ticket: null, text: gaskets.join(', ') },
});

/**
 * Work of a log with its place in it: what was written down as work and not taken back, and every stack of gaskets that
 * is another than lay there before. The first that is said of a place is what was read over; one taken back never lay there.
 */
export const workOf = ofLog('work', (log): readonly PlacedWork[] => {
  const ledger = ledgerOf(log);
  const lies = new Map<string, string>();
  return ledger.standing([WORK_DONE.kind, STACK_LAID.kind]).flatMap((entry) => {
    const at = ledger.at(entry.id);
    if (WORK_DONE.is(entry)) return [{ at, entry }];
    if (!STACK_LAID.is(entry)) return [];
    const [before, now] = [lies.get(entry.where), JSON.stringify(entry.gaskets)];
    lies.set(entry.where, now);
    return before === undefined || before === now ? [] : [{ at, entry: restacked(entry) }];
  });
});

/** The work an entry of a log is, by the entry’s id; what is none is not in it. */
export const workBy = ofLog(
  'workBy',
  (log): ReadonlyMap<string, WorkEntry> => new Map(workOf(log).map(({ entry }) => [entry.id, entry])),
);

export interface OpenAgain {
  readonly work: WorkEntry;
  readonly what: Reopened;
  /** Cylinders it is still open on. */
  readonly cylinders: readonly number[];
}

/**
 * Steps without a figure of their own that work has opened and nothing has closed: a wall that was stoned
 * stays unwashed until it is washed.
 * @param cylinders how many the engine has: work on all of them is closed once each was washed
 */
export function openSteps(log: readonly AnyEntry[], cylinders: number): OpenAgain[] {
  const works = workOf(log);
  const washes = works.filter((w) => w.entry.what === 'washed');
  return works.flatMap(({ at, entry }) => {
    if (!WORK[entry.what].reopens.includes('wash')) return [];
    const open = Array.from({ length: cylinders }, (_, c) => c).filter(
      (c) => isDoneOn(entry, c) && !washes.some((w) => w.at > at && isDoneOn(w.entry, c)),
    );
    return open.length === 0 ? [] : [{ work: entry, what: 'wash' as const, cylinders: open }];
  });
}

/** How a cylinder's wall was renewed or resized last. */
export interface RenewedWall {
  readonly work: WorkEntry;
  /** Finished size that was asked for; null when no ticket is on file. */
  readonly ticket: WorkEntry['ticket'];
  /** Kit it was made for. */
  readonly kitId: string | null;
}

/**
 * The last time a cylinder's wall was renewed or brought to a ticket; null for the wall that came in. A hone
 * without a ticket leaves what was asked for before it.
 */
export const renewedWall = ofLog('renewedWall', (log, cylinder: number): RenewedWall | null => {
  let last = null as RenewedWall | null;
  for (const { entry } of workOf(log)) {
    if (entry.cylinder !== null && entry.cylinder !== cylinder) continue;
    const { wall } = WORK[entry.what];
    if (wall === 'renewed' || wall === 'exchanged')
      last = { work: entry, ticket: entry.ticket, kitId: entry.kitId };
    else if (wall === 'resized' && entry.ticket)
      last = { work: entry, ticket: entry.ticket, kitId: entry.kitId ?? last?.kitId ?? null };
  }
  return last;
});
