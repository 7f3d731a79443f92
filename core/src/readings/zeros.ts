import { WORK_DONE, ZERO, READING, CLOSING_ZERO } from '../cylinder/index.js';
import { ledgerOf, takenAt } from '../ledger/index.js';
import { ofLog } from '../facts/index.js';
import { driftAllowed, instrumentOf, type Zero } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';

/**
 * Comparator zeros of a log with their closing, in the sense of the bore. A zero can be found again only until
 * the gauge is zeroed anew.
 */
export const zerosOf = ofLog('zeros', (log): ReadonlyMap<string, Zero> => {
  const zeros = new Map<string, Zero>();
  const last = new Map<string, string>();
  for (const e of ledgerOf(log).all([ZERO.kind, CLOSING_ZERO.kind])) {
    if (ZERO.is(e)) {
      const { id, instrumentId, value, needle, repeats, at } = e;
      zeros.set(id, {
        id,
        instrumentId,
        in: e.in,
        value,
        needle,
        repeats,
        at,
        on: takenAt(e),
        closing: null,
      });
      last.set(instrumentId, id);
    }
    const zero = CLOSING_ZERO.is(e) ? zeros.get(e.zeroId) : undefined;
    if (CLOSING_ZERO.is(e) && zero && last.get(zero.instrumentId) === zero.id) {
      const q = zero.needle === 'clockwise-larger' ? e.value : -e.value;
      zeros.set(zero.id, { ...zero, closing: { q, at: e.at } });
    }
  }
  return zeros;
});

/** Whether a zero wandered farther than scatter explains: its map is taken again. */
export function zeroLost(file: Pick<JobFile, 'instruments'>, zero: Zero): boolean {
  const instrument = instrumentOf(file, zero.instrumentId);
  return zero.closing !== null && Math.abs(zero.closing.q) > driftAllowed(instrument);
}

/** The zero that deviations typed now are read from: the last of a gauge, while it is not closed. */
export function openZero(zeros: ReadonlyMap<string, Zero>, instrumentId: string): Zero | null {
  const last = [...zeros.values()].findLast((z) => z.instrumentId === instrumentId);
  return last && last.closing === null ? last : null;
}

/** What became of the readings of each zero. */
export interface ZeroFate {
  /** Readings that no longer count: their zero was lost, or the gauge zeroed anew before it was found again. */
  readonly aside: ReadonlyMap<string, 'zero-lost' | 'zeroed-again'>;
  /** Readings whose zero was not found again since: what it wandered is not known yet. */
  readonly unclosed: ReadonlySet<string>;
}

/**
 * A map counts from one good zero to the next: readings stand once the zero was found again within its drift.
 * A second zero of the gauge reopens those since the last good one.
 */
export function zeroFate(
  file: Pick<JobFile, 'instruments' | 'log'>,
  zeros: ReadonlyMap<string, Zero>,
): ZeroFate {
  const ledger = ledgerOf(file.log);
  // Nothing hangs on a zero: nothing is walked.
  const aside = new Map<string, 'zero-lost' | 'zeroed-again'>();
  /** Readings since the gauge's last good zero. */
  const since = new Map<string, string[]>();
  const drop = (instrumentId: string, why: 'zero-lost' | 'zeroed-again') => {
    for (const id of since.get(instrumentId) ?? []) aside.set(id, why);
    since.delete(instrumentId);
  };
  for (const e of ledger.all([READING.kind, ZERO.kind, CLOSING_ZERO.kind, WORK_DONE.kind])) {
    if (READING.is(e) && e.zeroId !== null) {
      const list = since.get(e.instrumentId) ?? [];
      list.push(e.id);
      since.set(e.instrumentId, list);
    }
    if (ZERO.is(e)) drop(e.instrumentId, 'zeroed-again');
    const zero = CLOSING_ZERO.is(e) ? zeros.get(e.zeroId) : undefined;
    if (zero && CLOSING_ZERO.is(e)) {
      const allowed = driftAllowed(instrumentOf(file, zero.instrumentId));
      if (Math.abs(e.value) > allowed) drop(zero.instrumentId, 'zero-lost');
      else since.delete(zero.instrumentId);
    }
    if (WORK_DONE.is(e) && e.what === 'zeroed-again' && !ledger.isBack(e))
      for (const id of [...since.keys()]) drop(id, 'zeroed-again');
  }
  return { aside, unclosed: new Set([...since.values()].flat()) };
}
