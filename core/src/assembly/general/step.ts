import type { AssemblyAsk, AssemblyStep, Picture } from '../assemblySheet.js';

/** A step with nothing to it but its words. */
export const step = (key: string, what: string, over: Partial<AssemblyStep> = {}): AssemblyStep => ({
  key,
  what,
  how: '',
  each: false,
  proof: 'none',
  asks: [],
  photo: false,
  twice: false,
  refits: [],
  reopens: [],
  leaves: '',
  settles: '',
  cautions: [],
  ...over,
});

/** Answers with a reason cannot stay like that. */
export const asks = (
  ask: string,
  picture: Picture,
  answers: readonly (readonly [text: string, why?: string])[],
): AssemblyAsk => ({ ask, picture, answers: answers.map(([text, why = '']) => ({ text, why })) });
