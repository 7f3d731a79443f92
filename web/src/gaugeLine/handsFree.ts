import { store } from '../kit/store.js';

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

function read(): HandsFree {
  try {
    return { ...USUAL, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<HandsFree>) };
  } catch {
    return USUAL;
  }
}

const current = store(read());

export const handsFree = current.get;

export function changeHandsFree(change: Partial<HandsFree>): void {
  current.set({ ...current.get(), ...change });
  localStorage.setItem(KEY, JSON.stringify(current.get()));
}

export const useHandsFree = current.use;
