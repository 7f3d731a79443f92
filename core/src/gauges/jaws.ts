import { mm } from '../units/index.js';
import type { Instrument } from './instrument.js';

/** How far the inside jaws of a calliper reach into a bore, as they mostly do. */
export const JAWS = mm(16);

/**
 * Whether a gauge gets to a place of a wall: the jaws of a calliper only near an open end, every other gauge for bores all
 * the way.
 * @param depth from the deck, nm
 * @param wall  where it ends, both of its ends open unless `closed` at the deck
 * @example reachesInto({ type: 'calliper' }, 45e6, { wallDepth: 105e6, closed: false }) // false
 */
export function reachesInto(
  { type }: Pick<Instrument, 'type'>,
  depth: number,
  { wallDepth, closed }: { readonly wallDepth: number; readonly closed: boolean },
): boolean {
  if (type !== 'calliper') return true;
  const fromBelow = Math.max(0, wallDepth - depth);
  return (closed ? fromBelow : Math.min(depth, fromBelow)) <= JAWS;
}
