import { useSyncExternalStore } from 'react';

/** How gauges reach this device, and what it says back. Kept on the device: it is about this bench. */
export interface HandsFree {
  /** A tick for every reading taken, a lower one for a question. */
  readonly sounds: boolean;
  /** Reads the value back aloud. */
  readonly speech: boolean;
  /** What a keyboard-wedge gauge puts before and after its figure. */
  readonly prefix: string;
  readonly suffix: string;
  /** Address of a gauge that speaks the line protocol; empty for none. */
  readonly line: string;
}

const KEY = 'tribos:hands-free';
const USUAL: HandsFree = { sounds: false, speech: false, prefix: '', suffix: '', line: '' };
const listeners = new Set<() => void>();

function read(): HandsFree {
  try {
    return { ...USUAL, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<HandsFree>) };
  } catch {
    return USUAL;
  }
}

let current = read();

export const handsFree = (): HandsFree => current;

export function changeHandsFree(change: Partial<HandsFree>): void {
  current = { ...current, ...change };
  localStorage.setItem(KEY, JSON.stringify(current));
  listeners.forEach((l) => l());
}

export const useHandsFree = (): HandsFree =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => current,
  );
