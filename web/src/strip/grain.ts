import { store } from '../kit/store.js';

/** How finely somebody says what is done: a whole section at once, step by step, or each part counted by itself. */
export const GRAINS = ['section', 'step', 'part'] as const;
export type Grain = (typeof GRAINS)[number];

const KEY = 'tribos:grain';

function read(): Readonly<Record<string, Grain>> {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '{}') as Record<string, Grain>;
  } catch {
    return {};
  }
}

const grains = store(read());

/** Of each person by themselves: an expert and an apprentice share a tablet. */
export const useGrain = (person: string): Grain => {
  const kept = grains.use()[person];
  return kept && GRAINS.includes(kept) ? kept : 'step';
};

export function setGrain(person: string, grain: Grain): void {
  grains.set({ ...grains.get(), [person]: grain });
  localStorage.setItem(KEY, JSON.stringify(grains.get()));
}

export const nextGrain = (grain: Grain): Grain => GRAINS[(GRAINS.indexOf(grain) + 1) % GRAINS.length]!;
