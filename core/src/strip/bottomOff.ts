import { fact, type JobFile } from '../job/index.js';
import { effectiveSteps } from './effective.js';
import { stripLog } from './standing.js';

/** Steps after which there is no crank in closed cases to lay a cylinder on. */
const BOTTOM: readonly string[] = ['crank', 'split', 'cases'];

/** Whether crank or cases are off and not back yet: nothing of a top end goes on before they are. */
export const bottomOff = fact('bottom off', (file: JobFile): boolean => {
  const off = new Set<string>();
  for (const s of effectiveSteps(stripLog(file)))
    if (s.is === 'off') off.add(s.done.step);
    else off.delete(s.done.step);
  return BOTTOM.some((s) => off.has(s));
});
