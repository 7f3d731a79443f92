import type { MovedVerdict } from '@tribos/contract';
import type { States } from '../judging/index.js';

/** Verdicts of a job as they stood when it was summed up, and what was written to it by then. */
export interface StatesThen {
  readonly mark: string;
  readonly items: States;
}

export type Moved = Readonly<Record<string, MovedVerdict>>;

/** More than these nobody reads. */
const MOST = 100;

/**
 * Verdicts that are other than they were although nothing was written to their job since: a sheet, a gauge or a rule
 * was changed. One that is back where it was has not moved.
 * @param before what had moved already and nobody has seen yet
 */
export function movedSince(
  then: StatesThen | null,
  now: States,
  mark: string,
  before: Moved | null,
  at: string,
): Moved | null {
  const found = new Map(Object.entries(before ?? {}));
  if (then?.mark === mark)
    for (const key of new Set([...Object.keys(then.items), ...Object.keys(now)])) {
      const [was, is] = [then.items[key]?.state ?? null, now[key]?.state ?? null];
      if (was === is) continue;
      // What nothing was said of, and is no trouble now, has not moved: a sheet that grows at the bench.
      if (!found.has(key) && (was === null || was === 'noLimit') && is !== 'beyond') continue;
      const { title, cylinder } = (now[key] ?? then.items[key])!;
      const from = found.has(key) ? found.get(key)!.from : was;
      if (from === is) found.delete(key);
      else found.set(key, { title, cylinder, from, to: is, at });
    }
  return found.size === 0 ? null : Object.fromEntries([...found].slice(0, MOST));
}
