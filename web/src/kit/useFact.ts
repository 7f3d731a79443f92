import { createContext, useContext, useSyncExternalStore } from 'react';
import type { JobFile } from '@tribos/core/ground';
import { store, type Store } from './store.js';

/** The job in hand, told to whoever draws a fact of it. */
export const InHand = createContext<Store<JobFile> | null>(null);

/** Keeps a job for whoever draws a fact of it. */
export const handOf = (file: JobFile): Store<JobFile> => store(file);

/**
 * A fact of the job in hand: whoever draws it is drawn anew only when it comes out otherwise.
 * @throws TypeError outside a job
 */
export function useFact<T, K>(of: (file: JobFile, key: K) => T, ...[key]: K extends void ? [] : [key: K]): T {
  const hand = useContext(InHand);
  if (!hand) throw new TypeError('No job is in hand here.');
  return useSyncExternalStore(hand.listen, () => of(hand.get(), key as K));
}
