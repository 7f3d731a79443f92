import type { Figure } from '../verdicts/index.js';

/** What findings say of the walls before any size does. */
export interface Ended {
  /** A wall is not used again, or may not be: no kit is recommended for it. */
  readonly doubted: boolean;
  /** Why no piston goes into the bores as they are; null where it may. */
  readonly fit: string | null;
  /** Why nothing is bored; null where it may be. */
  readonly bore: string | null;
}
export const NOT_ENDED: Ended = { doubted: false, fit: null, bore: null };

/** Walls that findings have ended: a coating that is through is not used again, a cracked casting for nothing. */
export function endedBy(figures: readonly Figure[]): Ended {
  const found = figures.filter((f) => f.feature === 'finding');
  const crack = found.some((f) => f.finding?.what === 'crack' && f.state === 'beyond')
    ? 'A cylinder is cracked: another cylinder first.'
    : null;
  const coating = found.some((f) => f.state === 'beyond')
    ? 'The wall is not used again, whatever its sizes say: replate it, or another cylinder first.'
    : null;
  return { doubted: found.length > 0, fit: crack ?? coating, bore: crack };
}
