import type { Sense } from '../gauges/index.js';
import type { Nanometres } from '../units/index.js';

export interface BoreStation {
  readonly part: 'bore';
  /** Index into the engine's cylinders. */
  readonly cylinder: number;
  /** From the deck. */
  readonly depth: Nanometres;
  /** Clockwise from the engine's zero, seen from above, 0 ≤ angle < 180. */
  readonly angle: number;
}

/** The unworn land above the ring travel or below it: where wear is counted from. */
export interface LandStation {
  readonly part: 'land';
  readonly cylinder: number;
}

/** Where on the piston. Only the maker's gauge height, across the pin, gives the piston's size. */
export type PistonPlace = 'gauge-height' | 'crown' | 'skirt-edge' | 'pin-axis' | 'at-ports';

export const PISTON_PLACES: Record<PistonPlace, string> = {
  'gauge-height': 'gauge height',
  crown: 'crown',
  'skirt-edge': 'skirt edge',
  'pin-axis': 'along the pin',
  'at-ports': 'at the ports',
};

export interface PistonStation {
  readonly part: 'piston';
  readonly cylinder: number;
  readonly place: PistonPlace;
  /** The piston that came out (null) or one of the engine's kits by id. */
  readonly kit: string | null;
}

/** Piston pin, where the rod or the piston runs on it. */
export interface PinStation {
  readonly part: 'pin';
  readonly cylinder: number;
  readonly place: 'middle' | 'end';
}

/** The piston's own hole for the pin. */
export interface PinBoreStation {
  readonly part: 'pin-bore';
  readonly cylinder: number;
}

/** The rod's small end, or its bush. */
export interface SmallEndStation {
  readonly part: 'small-end';
  readonly cylinder: number;
}

/** Leaves beside the bare piston in its bore, on the thrust axis: the total clearance. */
export interface ClearanceStation {
  readonly part: 'clearance';
  readonly cylinder: number;
  readonly kit: string | null;
}

/** A ring squared in the bore, its gap by leaves. */
export interface RingGapStation {
  readonly part: 'ring-gap';
  readonly cylinder: number;
  readonly ring: 'top' | 'second';
  readonly depth: Nanometres;
}

/** Places a gauge reads as a size. */
export type SizeStation =
  BoreStation | LandStation | PistonStation | PinStation | PinBoreStation | SmallEndStation;
/** Places that leaves bracket. */
export type GapStation = ClearanceStation | RingGapStation;
export type Station = SizeStation | GapStation;

const SENSE: Record<Station['part'], Sense> = {
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
export const senseOf = (s: Pick<Station, 'part'>): Sense => SENSE[s.part];

export const isGap = (s: Station): s is GapStation => SENSE[s.part] === 'gap';

/** A diameter at θ is the diameter at θ + 180. */
export const halfTurn = (angle: number): number => ((angle % 180) + 180) % 180;

/** Stable name of a station; equal stations have equal keys. */
export function stationKey(s: Station): string {
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
export function partKey(s: Station): string {
  if (s.part === 'piston' || s.part === 'clearance') return `${s.part}:${s.cylinder}:${s.kit ?? 'fitted'}`;
  return `${s.part}:${s.cylinder}`;
}
