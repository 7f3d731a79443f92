import type { GapPlace, LeafEntry, SizePlace, StandingReading } from '../cylinder/index.js';
import type { LeafBracket, Zero } from '../gauges/index.js';
import type { PlaceEstimate } from './placeEstimate.js';
import type { SlipQuestion } from './slips.js';

export interface PlaceState {
  readonly station: SizePlace;
  readonly key: string;
  readonly readings: readonly StandingReading[];
  /** Null while every reading here is held by an open question. */
  readonly result: PlaceEstimate | null;
  /** Coarsest step of the gauges used, nm: a figure here shows no finer. */
  readonly step: number;
  readonly overdue: boolean;
}

/** What the leaves tried in one gap leave between them. */
export interface GapState {
  readonly station: GapPlace;
  readonly key: string;
  readonly tries: readonly LeafEntry[];
  readonly bracket: LeafBracket;
  /** Tolerance of one leaf of the set used, nm. */
  readonly tolerance: number;
  readonly overdue: boolean;
}

/** Why a reading is kept but no longer counts. */
export type SetAside = 'work' | 'zero-lost' | 'zeroed-again';

export interface ReadingsState {
  readonly places: ReadonlyMap<string, PlaceState>;
  readonly gaps: ReadonlyMap<string, GapState>;
  /** Open questions, oldest first. */
  readonly questions: readonly SlipQuestion[];
  /** Ids of readings left out until their question is answered. */
  readonly held: ReadonlySet<string>;
  /** Stations with a reading that does not belong to its map, until it was read often enough or answered. */
  readonly doubted: ReadonlySet<string>;
  /** Readings that work done since, or a zero that was not found again, has put aside. */
  readonly setAside: ReadonlyMap<string, SetAside>;
  readonly zeros: ReadonlyMap<string, Zero>;
  /** Readings of a zero that was not found again since they were taken: what it wandered is not known. */
  readonly unclosed: ReadonlySet<string>;
}
