import type { Overall } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';
import type { AnyEntry, EntryKind, PlaceKind } from '../ledger/index.js';
import type { Place } from '../cylinder/index.js';
import type { SheetPart } from '../specs/index.js';
import type { LengthUnit } from '../units/index.js';
import type { Figure } from './figure.js';
import type { Want } from './want.js';

/** Heavy work that a room wants done elsewhere: a name for what goes in and what comes out. */
export interface Heavy<P, R> {
  readonly name: string;
  readonly run: (problem: P) => R;
}

/** What a judgement is asked with. */
export interface Ask {
  /** Unit sentences and questions speak in. */
  readonly unit: LengthUnit;
  /** What heavy work found, where it is done already; null while it is not. */
  readonly worked: <P, R>(heavy: Heavy<P, R>, problem: P) => R | null;
}

/** How pressing an action is; the first of this list that any room has is the one to do now. */
export const URGENCIES = [
  'answer',
  'strip',
  'read',
  'close-zero',
  'send-back',
  'wait',
  'contradiction',
  'decide-at-once',
  'look',
  'settle-limit',
  'settle',
  'at-limit',
  'step',
  'decided',
  'add-limit',
  'decide',
] as const;
export type Urgency = (typeof URGENCIES)[number];

/** Something to do. */
export interface Action {
  readonly kind: string;
  readonly urgency: Urgency;
  /** The tick of the run sheet it is done at. */
  readonly station: string;
  /** Where a gauge goes for it; null where none does. */
  readonly at: Place | null;
  readonly sentence: (unit: LengthUnit) => string;
}

/** The order of a job: stations as rooms name them. A job may skip or revisit any of them. */
export const RUN = [
  'intake',
  'before',
  'strip',
  'clean',
  'measure',
  'decide',
  'outside',
  'prepare',
  'top',
  'refit',
  'hand-over',
] as const;

/** An action that is looked for only when nothing more pressing was found. */
export interface Offer {
  readonly urgency: Urgency;
  /** The tick it is done at; its room's own where absent. */
  readonly station?: string;
  /** It comes first wherever the work is: going on would close over it, or build on it. */
  readonly blocks?: true;
  readonly find: () => Action | null;
}

/** A piece of work a job asks for, and whether it is done. */
export interface Step {
  readonly key: string;
  /** Id of the entry or decision that did it; null while open. */
  readonly done: string | null;
  /** Why it is not asked for; null where it is. */
  readonly excused: string | null;
  readonly sentence: (unit: LengthUnit) => string;
}

/** Something the job waits for. */
export interface Blocker {
  readonly key: string;
  /** ISO time. */
  readonly since: string;
  readonly until: string | null;
  readonly sentence: (unit: LengthUnit) => string;
}

/** A part that has to be there before the engine goes together again, and why. */
export interface PartNeeded {
  /** What it is asked for by: two rooms that name the same ask for one. */
  readonly key: string;
  readonly name: string;
  readonly count: number;
  readonly why: string;
  /** Entry that asks for it; null where a rule does. */
  readonly by: string | null;
}

/** A part of the report, written by its room. */
export interface Section {
  readonly key: string;
  readonly title: string;
  readonly blocks: readonly Block[];
}
export type Block =
  | { readonly kind: 'text'; readonly text: string }
  | { readonly kind: 'list'; readonly items: readonly string[] }
  | {
      readonly kind: 'verdict';
      readonly state: Overall;
      readonly headline: string;
      readonly details: readonly string[];
      /** The quantity it says, to be drawn on one strip: the side that leads, and the other where there is one. */
      readonly figures?: readonly [Figure, ...Figure[]];
    }
  | {
      readonly kind: 'table';
      readonly heads: readonly string[];
      readonly rows: readonly (readonly string[])[];
    };

/** What the rooms found in a job so far, as other rooms see it. */
export interface Found {
  readonly figures: readonly Figure[];
  /** Parts that are asked for whichever way is gone, nothing twice; worked when somebody asks. */
  readonly needs: () => readonly Omit<PartNeeded, 'why' | 'by'>[];
}

/**
 * A room of the shop: what it writes, judges, asks for and reports, declared in one place. Nothing else in the
 * house names it.
 */
export interface Room {
  readonly name: string;
  /** The tick of the run sheet its work is done at. */
  readonly station: string;
  /** Kinds of entry that are its own. */
  readonly entries?: readonly EntryKind[];
  /** Where its gauges go, besides the places that several rooms read. */
  readonly places?: readonly PlaceKind[];
  /** Places it asks to be read in this job, in the order they are walked. */
  readonly asks?: (file: JobFile) => readonly Place[];
  /** What it needs from the engine's sheet. */
  readonly sheets?: readonly SheetPart[];
  /** What of the sheet is not on file and is wanted in this job, the first to be asked first. */
  readonly wants?: (file: JobFile) => readonly Want[];
  readonly figures?: (file: JobFile, ask: Ask) => readonly Figure[];
  /** What its figures rest on and is long to work, thing by thing: worked before them where a screen may not be held. */
  readonly ahead?: (file: JobFile, unit: LengthUnit) => readonly (() => unknown)[];
  /**
   * Whether an entry of a kind that several rooms write was this room's work: it says where the job has got to. Its own
   * kinds and places need not be named.
   */
  readonly takes?: {
    /** Kinds it looks at. */
    readonly kinds: readonly string[];
    readonly is: (entry: AnyEntry, file: JobFile) => boolean;
  };
  /** What is left open here once the job has gone on, with its count; null where nothing is. */
  readonly left?: (file: JobFile) => string | null;
  /** Whether nothing of it is wanted in this job: a station of which no room is wanted stands on no run sheet. */
  readonly needless?: (file: JobFile) => boolean;
  readonly steps?: (file: JobFile) => readonly Step[];
  readonly blockers?: (file: JobFile) => readonly Blocker[];
  /**
   * Parts that what it found asks for.
   * @param figures of every room
   */
  readonly parts?: (file: JobFile, figures: readonly Figure[]) => readonly PartNeeded[];
  /** Its parts come with what is decided: priced with the ways, not got whichever way is gone. */
  readonly decides?: true;
  /** @param found figures of every room */
  readonly actions?: (file: JobFile, found: Found, ask: Ask) => readonly Offer[];
  /** What an entry says was done, in a sentence without its full stop; null for one that is not its own. */
  readonly tell?: (entry: AnyEntry, file: JobFile, unit: LengthUnit) => string | null;
  /** What other jobs of the shop want to know of this one, kept beside it in lists: plain data; null where there is nothing. */
  readonly summary?: (file: JobFile) => unknown;
  readonly report?: (file: JobFile, found: Found, ask: Ask) => readonly Section[];
  /** Short cautions of its work, for screens and prints. */
  readonly cautions?: readonly string[];
}
