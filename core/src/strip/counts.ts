import type { AnyEntry } from '../ledger/index.js';
import { effectiveSteps, type Effective } from './effective.js';
import { MOVED, SPLIT, type Loose, type Move } from './stripEntries.js';

const { min } = Math;

/** Ways a part is accounted for besides being back where it was. */
export type Exit = Exclude<Move, 'out' | 'in' | 'tray' | 'found'>;

/** Loose parts of one name: how many came off, and where they are now. */
export interface LedgerLine {
  readonly item: string;
  readonly name: string;
  /** Small enough to fall where the crank is. */
  readonly near: boolean;
  /** Put into the engine meanwhile, and has to come out again. */
  readonly inside: boolean;
  readonly out: number;
  readonly back: number;
  readonly gone: Readonly<Record<Exit, number>>;
  /** Neither back nor gone: out − back − gone, never below nothing. */
  readonly open: number;
  /** Of those, how many lie in a tray. */
  readonly inTray: number;
  readonly trays: readonly number[];
  /** More came back than was counted out. */
  readonly surplus: number;
  /** What was said of those that are gone, in order. */
  readonly said: readonly string[];
}

interface Account {
  item: string;
  name: string;
  near: boolean;
  inside: boolean;
  out: number;
  back: number;
  gone: Record<Exit, number>;
  inTray: number;
  trays: number[];
  surplus: number;
  said: string[];
}

const fresh = (of: Pick<Loose, 'item' | 'name' | 'near' | 'inside'>): Account => ({
  item: of.item,
  name: of.name,
  near: of.near,
  inside: of.inside,
  out: 0,
  back: 0,
  gone: { scrapped: 0, renewed: 0, missing: 0, lost: 0, later: 0 },
  inTray: 0,
  trays: [],
  surplus: 0,
  said: [],
});

const goneOf = (a: Account): number => Object.values(a.gone).reduce((sum, n) => sum + n, 0);
const openOf = (a: Account): number => a.out - a.back - goneOf(a);

/** Books one movement. What is more than there is goes to the surplus: no line falls below nothing. */
function book(a: Account, move: Move, count: number, tray: number | null, text: string): void {
  if (text.trim() !== '' && move !== 'in' && move !== 'out') a.said.push(text.trim());
  switch (move) {
    case 'out': {
      // What was too many before has come from here.
      const late = min(count, a.surplus);
      a.out += count;
      a.surplus -= late;
      a.back += late;
      if (tray !== null) {
        a.inTray += count - late;
        if (!a.trays.includes(tray)) a.trays.push(tray);
      }
      return;
    }
    case 'tray': {
      a.inTray = min(openOf(a), a.inTray + count);
      if (tray !== null && !a.trays.includes(tray)) a.trays.push(tray);
      return;
    }
    case 'found': {
      // Found, it is one that came off like the others: out, and not back yet.
      const lost = min(count, a.gone.lost);
      a.gone.lost -= lost;
      const missing = min(count - lost, a.gone.missing);
      a.gone.missing -= missing;
      const later = min(count - lost - missing, a.gone.later);
      a.gone.later -= later;
      a.surplus += count - lost - missing - later;
      return;
    }
    case 'in': {
      // One that was to be fitted later is fitted now.
      const later = min(count, a.gone.later);
      a.gone.later -= later;
      const taken = min(count, openOf(a));
      a.back += taken;
      a.surplus += count - taken;
      break;
    }
    default: {
      const taken = min(count, openOf(a));
      a.gone[move] += taken;
      a.surplus += count - taken;
    }
  }
  a.inTray = min(a.inTray, openOf(a));
}

/**
 * The ledger of loose parts: everything counted out and in, from the entries that stand. One ledger for every station.
 * @param log entries in order, without those taken back
 */
export function countsOf(log: readonly AnyEntry[]): readonly LedgerLine[] {
  const accounts = new Map<string, Account>();
  const of = (loose: Pick<Loose, 'item' | 'name' | 'near' | 'inside'>): Account => {
    const known = accounts.get(loose.item) ?? fresh(loose);
    accounts.set(loose.item, known);
    return known;
  };
  const steps = new Map<AnyEntry, Effective[]>();
  for (const s of effectiveSteps(log)) steps.set(s.entry, [...(steps.get(s.entry) ?? []), s]);
  for (const e of log) {
    for (const { is, tray, done } of steps.get(e) ?? [])
      for (const l of done.loose)
        if (l.count > 0) book(of(l), is === 'off' ? 'out' : 'in', l.count, l.inside ? null : tray, '');
    if (MOVED.is(e)) book(of(e), e.move, e.count, e.tray, e.text);
    if (SPLIT.is(e)) {
      const from = accounts.get(e.item);
      if (!from || e.into === e.item) continue;
      const count = min(e.count, openOf(from));
      if (count === 0) continue;
      const trayed = min(count, from.inTray);
      from.out -= count;
      from.inTray -= trayed;
      const into = of({ item: e.into, name: e.name, near: from.near, inside: from.inside });
      into.out += count;
      into.inTray += trayed;
      for (const t of from.trays) if (trayed > 0 && !into.trays.includes(t)) into.trays.push(t);
    }
  }
  return [...accounts.values()].map((a) => ({ ...a, open: openOf(a) }));
}

/**
 * Lines that may lie where the crank is: put in and not out again, off and in no tray, or more of them than came off.
 * @param last    nothing else is open any more: then what lies in a tray has to be back as well
 * @param elsewhere what was put into another way, that is open still: it comes out there
 */
export const unaccounted = (
  ledger: readonly LedgerLine[],
  last: boolean,
  elsewhere: ReadonlySet<string> = new Set(),
): readonly LedgerLine[] =>
  ledger.filter(
    (l) =>
      (l.near || l.inside) &&
      (l.surplus > 0 ||
        (last ? l.open > 0 : l.inside ? l.open > 0 && !elsewhere.has(l.item) : l.open > l.inTray)),
  );

/** What is to be fitted later on purpose, as a reminder. */
export const forLater = (ledger: readonly LedgerLine[]): readonly LedgerLine[] =>
  ledger.filter((l) => l.gone.later > 0);
