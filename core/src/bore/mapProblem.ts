import type { Estimate } from '../gauges/index.js';
import type { TaperDefinition } from '../specs/index.js';

/** Figures of one cylinder that come from its whole map. */
export const MAP_FIGURES = [
  'largest',
  'smallest',
  'outOfRound',
  'ovality',
  'taper',
  'tightest',
  'loosest',
] as const;
export type MapFigure = (typeof MAP_FIGURES)[number];

/** One cylinder's map with every error source in it, and the limits its figures are held against. */
export interface MapProblem {
  readonly stations: readonly { readonly depth: number; readonly angle: number; readonly of: Estimate }[];
  readonly piston: Estimate | null;
  /** Standard deviation of the part of the oval that two directions cannot see, nm. */
  readonly sigma: number;
  readonly taper: TaperDefinition;
  readonly limits: Partial<Record<MapFigure, { readonly side: 'max' | 'min'; readonly at: number }>>;
}
