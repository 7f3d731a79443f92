import type { AnyEntry } from '../ledger/index.js';
import { REFITTED, STRIPPED, type Stripped } from './stripEntries.js';

type Done = Stripped['steps'][number];

/** A step as one entry did it, where it counts. */
export interface Effective {
  readonly entry: AnyEntry;
  readonly is: 'off' | 'back';
  readonly tray: number | null;
  readonly done: Done;
}

/**
 * Steps that count, in order: two devices that do one step at once do it once, and nothing goes back that is not off.
 * @param log entries that stand
 */
export function effectiveSteps(log: readonly AnyEntry[]): readonly Effective[] {
  const off = new Set<string>();
  return log.flatMap((entry): Effective[] => {
    if (STRIPPED.is(entry))
      return entry.steps
        .filter(({ step }) => !off.has(step) && off.add(step))
        .map((done) => ({ entry, is: 'off', tray: entry.tray, done }));
    if (REFITTED.is(entry))
      return entry.steps
        .filter(({ step }) => off.delete(step))
        .map((done) => ({ entry, is: 'back', tray: null, done }));
    return [];
  });
}
