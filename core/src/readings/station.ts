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

/** Where on the piston. Only the maker's gauge height, across the pin, gives the piston's size. */
export type PistonPlace = 'gauge-height' | 'crown' | 'skirt-edge' | 'pin-axis';

export const PISTON_PLACES: Record<PistonPlace, string> = {
  'gauge-height': 'gauge height',
  crown: 'crown',
  'skirt-edge': 'skirt edge',
  'pin-axis': 'along the pin',
};

export interface PistonStation {
  readonly part: 'piston';
  readonly cylinder: number;
  readonly place: PistonPlace;
  /** The piston that came out (null) or one of the engine's kits by id. */
  readonly kit: string | null;
}

export type Station = BoreStation | PistonStation;

/** A diameter at θ is the diameter at θ + 180. */
export const halfTurn = (angle: number): number => ((angle % 180) + 180) % 180;

/** Stable name of a station; equal stations have equal keys. */
export function stationKey(s: Station): string {
  return s.part === 'bore'
    ? `bore:${s.cylinder}:${s.depth}:${halfTurn(s.angle)}`
    : `piston:${s.cylinder}:${s.place}:${s.kit ?? 'fitted'}`;
}

export const partKey = (s: Station): string =>
  s.part === 'bore' ? `bore:${s.cylinder}` : `piston:${s.cylinder}:${s.kit ?? 'fitted'}`;
