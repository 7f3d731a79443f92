import { createStore, entries, get, update, type UseStore } from 'idb-keyval';
import type { Shelf, Waits } from './queue.js';

/** A list under one key: small things, changed together. */
export const listShelf = <T extends Waits>(key: string): Shelf<T> => ({
  load: async () => (await get<readonly T[]>(key)) ?? [],
  change: async (how) => {
    let after: readonly T[] = [];
    await update<readonly T[]>(key, (before) => (after = how(before ?? [])));
    return after;
  },
});

const has = typeof indexedDB !== 'undefined';

/**
 * Each thing under its own key, in a store of its own: a photo is megabytes, and is not written anew for another's sake.
 * One change after the other, read and written in one transaction.
 * @param order by which they go
 */
export function itemShelf<T extends Waits>(database: string, order: (a: T, b: T) => number): Shelf<T> {
  const store: UseStore | null = has ? createStore(database, 'queue') : null;
  let last: Promise<unknown> = Promise.resolve();
  const load = async (): Promise<readonly T[]> =>
    store ? (await entries<string, T>(store)).map(([, item]) => item).sort(order) : [];
  return {
    load,
    change: (how) => {
      const next = last.then(async () => {
        const before = await load();
        const after = how(before);
        if (!store) return after;
        const kept = new Map(after.map((item) => [item.id, item]));
        await store('readwrite', (objects) => {
          for (const item of before) if (!kept.has(item.id)) objects.delete(item.id);
          for (const item of after) if (!before.includes(item)) objects.put(item, item.id);
          return new Promise<void>((resolve, reject) => {
            objects.transaction.oncomplete = () => resolve();
            objects.transaction.onerror = () => reject(objects.transaction.error ?? new Error('not kept'));
          });
        });
        return [...after].sort(order);
      });
      last = next.catch(() => undefined);
      return next;
    },
  };
}
