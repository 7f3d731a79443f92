import { ledgerOf } from '../ledger/index.js';
import { fact, isReadSince, type JobFile } from '../job/index.js';

import { WORK, workOf } from '../cylinder/index.js';
import { readThing, type Thing } from '../measurands/index.js';
import { SHIM } from './measures.js';
import { SHIM_IN, SHIMS_THERE, type ShimIn } from './shimEntries.js';

/** Shims that went in, in their order, without those taken back. */
export const shimsIn = (file: Pick<JobFile, 'log'>): readonly ShimIn[] => SHIM_IN.in(file.log);

/** The last shim that went in and may be taken back; null where none did, and where its valve was read since. */
export function lastShimIn(file: JobFile): ShimIn | null {
  const last = shimsIn(file).at(-1);
  return last && !isReadSince(file, last, (place) => 'thing' in place && place.thing === last.valve)
    ? last
    : null;
}

/**
 * Thickness of the shim under a valve, nm: as it was measured since it went in, else as it was measured before. A bought
 * one that nobody measured has none: its marking is not its size.
 */
export function shimUnder(file: JobFile, valve: Thing): number | null {
  const read = readThing(file, SHIM, valve).places.get('')?.result?.estimate.value ?? null;
  if (read !== null) return read;
  const put = shimsIn(file).findLast((e) => e.valve === valve.key);
  const work = workOf(file.log).findLast(({ entry }) => WORK[entry.what].reopens.includes('shim'));
  // Shims changed since by a word alone: which ones lie there now nobody said.
  const since = put && ledgerOf(file.log).at(put.id) > (work?.at ?? -1);
  return since && put.from !== 'bought' ? put.thickness : null;
}

/** Shims on the shelf as it was said last, less those that went in since; null while nobody said. */
export const shelfNow = fact('shelfNow', (file): readonly number[] | null => {
  const { at: placeOf } = ledgerOf(file.log);
  const said = SHIMS_THERE.in(file.log).at(-1);
  if (!said) return null;
  const left: number[] = [...said.shims];
  const since = placeOf(said.id);
  for (const e of shimsIn(file)) {
    const at = e.from === 'shelf' && placeOf(e.id) > since ? left.indexOf(e.thickness) : -1;
    if (at >= 0) left.splice(at, 1);
  }
  return left;
});
