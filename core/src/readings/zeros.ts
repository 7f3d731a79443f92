import { driftAllowed, instrumentOf, type Zero } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';
import { takenAt, workBy, type LogEntry } from '../log/index.js';

/**
 * Comparator zeros of a log with their closing, in the sense of the bore. A zero can be found again only until
 * the gauge is zeroed anew.
 */
export function zerosOf(log: readonly LogEntry[]): Map<string, Zero> {
  const zeros = new Map<string, Zero>();
  const last = new Map<string, string>();
  for (const e of log) {
    if (e.kind === 'zero') {
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
    const zero = e.kind === 'closing-zero' ? zeros.get(e.zeroId) : undefined;
    if (e.kind === 'closing-zero' && zero && last.get(zero.instrumentId) === zero.id) {
      const q = zero.needle === 'clockwise-larger' ? e.value : -e.value;
      zeros.set(zero.id, { ...zero, closing: { q, at: e.at } });
    }
  }
  return zeros;
}

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
  const works = workBy(file.log);
  const aside = new Map<string, 'zero-lost' | 'zeroed-again'>();
  /** Readings since the gauge's last good zero. */
  const since = new Map<string, string[]>();
  const drop = (instrumentId: string, why: 'zero-lost' | 'zeroed-again') => {
    for (const id of since.get(instrumentId) ?? []) aside.set(id, why);
    since.delete(instrumentId);
  };
  for (const e of file.log) {
    switch (e.kind) {
      case 'reading': {
        if (e.zeroId === null) break;
        const list = since.get(e.instrumentId) ?? [];
        list.push(e.id);
        since.set(e.instrumentId, list);
        break;
      }
      case 'zero':
        drop(e.instrumentId, 'zeroed-again');
        break;
      case 'closing-zero': {
        const zero = zeros.get(e.zeroId);
        if (!zero) break;
        const allowed = driftAllowed(instrumentOf(file, zero.instrumentId));
        if (Math.abs(e.value) > allowed) drop(zero.instrumentId, 'zero-lost');
        else since.delete(zero.instrumentId);
        break;
      }
      case 'work':
        if (works.has(e) && e.what === 'zeroed-again')
          for (const id of [...since.keys()]) drop(id, 'zeroed-again');
        break;
      default:
    }
  }
  return { aside, unclosed: new Set([...since.values()].flat()) };
}
