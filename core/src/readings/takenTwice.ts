import { READING, type ReadingEntry } from '../cylinder/index.js';
import { ofLog } from '../facts/index.js';
import { ledgerOf, placeKey } from '../ledger/index.js';
import { whoOf } from '../specs/index.js';
import type { SlipQuestion } from './slips.js';

/**
 * Questions about readings that someone else took while they were on their way: both are kept, and it is
 * asked. By the id of the later one.
 */
export const takenTwice = ofLog('takenTwice', (log): ReadonlyMap<string, SlipQuestion> => {
  const ledger = ledgerOf(log);
  interface Taken {
    readonly entry: ReadingEntry;
    readonly at: number;
  }
  /** At each place the last reading, and the last one by anybody else than its reader. */
  const last = new Map<string, { readonly one: Taken; readonly other: Taken | null }>();
  const found = new Map<string, SlipQuestion>();
  for (const e of READING.all(log)) {
    const i = ledger.at(e.id);
    const key = placeKey(e.station);
    const here = last.get(key);
    const other = !here ? null : here.one.entry.by === e.by ? here.other : here.one;
    const from = e.seen === null ? -1 : ledger.at(e.seen);
    if (other && from >= 0 && other.at > from)
      found.set(e.id, {
        code: 'taken-twice',
        readingId: e.id,
        sentence: `${whoOf(other.entry)} took this station meanwhile: ${other.entry.text}; ${whoOf(e)} ${e.text}. Both are kept and count. Were both of this place?`,
        instead: null,
        holds: false,
      });
    last.set(key, { one: { entry: e, at: i }, other });
  }
  return found;
});
