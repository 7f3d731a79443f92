import type {
  Instrument,
  LeafAnswer,
  LeafEntry,
  Nanometres,
  Place,
  ReadingEntry,
  Zero,
} from '@tribos/core/ground';
import type { GapState, SlipQuestion } from '@tribos/core/readings';
import type { Answer } from './answers.js';
import type { Direction } from './moves.js';

/** Leaves laid together, and what the shop's set offers. */
export interface Leaves {
  readonly set: readonly Nanometres[];
  readonly stack: readonly Nanometres[];
  /** What is proposed; null when nothing in the set would narrow the bracket. */
  readonly proposal: readonly Nanometres[] | null;
  /** Leaves worth seeing first; null for the whole set. */
  readonly near: { readonly from: number; readonly to: number } | null;
  /** The station wants something else done first: no leaf is proposed, any may be tried. */
  readonly waits: boolean;
  /** What typed digits are for; null where they are for nothing. */
  readonly typedFor: string | null;
  readonly gap: GapState | null;
  readonly toggle: (leaf: Nanometres) => void;
  readonly answer: (answer: LeafAnswer) => void;
}

export interface Bar {
  readonly jobId: string;
  /** What is typed and not yet accepted; see `useTypedOn` for drawing it. */
  readonly typed: () => string;
  readonly setText: (text: string) => void;
  readonly station: Place;
  /** Stays the same function while the job is open. */
  readonly pick: (station: Place) => void;
  readonly gauge: Instrument | null;
  readonly nextGauge: () => void;
  /** @param at where it is taken in hand; here when left out */
  readonly pickGauge: (id: string, at?: Place) => void;
  readonly gauges: readonly Instrument[];
  readonly accept: (repeat: boolean) => void;
  readonly takeBack: () => void;
  readonly move: (direction: Direction) => void;
  readonly nextCylinder: (step: 1 | -1) => void;
  readonly question: SlipQuestion | null;
  readonly answers: readonly Answer[];
  /** Why the last entry was not taken, or what was just done. */
  readonly say: { readonly tone: 'trouble' | 'done'; readonly text: string } | null;
  readonly last: ReadingEntry | LeafEntry | null;
  /** The zero that what is typed deviates from; null when sizes are typed whole. */
  readonly zero: Zero | null;
  /** How often this station was read from the open zero, of the three it should be. */
  readonly acts: { readonly done: number; readonly of: number } | null;
  /** Null where no leaves are tried. */
  readonly leaves: Leaves | null;
  /** A figure that came from a connected gauge: taken at once. */
  readonly takeFigure: (text: string) => void;
  /** The foot-switch: takes what the gauge shows, or what is typed. */
  readonly trigger: () => void;
}

/** What a station knows better than the bar. */
export interface OwnWalk {
  /** The tick it stands at; Measure where it is left out. */
  readonly where?: string;
  readonly start?: Place | null;
  /** Leaves to try at a place; undefined leaves it to the bisection. */
  /** Thickness worth seeing in the rack there, nm; null for the whole set. */
  readonly near?: (at: Place) => { readonly from: number; readonly to: number } | null;
  /** What typed digits are for, where leaves are answered: `f files them`. */
  readonly typedFor?: string;
  readonly propose?: (at: Place, set: readonly Nanometres[]) => readonly Nanometres[] | null | undefined;
}
