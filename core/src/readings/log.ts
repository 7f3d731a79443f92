import type { LeafAnswer, Needle, ZeroIn } from '../gauges/index.js';
import type { LengthUnit, Nanometres, TypedUnit } from '../units/index.js';
import type { SlipCode } from './slips.js';
import type { GapStation, SizeStation } from './station.js';
import type { WorkKind } from './reopens.js';

interface EntryBase {
  /** UUIDv7 made where it was typed. */
  readonly id: string;
  /** ISO time it was typed. */
  readonly at: string;
  readonly by: string;
}

export interface ReadingEntry extends EntryBase {
  readonly kind: 'reading';
  readonly station: SizeStation;
  readonly instrumentId: string;
  /** As typed, never changed. */
  readonly text: string;
  readonly unit: TypedUnit;
  /** Size, nm: as shown, or the zero plus the deviation that was shown. */
  readonly value: Nanometres;
  /** Size of the last digit typed, nm; 0 when the entry was a fraction. */
  readonly step: number;
  /** A named slip this reading corrects, with the reading it stands in for. */
  readonly corrects: { readonly readingId: string; readonly slip: SlipCode } | null;
  /** The zero whose deviation was typed; null for a size typed whole. */
  readonly zeroId: string | null;
  /** Last entry of the log its writer had on screen; null when unknown. */
  readonly seen: string | null;
}

/** One leaf or stack tried in a gap. */
export interface LeafEntry extends EntryBase {
  readonly kind: 'leaf';
  readonly station: GapStation;
  readonly instrumentId: string;
  readonly stack: readonly Nanometres[];
  readonly answer: LeafAnswer;
}

/** A comparator zeroed for the readings that follow. */
export interface ZeroEntry extends EntryBase {
  readonly kind: 'zero';
  readonly instrumentId: string;
  readonly in: ZeroIn;
  /** Size set, as typed. */
  readonly text: string;
  readonly value: Nanometres;
  readonly needle: Needle;
  readonly repeats: number;
}

/** The comparator put back into its setting after a map. */
export interface ClosingZeroEntry extends EntryBase {
  readonly kind: 'closing-zero';
  readonly zeroId: string;
  /** Deviation on the dial as typed, clockwise positive. */
  readonly text: string;
  readonly value: Nanometres;
}

/** The last reading taken back with one key. It stays in the log. */
export interface TakeBackEntry extends EntryBase {
  readonly kind: 'take-back';
  readonly readingId: string;
}

/** A slip question answered “as typed”, so that it is not asked again. */
export interface AnswerEntry extends EntryBase {
  readonly kind: 'answer';
  readonly readingId: string;
  readonly slip: SlipCode;
}

export type FindingKind = 'score' | 'scuff' | 'pitting' | 'flaking' | 'bare' | 'crack' | 'clean';

/** Whether a fingernail drawn across it catches, or only feels it. */
export type Nail = 'catches' | 'slides';

/** What each finding is called; `clean` withdraws what was found on a cylinder before it. */
export const FINDINGS: Record<FindingKind, string> = {
  score: 'score',
  scuff: 'scuffing',
  pitting: 'pitting',
  flaking: 'flaking plating',
  bare: 'bare aluminium',
  crack: 'crack',
  clean: 'wall is clean',
};

/** Something seen or felt on a wall. */
export interface FindingEntry extends EntryBase {
  readonly kind: 'finding';
  readonly cylinder: number;
  readonly what: FindingKind;
  /** Where on the wall: depth from the deck, direction over the whole turn; null when not noted. */
  readonly place: { readonly depth: Nanometres; readonly angle: number } | null;
  /** How deep, radial from the worn wall, nm; null when not measured. */
  readonly deep: Nanometres | null;
  /** What a fingernail says of it; null when it was not tried. */
  readonly nail: Nail | null;
}

/** Work done on a part between readings: what it reopens has to be read again. */
export interface WorkEntry extends EntryBase {
  readonly kind: 'work';
  readonly what: WorkKind;
  /** Cylinder worked on; null for work on all of them. */
  readonly cylinder: number | null;
  /** Kit it was done for. */
  readonly kitId: string | null;
  /** Finished size that was asked for, nm. */
  readonly ticket: { readonly low: Nanometres; readonly high: Nanometres } | null;
  readonly text: string;
}

export interface NoteEntry extends EntryBase {
  readonly kind: 'note';
  readonly text: string;
}

export type LogEntry =
  | ReadingEntry
  | LeafEntry
  | ZeroEntry
  | ClosingZeroEntry
  | TakeBackEntry
  | AnswerEntry
  | FindingEntry
  | WorkEntry
  | NoteEntry;

/** Unit a typed unit belongs to. */
export const systemOf = (unit: TypedUnit): LengthUnit => (unit === 'mm' || unit === 'um' ? 'mm' : 'in');
