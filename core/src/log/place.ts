import type { Sense } from '../gauges/index.js';
import { byKind, object, oneOf, orNull, ref, type Of } from '../shape/index.js';
import { halfTurn } from '../specs/index.js';
import { angle, cylinder, size } from './fields.js';

/** A diameter of the wall: depth from the deck, direction clockwise from the engine's zero, seen from above. */
const BORE = object({ part: oneOf('bore'), cylinder, depth: size, angle });
/** The unworn land above the ring travel or below it: where wear is counted from. */
const LAND = object({ part: oneOf('land'), cylinder });

/** Where on the piston. Only the maker's gauge height, across the pin, gives the piston's size. */
export type PistonSpot = 'gauge-height' | 'crown' | 'skirt-edge' | 'pin-axis' | 'at-ports';

export const PISTON_SPOTS: Record<PistonSpot, string> = {
  'gauge-height': 'gauge height',
  crown: 'crown',
  'skirt-edge': 'skirt edge',
  'pin-axis': 'along the pin',
  'at-ports': 'at the ports',
};

/** The piston that came out (kit null) or one of the engine's kits. */
const PISTON = object({
  part: oneOf('piston'),
  cylinder,
  place: oneOf('gauge-height', 'crown', 'skirt-edge', 'pin-axis', 'at-ports'),
  kit: orNull(ref('kit')),
});
/** Piston pin, where the rod or the piston runs on it. */
const PIN = object({ part: oneOf('pin'), cylinder, place: oneOf('middle', 'end') });
/** The piston's own hole for the pin. */
const PIN_BORE = object({ part: oneOf('pin-bore'), cylinder });
/** The rod's small end, or its bush. */
const SMALL_END = object({ part: oneOf('small-end'), cylinder });
/** Leaves beside the bare piston in its bore, on the thrust axis: the total clearance. */
const CLEARANCE = object({ part: oneOf('clearance'), cylinder, kit: orNull(ref('kit')) });
/** A ring squared in the bore, its gap by leaves. */
const RING_GAP = object({ part: oneOf('ring-gap'), cylinder, ring: oneOf('top', 'second'), depth: size });

/** Places a gauge reads as a size. */
export const sizePlace = byKind('part', {
  bore: BORE,
  land: LAND,
  piston: PISTON,
  pin: PIN,
  'pin-bore': PIN_BORE,
  'small-end': SMALL_END,
});
/** Places that leaves bracket. */
export const gapPlace = byKind('part', { clearance: CLEARANCE, 'ring-gap': RING_GAP });

export type BorePlace = Of<typeof BORE>;
export type PistonPlace = Of<typeof PISTON>;
export type RingGapPlace = Of<typeof RING_GAP>;
export type SizePlace = Of<typeof sizePlace>;
export type GapPlace = Of<typeof gapPlace>;
export type Place = SizePlace | GapPlace;

const SENSE: Record<Place['part'], Sense> = {
  bore: 'inside',
  land: 'inside',
  piston: 'outside',
  pin: 'outside',
  'pin-bore': 'inside',
  'small-end': 'inside',
  clearance: 'gap',
  'ring-gap': 'gap',
};

/** Inside of a hole, outside of a part, or a gap: which gauges can read it. */
export const senseOf = (s: Pick<Place, 'part'>): Sense => SENSE[s.part];

export const isGap = (s: Place): s is GapPlace => SENSE[s.part] === 'gap';

/** Stable name of a station; equal places have equal keys. */
export function placeKey(s: Place): string {
  switch (s.part) {
    case 'bore':
      return `bore:${s.cylinder}:${s.depth}:${halfTurn(s.angle)}`;
    case 'piston':
      return `piston:${s.cylinder}:${s.place}:${s.kit ?? 'fitted'}`;
    case 'pin':
      return `pin:${s.cylinder}:${s.place}`;
    case 'clearance':
      return `clearance:${s.cylinder}:${s.kit ?? 'fitted'}`;
    case 'ring-gap':
      return `ring-gap:${s.cylinder}:${s.ring}:${s.depth}`;
    default:
      return `${s.part}:${s.cylinder}`;
  }
}

/** The thing a station is on: readings of one part are each other's neighbours. */
export function partKey(s: Place): string {
  if (s.part === 'piston' || s.part === 'clearance') return `${s.part}:${s.cylinder}:${s.kit ?? 'fitted'}`;
  return `${s.part}:${s.cylinder}`;
}
