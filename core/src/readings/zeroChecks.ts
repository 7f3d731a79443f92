import { ledgerOf, takenAt } from '../ledger/index.js';
import { ZERO, READING, ZERO_CHECK, type ZeroCheckEntry } from '../cylinder/index.js';
import { instrumentOf, type TakenReading } from '../gauges/index.js';
import { fact, type JobFile } from '../job/index.js';

/** A session ends when its gauge has lain so long, ms: overnight it is checked anew. */
const SESSION_MS = 12 * 3_600_000;

/** Gauges whose faces are closed, or set on a standard, before they are used. */
const CHECKED: ReadonlySet<string> = new Set(['micrometer', 'calliper']);

const asChecked = (e: ZeroCheckEntry): NonNullable<TakenReading['check']> => ({
  id: e.id,
  instrumentId: e.instrumentId,
  off: e.value - e.standard,
  by: e.by,
});

/**
 * The check that stands behind each reading, by its id: of the gauge it was read with, or of the micrometer a comparator
 * was zeroed in. It holds for that session alone.
 */
export const checksBehind = fact('checksBehind', (file: JobFile): ReadonlyMap<string, ZeroCheckEntry> => {
  const found = new Map<string, ZeroCheckEntry>();
  if (ZERO_CHECK.in(file.log).length === 0) return found;
  const ledger = ledgerOf(file.log);
  const last = new Map<string, ZeroCheckEntry>();
  const behindZero = new Map<string, ZeroCheckEntry>();
  const standing = (instrumentId: string, at: string): ZeroCheckEntry | undefined => {
    const check = last.get(instrumentId);
    return check && Math.abs(Date.parse(at) - Date.parse(check.at)) <= SESSION_MS ? check : undefined;
  };
  for (const e of ledger.all([ZERO_CHECK.kind, ZERO.kind, READING.kind])) {
    if (ZERO_CHECK.is(e) && !ledger.isBack(e)) last.set(e.instrumentId, e);
    if (ZERO.is(e) && e.in.kind === 'micrometer') {
      const check = standing(e.in.instrumentId, e.at);
      if (check) behindZero.set(e.id, check);
    }
    if (!READING.is(e)) continue;
    const check = e.zeroId === null ? standing(e.instrumentId, e.at) : behindZero.get(e.zeroId);
    if (check) found.set(e.id, check);
  }
  return found;
});

/** The check behind one reading, as the error model takes it; null where none stands. */
export const checkBehind = (file: JobFile, readingId: string): TakenReading['check'] => {
  const check = checksBehind(file).get(readingId);
  return check ? asChecked(check) : null;
};

/** Micrometers and callipers that were used without having been closed or set on their standard that day. */
export const usedUnchecked = fact('usedUnchecked', (file: JobFile): readonly string[] => {
  const behind = checksBehind(file);
  const names = new Set<string>();
  for (const e of READING.all(file.log)) {
    if (e.zeroId !== null || behind.has(e.id)) continue;
    const gauge = instrumentOf(file, e.instrumentId);
    if (CHECKED.has(gauge.type)) names.add(gauge.name);
  }
  return [...names];
});

/**
 * The check of a gauge in the session that is on; null where it was not checked.
 * @param now ISO time by the clock of whoever holds it
 */
export function checkedNow(file: JobFile, instrumentId: string, now: string): ZeroCheckEntry | null {
  const last = ZERO_CHECK.in(file.log).findLast((c) => c.instrumentId === instrumentId);
  return last && Math.abs(Date.parse(now) - Date.parse(takenAt(last))) <= SESSION_MS ? last : null;
}

/** Whether a gauge is one that is checked so. */
export const isCheckedSo = (type: string): boolean => CHECKED.has(type);
