import {
  isGap,
  isOfCylinder,
  LEAF,
  leafBracket,
  nextLeaf,
  nominalOf,
  placeKey,
  type Instrument,
  type LeafAnswer,
  type LeafBracket,
  type Nanometres,
  type Place,
} from '@tribos/core/ground';
import { gapLimits, type SentEntry } from '@tribos/core/house';
import { leafToTry } from '@tribos/core/measurands';
import { readingsOf, nextPlace } from '@tribos/core/readings';
import { tick } from '../gaugeLine/index.js';
import { newEntry, type JobContext } from '../job/index.js';
import type { Bar, Leaves, OwnWalk } from './reading.js';

const NO_BRACKET = { low: null, high: null, lowLeaves: 0, highLeaves: 0, contradicts: false } as const;
/** Most leaves in a stack. */
const STACK = 3;

/** Leaves at a gap: what is laid together, what is proposed, and what an answer becomes; null where none are tried. */
export function leavesAt({
  context: { file, unit },
  station,
  gauge,
  own,
  walk,
  stack,
  setStack,
  stay,
  send,
  pick,
  trouble,
  setSay,
}: {
  readonly context: JobContext;
  readonly station: Place;
  readonly gauge: Instrument | null;
  readonly own: OwnWalk;
  readonly walk: readonly Place[];
  /** What somebody laid together; null while what is proposed lies there. */
  readonly stack: readonly Nanometres[] | null;
  readonly setStack: (to: readonly Nanometres[] | null) => void;
  readonly stay: () => void;
  readonly send: (entries: SentEntry[]) => void;
  readonly pick: (to: Place) => void;
  readonly trouble: (what: string) => void;
  readonly setSay: (say: Bar['say']) => void;
}): Leaves | null {
  if (!isGap(file, station) || !gauge) return null;
  const readings = readingsOf(file, unit);
  const here = placeKey(station);
  const gap = readings.gaps.get(here) ?? null;
  const set = gauge.leaves;
  const wanted = own.propose?.(station, set);
  /** By its limits where the gap is of a thing of the engine, else by halves. */
  const narrows = (bracket: LeafBracket): readonly Nanometres[] | null => {
    const expected = nominalOf(file, station);
    if (isOfCylinder(station)) return nextLeaf(set, bracket, expected);
    const limits = gapLimits(file, station);
    return leafToTry(set, bracket, limits, gauge.maxError + limits.slack, expected);
  };
  const proposal = wanted === undefined ? narrows(gap?.bracket ?? NO_BRACKET) : wanted;
  const answer = (is: LeafAnswer): void => {
    const laid = stack ?? proposal ?? [];
    if (laid.length === 0) return trouble('Choose a leaf first: nothing in the set narrows this.');
    send([newEntry(LEAF, { station, instrumentId: gauge.id, stack: [...laid], answer: is })]);
    tick();
    setStack(null);
    setSay(null);
    // A thing whose leaves have told what they can is done with: the next one is taken.
    if (isOfCylinder(station)) return;
    const after = leafBracket([...(gap?.tries ?? []), { stack: laid, answer: is }]);
    const next = narrows(after) === null ? nextPlace(walk, readings, here) : null;
    if (next && placeKey(next) !== here) pick(next);
  };
  return {
    set,
    stack: stack ?? proposal ?? [],
    proposal,
    near: own.near?.(station) ?? null,
    waits: wanted === null,
    typedFor: own.typedFor ?? null,
    gap,
    toggle: (leaf) => {
      const laid = stack ?? [];
      stay();
      if (laid.includes(leaf)) setStack(laid.filter((l) => l !== leaf));
      else setStack(laid.length < STACK ? [...laid, leaf] : [leaf]);
    },
    answer,
  };
}
