import type { AnyEntry } from '../ledger/index.js';
import type { Key, Whole } from './source.js';
import { storeOf } from './store.js';
import { frameOf } from './view.js';

/**
 * Something worked out of a job. What it reads of the job it is given is what it hangs on, and it has no other way to it: a
 * part of the job, entries of a kind, another fact. It is worked again only when one of those moved; where it comes out the
 * same, nothing that hangs on it is worked at all.
 *
 * Asked for a job as it lies there, it is kept with that job; asked by another fact, that one hangs on it.
 *
 * @param name for whoever looks at what is worked
 * @param work pure, of what it is given alone
 */
export function fact<F extends Whole, T, K extends Key = void>(
  name: string,
  work: (job: F, key: K) => T,
): (job: F, key: K) => T {
  const of = { name, work: work as (job: Whole, key: Key) => unknown };
  return (job, key) => {
    const frame = frameOf(job);
    return (frame ? frame.fact(of, key) : storeOf(job).valueOf(of, key)) as T;
  };
}

const alone = new WeakMap<readonly AnyEntry[], Whole>();

/** A log by itself, as a job of which nothing else is known. */
function jobOf(log: readonly AnyEntry[]): Whole {
  const known = alone.get(log) ?? { log };
  alone.set(log, known);
  return known;
}

/** A fact that hangs on the log alone. */
export function ofLog<T, K extends Key = void>(
  name: string,
  work: (log: readonly AnyEntry[], key: K) => T,
): (log: readonly AnyEntry[], key: K) => T {
  const ask = fact<Whole, T, K>(name, ({ log }, key) => work(log, key));
  return (log, key) => ask(frameOf(log)?.view ?? jobOf(log), key);
}
