import type { LooseParts, StripStep } from '../stripList.js';

/** A step with nothing to it but its words; what else it has is said over that. */
export const step = (key: string, what: string, over: Partial<StripStep> = {}): StripStep => ({
  key,
  what,
  how: '',
  hidden: '',
  scopes: [],
  after: [],
  tools: [],
  cautions: [],
  takes: [],
  puts: [],
  bolts: null,
  tray: false,
  stop: null,
  note: null,
  waits: null,
  opens: '',
  ...over,
});

/** So many loose parts; `name` as several are called. */
export const parts = (item: string, name: string, count: number): LooseParts => ({
  item,
  name: count === 1 ? name.replace(/([^s])s$/u, '$1') : name,
  count,
  near: false,
});

/** So many, each small enough to fall where the crank is. */
export const small = (item: string, name: string, count: number): LooseParts => ({
  ...parts(item, name, count),
  near: true,
});

/** A hard stop: answers with a reason cannot stay like that. */
export const asks = (
  ask: string,
  answers: readonly (readonly [text: string, why?: string])[],
  photo = false,
): StripStep['stop'] => ({ ask, answers: answers.map(([text, why = '']) => ({ text, why })), photo });

export const noted = (
  about: NonNullable<StripStep['note']>['about'],
  ask: string,
  at: string,
): StripStep['note'] => ({ about, ask, at });
