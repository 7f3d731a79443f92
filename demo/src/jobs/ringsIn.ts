import {
  mm,
  RING_CARD,
  RING_CLOCK,
  RING_STEP,
  type Clock,
  type ClockBy,
  type GappedRing,
  type RingSection,
} from '@tribos/core';
import type { LogBook } from './build.js';

/** A ring as it lay on the bench: its height, section and mark; the leaf that goes in its gap and the one that does not. */
export type RingRow = readonly [
  ring: GappedRing,
  height: number,
  section: RingSection,
  mark: string | null,
  goes: number,
  doesNot: number,
];

/** Rings of a cylinder told apart, gapped, bagged and clocked. */
export function ringsIn(
  book: LogBook,
  {
    cylinder,
    pack,
    depths,
    rings,
    way,
    gaps,
    expander,
  }: {
    readonly cylinder: number;
    readonly pack: string;
    /** Where the bore is smallest, and where it is largest, mm. */
    readonly depths: readonly number[];
    readonly rings: readonly RingRow[];
    readonly way: ClockBy;
    readonly gaps: Clock;
    readonly expander: 'butted' | null;
  },
): LogBook {
  for (const [ring, height, section, mark] of rings)
    book.entry(RING_CARD, {
      cylinder,
      pack,
      ring,
      height: mm(height),
      section,
      mark: mark === null ? null : 'up',
    });
  for (const [ring, , , , goes, doesNot] of rings) {
    for (const depth of depths) {
      const gap = { part: 'ring-gap', cylinder, ring, depth: mm(depth) } as const;
      book
        .entry(RING_STEP, { cylinder, ring, what: 'squared' })
        .leaf(gap, doesNot, 'does-not')
        .leaf(gap, goes, 'goes');
    }
    book
      .entry(RING_STEP, { cylinder, ring, what: 'washed' })
      .entry(RING_STEP, { cylinder, ring, what: 'bagged' });
  }
  const none = { top: null, second: null, 'upper-rail': null, expander: null, 'lower-rail': null };
  return book.entry(RING_CLOCK, { cylinder, pack, way, gaps: { ...none, ...gaps }, expander });
}
