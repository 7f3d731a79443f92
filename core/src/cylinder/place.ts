import { object, oneOf, orNull, ref, type Of } from '../shape/index.js';
import { angle, cylinder, size } from '../ledger/index.js';

/** Shapes of the places that several rooms read. A room's own places stand in its own folder. */

/** A diameter of the wall: depth from the deck, direction clockwise from the engine's zero, seen from above. */
export const BORE = object({ part: oneOf('bore'), cylinder, depth: size, angle });
/** The unworn land above the ring travel or below it: where wear is counted from. */
export const LAND = object({ part: oneOf('land'), cylinder });

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
export const PISTON = object({
  part: oneOf('piston'),
  cylinder,
  place: oneOf('gauge-height', 'crown', 'skirt-edge', 'pin-axis', 'at-ports'),
  kit: orNull(ref('kit')),
});
/** Piston pin, where the rod or the piston runs on it. */
export const PIN = object({ part: oneOf('pin'), cylinder, place: oneOf('middle', 'end') });
/** The piston's own hole for the pin. */
export const PIN_BORE = object({ part: oneOf('pin-bore'), cylinder });
/** The rod's small end, or its bush. */
export const SMALL_END = object({ part: oneOf('small-end'), cylinder });
/** Leaves beside the bare piston in its bore, on the thrust axis: the total clearance. */
export const CLEARANCE = object({ part: oneOf('clearance'), cylinder, kit: orNull(ref('kit')) });
/** Rings of a pack that have a gap of their own; an expander has none. */
export const GAPPED_RINGS = ['top', 'second', 'upper-rail', 'lower-rail'] as const;
export type GappedRing = (typeof GAPPED_RINGS)[number];
export const RING_NAMES: Record<GappedRing, string> = {
  top: 'top ring',
  second: 'second ring',
  'upper-rail': 'upper rail',
  'lower-rail': 'lower rail',
};

/** A ring squared in the bore, its gap by leaves. */
export const RING_GAP = object({
  part: oneOf('ring-gap'),
  cylinder,
  ring: oneOf(...GAPPED_RINGS),
  depth: size,
});

export type BorePlace = Of<typeof BORE>;
export type PistonPlace = Of<typeof PISTON>;
export type RingGapPlace = Of<typeof RING_GAP>;

/**
 * What is measured of a part of the engine besides its cylinders: which measure of which room, on which thing of the
 * engine, and where on it. Things and spots are named as the engine's sheet names them.
 */
export interface ThingPlace {
  /** Room and measure: `crank.run-out`. */
  readonly part: `${string}.${string}`;
  readonly thing: string;
  readonly spot: string;
}
/** Places of one cylinder that a gauge reads as a size. */
export type CylinderSize =
  BorePlace | Of<typeof LAND> | PistonPlace | Of<typeof PIN> | Of<typeof PIN_BORE> | Of<typeof SMALL_END>;
/** Places of one cylinder that leaves bracket. */
export type CylinderGap = Of<typeof CLEARANCE> | RingGapPlace;
/** Places a gauge reads as a size. */
export type SizePlace = CylinderSize | ThingPlace;
/** Places that leaves bracket. */
export type GapPlace = CylinderGap | ThingPlace;
/** A place that several rooms read. A log may hold others. */
export type Place = SizePlace | GapPlace;

/** Whether a place is one of a cylinder. */
export const isOfCylinder = <P extends Place>(place: P): place is Exclude<P, ThingPlace> =>
  'cylinder' in place;
