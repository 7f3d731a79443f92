import type { GappedRing, RingGapPlace } from '../cylinder/index.js';
import type { Nanometres } from '../units/index.js';

/** Where one ring's gap is tried. */
export const gapPlace = (cylinder: number, ring: GappedRing, depth: Nanometres): RingGapPlace => ({
  part: 'ring-gap',
  cylinder,
  ring,
  depth,
});
