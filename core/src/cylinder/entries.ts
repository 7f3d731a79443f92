import { fromDeviation, readingContext, type Instrument } from '../gauges/index.js';
import { byKind, integer, list, number, object, oneOf, orNull, ref, type Shape } from '../shape/index.js';
import { nm, parseReading, type LengthUnit, type Nanometres, type TypedUnit } from '../units/index.js';
import {
  entryKind,
  ledgerOf,
  length,
  NOTE,
  overPlaces,
  readsAt,
  Refused,
  shapeOfPlaces,
  size,
  TAKE_BACK,
  typed,
  type AnyEntry,
  type AnyPlace,
  type BodyOf,
  type EntryContext,
  type EntryOf,
  type PlaceKind,
} from '../ledger/index.js';
import { FILED } from './filed.js';
import { FINDING } from './finding.js';
import { PART_FINDING } from './partFinding.js';
import { PART_WORK } from './partWork.js';
import type { GapPlace, SizePlace } from './place.js';
import { LOG_PLACES } from './places/index.js';
import { SLIP_CODES, SUPERSEDES } from './slipCodes.js';
import { supersedes, type Correcting } from './correcting.js';
import { WORK_DONE } from './workDone.js';

/** A gauge as it could have been in somebody's hand on that day: of this shop for what is typed in it. */
function gaugeFor(
  context: EntryContext,
  { instrumentId, at }: { readonly instrumentId: string; readonly at: string },
  kind: Pick<PlaceKind, 'sense' | 'by' | 'part'>,
): Instrument {
  const instrument = context.instruments.find((i) => i.id === instrumentId);
  if (!instrument) throw new Refused('/instrumentId', 'There is no such gauge in this shop.');
  if (!readsAt(kind, instrument.type))
    throw new Refused('/instrumentId', `${instrument.name} does not read a ${kind.part}.`);
  if (instrument.importedBy !== null && context.importedBy === null)
    throw new Refused('/instrumentId', `${instrument.name} is a gauge of a file, not of this shop.`);
  if (instrument.retiredOn !== null && at.slice(0, 10) > instrument.retiredOn)
    throw new Refused('/instrumentId', `${instrument.name} was retired before that day.`);
  return instrument;
}

function parsed(text: string, context: Parameters<typeof parseReading>[1]) {
  const read = parseReading(text, context);
  if (!read.ok) throw new Refused('/text', read.sentence);
  return read;
}

function zeroOf(context: EntryContext, zeroId: string, instrumentId: string | null) {
  const zero = context.known(zeroId);
  if (!zero || !ZERO.is(zero)) throw new Refused('/zeroId', 'There is no such zero in this job.');
  if (instrumentId !== null && zero.instrumentId !== instrumentId)
    throw new Refused('/zeroId', 'That zero was set on another gauge.');
  return zero;
}

const named = (context: EntryContext, id: string, kinds: readonly string[]): void => {
  if (!kinds.includes(context.known(id)?.kind ?? ''))
    throw new Refused('/readingId', 'There is no such reading in this job.');
};

const STAYS = 'Readings were taken from that zero: set the gauge anew, and they are put aside.';

/** A comparator zeroed for the readings that follow. */
export const ZERO = entryKind(
  'zero',
  {
    instrumentId: ref('instrument'),
    in: byKind('kind', {
      micrometer: object({ kind: oneOf('micrometer'), instrumentId: ref('instrument') }),
      ring: object({ kind: oneOf('ring'), u: number(0, 1_000_000) }),
    }),
    /** Size set, as typed. */
    text: typed,
    value: size,
    needle: oneOf('clockwise-larger', 'clockwise-smaller'),
    repeats: integer(1, 20),
  },
  {
    added: ['value'],
    stays: STAYS,
    read: (sent, context) => {
      const instrument = gaugeFor(context, sent, { sense: 'inside', part: 'bore' });
      if (instrument.type !== 'dial-bore')
        throw new Refused('/instrumentId', 'Only a dial bore gauge is zeroed and read by deviation.');
      const from = sent.in;
      const micrometer =
        from.kind === 'micrometer' ? context.instruments.find((i) => i.id === from.instrumentId) : null;
      if (micrometer !== null && micrometer?.type !== 'micrometer')
        throw new Refused('/in/instrumentId', 'It has to be set in a micrometer of this shop.');
      return { value: parsed(sent.text, { unit: micrometer?.unit ?? instrument.unit }).value };
    },
  },
);

/** Farther off than this a gauge is adjusted, not corrected, nm. */
const MOST_OFF = 100_000;

/**
 * A micrometer or calliper closed, or set on its standard, at the start of a session: what it shows there is taken off
 * what it shows from then on.
 */
export const ZERO_CHECK = entryKind(
  'zero-check',
  {
    instrumentId: ref('instrument'),
    /** Size of the standard, nm; 0 where its faces were closed. */
    standard: size,
    /** What it shows there, as typed; below nothing with a minus. */
    text: typed,
    value: length,
  },
  {
    added: ['value'],
    read: (sent, context) => {
      const instrument = context.instruments.find((i) => i.id === sent.instrumentId);
      if (!instrument) throw new Refused('/instrumentId', 'There is no such gauge in this shop.');
      if (instrument.type !== 'micrometer' && instrument.type !== 'calliper')
        throw new Refused('/instrumentId', 'A micrometer or a calliper is closed or set on its standard.');
      if (instrument.importedBy !== null && context.importedBy === null)
        throw new Refused('/instrumentId', `${instrument.name} is a gauge of a file, not of this shop.`);
      const below = /^\s*[-−–]/u.test(sent.text);
      const read = parsed(below ? sent.text.replace(/^\s*[-−–]/u, '') : sent.text, {
        unit: instrument.unit,
      });
      const value = nm(below ? -read.value : read.value);
      if (Math.abs(value - sent.standard) > MOST_OFF)
        throw new Refused(
          '/text',
          'More than a tenth of a millimetre off: adjust the gauge, or is it the wrong standard? Nothing was kept.',
        );
      return { value };
    },
  },
);

/** The kind of place something was read at, where it stands on this engine. */
function placeOn(kinds: readonly PlaceKind[], place: AnyPlace, context: EntryContext): PlaceKind {
  const kind = kinds.find((k) => k.part === place.part);
  if (!kind) throw new Refused('/station/part', 'There is no such place for a gauge.');
  kind.on(place, context.engine);
  return kind;
}

/** Whether leaves bracket a place; any other is read as a size. */
const isGapKind = (kind: PlaceKind): boolean => kind.sense === 'gap';

/** Readings at any of several kinds of place. */
const readingAt = (kinds: readonly PlaceKind[]) =>
  entryKind(
    'reading',
    {
      station: shapeOfPlaces(kinds.filter((k) => !isGapKind(k))) as Shape<SizePlace>,
      instrumentId: ref('instrument'),
      text: typed,
      unit: oneOf('mm', 'um', 'in', 'thou', 'tenths'),
      value: length,
      step: number(0, 1e9),
      corrects: orNull(object({ readingId: ref('entry'), slip: oneOf(...SLIP_CODES) })),
      zeroId: orNull(ref('entry')),
      seen: orNull(ref('entry')),
    },
    {
      added: ['unit', 'value', 'step'],
      optional: ['corrects', 'zeroId', 'seen'],
      read: (sent, context) => {
        const kind = placeOn(kinds, sent.station, context);
        const instrument = gaugeFor(context, sent, kind);
        const zero = sent.zeroId === null ? null : zeroOf(context, sent.zeroId, sent.instrumentId);
        const read = parsed(sent.text, readingContext(instrument, zero !== null));
        const value = zero ? fromDeviation(zero, read.value) : read.value;
        // A needle may well stand still.
        if (value < 0 || (value === 0 && kind.sense !== 'travel'))
          throw new Refused('/text', 'That makes a size of nothing or less.');
        const added = { unit: read.unit, value, step: read.step };
        standsIn({ ...sent, ...added }, context);
        return added;
      },
    },
  );

/** One reading with a gauge, kept as it was typed; at the places of every room of a house. */
export const READING = overPlaces(LOG_PLACES, readingAt);
export type ReadingEntry = EntryOf<typeof READING>;

/** A reading stands in for another only where a named slip was found on that one, at the same place. */
function standsIn(entry: Correcting, context: EntryContext): void {
  if (!entry.corrects) return;
  const { readingId, slip } = entry.corrects;
  const of = context.known(readingId);
  if (of?.kind !== 'reading')
    throw new Refused('/corrects/readingId', 'There is no such reading in this job.');
  // Within the gauge's scatter it is kept as a repeat, which is for the judgement to say, not a refusal.
  if (supersedes(entry, of as AnyEntry & Correcting, context.found(readingId), () => -1)) return;
  throw new Refused(
    '/corrects',
    !SUPERSEDES.has(slip)
      ? 'Such a slip is answered; no other reading stands in for it.'
      : context.found(readingId).has(slip)
        ? 'A reading stands in only for one of the same place.'
        : 'That slip was not found on the reading it is to stand in for.',
  );
}

/** Leaves tried at any of several kinds of gap. */
const leafAt = (kinds: readonly PlaceKind[]) =>
  entryKind(
    'leaf',
    {
      station: shapeOfPlaces(kinds.filter(isGapKind)) as Shape<GapPlace>,
      instrumentId: ref('instrument'),
      stack: list(integer<Nanometres>(1, 100_000_000), 1, 3),
      answer: oneOf('goes', 'drags', 'does-not'),
    },
    {
      read: (sent, context) => {
        const instrument = gaugeFor(context, sent, placeOn(kinds, sent.station, context));
        if (sent.stack.some((t) => !instrument.leaves.includes(nm(t))))
          throw new Refused('/stack', `${instrument.name} holds no such leaf.`);
        if (new Set(sent.stack).size < sent.stack.length)
          throw new Refused('/stack', `${instrument.name} holds each leaf once.`);
      },
    },
  );

/** One leaf or stack tried in a gap; in the gaps of every room of a house. */
export const LEAF = overPlaces(LOG_PLACES, leafAt);

/** The comparator put back into its setting after a map. */
export const CLOSING_ZERO = entryKind(
  'closing-zero',
  {
    zeroId: ref('entry'),
    /** Deviation on the dial as typed, clockwise positive. */
    text: typed,
    value: length,
  },
  {
    added: ['value'],
    stays: STAYS,
    read: (sent, context) => {
      const of = zeroOf(context, sent.zeroId, null);
      const instrument = context.instruments.find((i) => i.id === of.instrumentId);
      if (of.importedBy !== null && context.importedBy === null)
        throw new Refused(
          '/zeroId',
          'That zero was set on a gauge of a file: nobody here can find it again.',
        );
      return { value: parsed(sent.text, readingContext({ unit: instrument?.unit ?? 'mm' }, true)).value };
    },
  },
);

/** A slip question answered “as typed”, so that it is not asked again. */
export const ANSWER = entryKind(
  'answer',
  { readingId: ref('entry'), slip: oneOf(...SLIP_CODES) },
  {
    read: (sent, context) => named(context, sent.readingId, ['reading']),
  },
);

export type LeafEntry = EntryOf<typeof LEAF>;
export type ZeroEntry = EntryOf<typeof ZERO>;
export type ZeroCheckEntry = EntryOf<typeof ZERO_CHECK>;

/** What gauges and leaves said, in order, with what was taken back. */
export const takenIn = (log: readonly AnyEntry[]): readonly (ReadingEntry | LeafEntry)[] =>
  ledgerOf(log).all([READING.kind, LEAF.kind]) as readonly (ReadingEntry | LeafEntry)[];

/** Kinds that several rooms read. A room's own kinds stand in its own folder. */
export const LOG_KINDS = {
  measured: [READING, LEAF, ZERO, CLOSING_ZERO, ZERO_CHECK, TAKE_BACK, ANSWER],
  found: [FINDING, PART_FINDING],
  done: [WORK_DONE, NOTE, PART_WORK],
  filed: [FILED],
} as const;
type LogKind = (typeof LOG_KINDS)[keyof typeof LOG_KINDS][number];

/** An entry of one of the kinds that several rooms read. A log may hold others. */
export type LogEntry = EntryOf<LogKind>;
/** What a screen sends of one. */
export type NewEntry = BodyOf<LogKind>;

/** Unit a typed unit belongs to. */
export const systemOf = (unit: TypedUnit): LengthUnit => (unit === 'mm' || unit === 'um' ? 'mm' : 'in');
export type ClosingZero = EntryOf<typeof CLOSING_ZERO>;
