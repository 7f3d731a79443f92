import { uncertaintyOf, type Estimate } from '../gauges/index.js';
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

/** A piston that may go into the bore as it is, with the clearance its maker's sheet allows, nm. */
export interface FitCandidate {
  readonly piston: Estimate;
  readonly low: number;
  readonly high: number;
}

/** One cylinder's map with every error source in it, and the limits its figures are held against. */
export interface MapProblem {
  readonly places: readonly { readonly depth: number; readonly angle: number; readonly of: Estimate }[];
  readonly piston: Estimate | null;
  /** Standard deviation of the part of the oval that two directions cannot see, nm. */
  readonly sigma: number;
  readonly taper: TaperDefinition;
  readonly limits: Partial<Record<MapFigure, { readonly side: 'max' | 'min'; readonly at: number }>>;
  readonly fits: readonly FitCandidate[];
}

/** What a candidate is known by in the result, whatever it is called in which shop. */
export const fitKey = ({ piston, low, high }: FitCandidate): string =>
  [low, high, piston.value, Math.round(uncertaintyOf(piston).u * 1e3)].join(':');
