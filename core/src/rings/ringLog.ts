import { gapsOn } from '../readings/index.js';
import { ledgerOf, placeKey } from '../ledger/index.js';
import {
  FILED,
  type FiledEntry,
  type FilingTool,
  type GappedRing,
  type LeafEntry,
} from '../cylinder/index.js';
import { leafBracket, type LeafBracket } from '../gauges/index.js';
import { fact, type JobFile } from '../job/index.js';

import type { Nanometres } from '../units/index.js';
import { gapPlace } from './gapPlace.js';
import { triesThatCount } from './gapWarmth.js';
import { ringsSince } from './pack.js';
import {
  cardTrouble,
  clockTrouble,
  RING_CARD,
  RING_CLOCK,
  RING_STEP,
  type RingCard,
  type RingClock,
  type RingStep,
} from './ringEntries.js';

/** One thing that happened to a ring. */
export type RingEvent = LeafEntry | FiledEntry | RingStep | RingCard;

/** A ring between two passes: filed so often, and what the leaves said since. */
export interface RingState {
  /** Turns or strokes so far. */
  readonly strokes: number;
  readonly tool: FilingTool | null;
  readonly by: string | null;
  /** Of the leaves tried in this state; what went before still goes. */
  readonly bracket: LeafBracket;
  readonly tries: readonly LeafEntry[];
}

/** Everything done with one ring since it came to hand, in order. */
export interface RingHistory {
  readonly events: readonly RingEvent[];
  readonly states: readonly RingState[];
  readonly filed: readonly FiledEntry[];
  readonly card: RingCard | null;
}

const ofRing = fact(
  'ring history',
  (file: JobFile, [cylinder, ring, depth]: readonly [number, GappedRing, Nanometres]): RingHistory => {
    const { at } = ledgerOf(file.log);
    const gap = gapsOn(file, cylinder).get(placeKey(gapPlace(cylinder, ring, depth)));
    const since = ringsSince(file, cylinder);
    const own = (e: { readonly id: string; readonly cylinder: number; readonly ring: string }) =>
      e.cylinder === cylinder && e.ring === ring && at(e.id) > since;
    const tries = triesThatCount(file, cylinder, gap?.tries.filter((e) => at(e.id) > since) ?? []);
    const filed = FILED.in(file.log).filter(own);
    // A card that its sheet, corrected since, contradicts is of another ring.
    const cards = RING_CARD.in(file.log).filter((e) => own(e) && cardTrouble(file.engine, e) === null);
    const events = [...tries, ...filed, ...RING_STEP.in(file.log).filter(own), ...cards].sort(
      (a, b) => at(a.id) - at(b.id),
    );
    return { events, states: statesOf(events), filed, card: cards.at(-1) ?? null };
  },
);

function statesOf(events: readonly RingEvent[]): RingState[] {
  const states: RingState[] = [];
  let went: LeafEntry[] = [];
  let now: { strokes: number; tool: FilingTool | null; by: string | null; tries: LeafEntry[] } = {
    strokes: 0,
    tool: null,
    by: null,
    tries: [],
  };
  const close = (): void => {
    states.push({ ...now, bracket: leafBracket([...went, ...now.tries]) });
    went = [...went, ...now.tries.filter((t) => t.answer === 'goes')];
  };
  for (const e of events) {
    if (e.kind === 'leaf') now.tries.push(e);
    if (e.kind !== 'filed') continue;
    close();
    now = { strokes: now.strokes + e.strokes, tool: e.tool, by: e.by, tries: [] };
  }
  close();
  return states;
}

/** What was done with a ring at the depth its minimum is checked. */
export const ringHistory = (
  file: JobFile,
  cylinder: number,
  ring: GappedRing,
  depth: Nanometres,
): RingHistory => ofRing(file, [cylinder, ring, depth]);

/** The clock of a cylinder that stands: set after its rings came to hand, and as the sheet of now has it. */
export function clockOf(file: JobFile, cylinder: number): RingClock | null {
  const since = ringsSince(file, cylinder);
  const last = RING_CLOCK.since(file.log, since).findLast((e) => e.cylinder === cylinder);
  return last && clockTrouble(file.engine, last) === null ? last : null;
}
