import { exactly, linear, type Estimate } from '../gauges/index.js';
import type { JobFile } from '../job/index.js';
import {
  blockedBy,
  caveatsOf,
  extreme,
  gaugesOf,
  readThing,
  thingsOfKind,
  type ReadThing,
  type Thing,
} from '../measurands/index.js';

import { judgeValue, type Figure } from '../verdicts/index.js';
import { DECK, PIN_SIDES, PROUD, SQUISH, WIRE } from './measures.js';
import { scatter } from './scatter.js';

/** Half of what a wire springs back, U(0, 0.03), and its standard uncertainty; both ends share it. */
const SPRING = 15_000;
const U_SPRING = 30_000 / Math.sqrt(12);
/** How one end scatters, standard deviation. */
const SCATTER = 15_000;
/** A wire under so many times the result was not crushed: it proves nothing. */
const CRUSHED = 1.15;
/** Under what label the working says what is missing. */
const NOT_PROVED = 'not proved';
/** Ends further apart than this are a finding. */
const APART = 100_000;

/** Both ends of a cylinder's pin axis, as they count. */
export interface BothEnds {
  readonly thing: Thing;
  readonly cylinder: number;
  readonly read: ReadThing;
  readonly ends: readonly Estimate[];
  /** Why they prove nothing yet; null where they do. */
  readonly trouble: string | null;
  /** What is to be looked into besides. */
  readonly finding: string | null;
}

const cylinderOfThing = (t: Thing): number => Number(t.key.split(':')[1] ?? 0);
const estimateAt = (r: ReadThing, key: string): Estimate | null =>
  r.places.get(key)?.result?.estimate ?? null;

/** Squish of one cylinder: what the wire says less what it springs back. */
export function squishOf(file: JobFile, thing: Thing): BothEnds {
  const read = readThing(file, SQUISH, thing);
  const wire = estimateAt(readThing(file, WIRE, thing), '');
  const ends = PIN_SIDES.flatMap((s): Estimate[] => {
    const of = estimateAt(read, s.key);
    if (!of) return [];
    return [
      linear([
        { c: 1, of },
        { c: -1, of: exactly(SPRING) },
        { c: 1, of: scatter(`wire:${thing.key}:${s.key}`, SCATTER, 'normal') },
        { c: 1, of: scatter(`spring:${thing.key}`, U_SPRING, 'rectangular') },
      ]),
    ];
  });
  const thickest = Math.max(0, ...ends.map((e) => e.value));
  const trouble =
    ends.length === 0
      ? null
      : wire === null
        ? 'Measure the wire before it is laid: one that is not crushed proves nothing.'
        : wire.value < CRUSHED * thickest
          ? 'The wire was hardly crushed, at one end or both: nothing is proved by it. Take a thicker one.'
          : ends.length < 2
            ? 'Both ends of the pin axis, laid at once.'
            : null;
  const apart = ends.length === 2 ? Math.abs(ends[0]!.value - ends[1]!.value) : 0;
  return {
    thing,
    cylinder: cylinderOfThing(thing),
    read,
    ends,
    trouble,
    finding:
      apart > APART
        ? 'The ends are more than 0.10 mm (0.004 in) apart: head, deck or rod is not square. Look before going on.'
        : null,
  };
}

/** Deck clearance of one cylinder: positive below the deck, negative proud. */
export function deckOf(file: JobFile, thing: Thing): BothEnds {
  const read = readThing(file, DECK, thing);
  const ends = PIN_SIDES.flatMap((s): Estimate[] => {
    const [below, proud] = [estimateAt(read, s.key), estimateAt(read, `${s.key}${PROUD}`)];
    return below ? [below] : proud ? [linear([{ c: -1, of: proud }])] : [];
  });
  const both = PIN_SIDES.some(
    (s) => estimateAt(read, s.key) !== null && estimateAt(read, `${s.key}${PROUD}`) !== null,
  );
  return {
    thing,
    cylinder: cylinderOfThing(thing),
    read,
    ends,
    trouble: both
      ? 'One end is read as below the deck and as proud of it: take back the one that is not so.'
      : ends.length === 1
        ? 'Both ends of the pin axis: one alone may be tilt.'
        : null,
    finding: null,
  };
}

const mean = (ends: readonly Estimate[]): Estimate => linear(ends.map((of) => ({ c: 1 / ends.length, of })));

/** What both ends come to, nm; null while they prove nothing. */
export const endsOf = ({
  ends,
  trouble,
}: BothEnds): { readonly smaller: number; readonly mean: number } | null =>
  trouble !== null || ends.length < 2
    ? null
    : { smaller: Math.min(...ends.map((e) => e.value)), mean: mean(ends).value };

function figure(
  file: JobFile,
  of: BothEnds,
  feature: 'setup.squish' | 'setup.deck',
  side: 'min' | 'max',
): Figure {
  const { read, ends, trouble, thing } = of;
  const places = [...read.places.values()];
  const whole = endsOf(of) !== null;
  // The minimum is kept by the smaller end; the rest by both together.
  const smallest = whole && feature === 'setup.squish' && side === 'min' ? extreme(ends, 'smallest') : null;
  return judgeValue(file, {
    subject: { of: 'part', part: thing.part, thing: `${read.m.part}:${thing.key}`, name: thing.name },
    feature,
    side,
    title:
      feature === 'setup.deck' ? 'deck clearance' : side === 'min' ? 'squish, smaller end' : 'squish, mean',
    named: read.m.part.split('.')[1]!,
    // One end alone is a figure so far, and proves nothing.
    of: whole ? (smallest?.of ?? mean(ends)) : (ends[0] ?? null),
    ...(smallest ? { tailOf: smallest.tailOf } : {}),
    states: ['new', 'service'],
    progress: { read: whole ? 2 : Math.min(1, ends.length), planned: 2 },
    blockedBy: blockedBy(file, places, whole) ?? (whole ? null : 'incomplete'),
    caveats: caveatsOf(places),
    working: [
      { kind: 'text', label: 'definition', text: read.m.rules[0]!.definition },
      ...(trouble ? [{ kind: 'text' as const, label: NOT_PROVED, text: trouble }] : []),
      ...ends.map((e, i) => ({ kind: 'length' as const, label: PIN_SIDES[i]!.name, value: e.value })),
    ],
    step: Math.max(1_000, ...places.map((p) => p.step)),
    instruments: gaugesOf(file, places),
    depth: null,
    at: places.flatMap((p) => p.readings).at(-1)?.entry.at ?? '',
    ownWay: true,
  });
}

/** Verdicts on squish and deck of every cylinder that was read. */
export function endFigures(file: JobFile): Figure[] {
  const things = thingsOfKind('cylinder')(file.engine);
  const has = (feature: string) => file.engine.limits.some((l) => l.feature === feature);
  return things.flatMap((t) => {
    const [squish, deck] = [squishOf(file, t), deckOf(file, t)];
    return [
      ...(squish.ends.length > 0 && has('setup.squish')
        ? (['min', 'max'] as const).map((s) => figure(file, squish, 'setup.squish', s))
        : []),
      ...(deck.ends.length > 0 && has('setup.deck')
        ? (['min', 'max'] as const).map((s) => figure(file, deck, 'setup.deck', s))
        : []),
    ];
  });
}
