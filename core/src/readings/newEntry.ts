import { fromDeviation, READS, readingContext, type Instrument } from '../gauges/index.js';
import type { EngineSpec } from '../specs/index.js';
import { nm, parseReading } from '../units/index.js';
import { isBlocked } from './plan.js';
import type {
  AnswerEntry,
  ClosingZeroEntry,
  FindingEntry,
  LeafEntry,
  LogEntry,
  NoteEntry,
  ReadingEntry,
  TakeBackEntry,
  WorkEntry,
  ZeroEntry,
} from './log.js';
import { SUPERSEDES } from './slips.js';
import { supersedes, type FoundOn } from './standing.js';
import { resizes } from './reopens.js';
import { senseOf, type Station } from './station.js';

/** What a screen sends: an entry without what only the reader of it adds (who, and what the text says). */
export type NewEntry =
  | (Omit<ReadingEntry, 'by' | 'unit' | 'value' | 'step' | 'corrects' | 'zeroId' | 'seen'> & {
      readonly corrects?: ReadingEntry['corrects'] | undefined;
      readonly zeroId?: string | null | undefined;
      readonly seen?: string | null | undefined;
    })
  | Omit<LeafEntry, 'by'>
  | Omit<ZeroEntry, 'by' | 'value'>
  | Omit<ClosingZeroEntry, 'by' | 'value'>
  | Omit<TakeBackEntry, 'by'>
  | Omit<AnswerEntry, 'by'>
  | (Omit<FindingEntry, 'by' | 'nail'> & { readonly nail?: FindingEntry['nail'] | undefined })
  | Omit<WorkEntry, 'by'>
  | Omit<NoteEntry, 'by'>;

export interface EntryContext {
  readonly by: string;
  readonly engine: EngineSpec;
  readonly instruments: readonly Instrument[];
  /** An entry that stands before this one, by id. */
  readonly known: (id: string) => LogEntry | undefined;
  /** Slips the house found on a reading before this one. */
  readonly found: FoundOn;
}

export type EntryReading =
  | { readonly ok: true; readonly entry: LogEntry }
  | { readonly ok: false; readonly path: string; readonly sentence: string };

/** Thrown inside only, so that each check is one line. */
class Refused {
  constructor(
    readonly path: string,
    readonly sentence: string,
  ) {}
}

function onEngine(engine: EngineSpec, s: Station): void {
  if (s.cylinder >= engine.cylinders.length)
    throw new Refused('/station/cylinder', 'This engine has no such cylinder.');
  if ((s.part === 'bore' || s.part === 'ring-gap') && s.depth > engine.wallDepth)
    throw new Refused('/station/depth', 'That is below the end of the wall.');
  if (s.part === 'bore' && isBlocked(engine, s.depth, s.angle))
    throw new Refused('/station/angle', 'A contact would stand in a port there.');
  if ((s.part === 'piston' || s.part === 'clearance') && s.kit !== null) onKit(engine, s.kit, '/station/kit');
}

function onKit(engine: EngineSpec, kit: string, path: string): void {
  if (!engine.kits.some((k) => k.id === kit)) throw new Refused(path, 'This engine has no such kit.');
}

function gaugeFor(context: EntryContext, instrumentId: string, part: Station['part']): Instrument {
  const instrument = context.instruments.find((i) => i.id === instrumentId);
  if (!instrument) throw new Refused('/instrumentId', 'There is no such gauge in this shop.');
  if (!READS[instrument.type].includes(senseOf({ part })))
    throw new Refused('/instrumentId', `${instrument.name} does not read a ${part}.`);
  return instrument;
}

function zeroOf(context: EntryContext, zeroId: string, instrumentId: string | null): ZeroEntry {
  const zero = context.known(zeroId);
  if (zero?.kind !== 'zero') throw new Refused('/zeroId', 'There is no such zero in this job.');
  if (instrumentId !== null && zero.instrumentId !== instrumentId)
    throw new Refused('/zeroId', 'That zero was set on another gauge.');
  return zero;
}

function parsed(text: string, context: Parameters<typeof parseReading>[1]) {
  const read = parseReading(text, context);
  if (!read.ok) throw new Refused('/text', read.sentence);
  return read;
}

function reading(body: Extract<NewEntry, { kind: 'reading' }>, context: EntryContext): ReadingEntry {
  const instrument = gaugeFor(context, body.instrumentId, body.station.part);
  onEngine(context.engine, body.station);
  const zero = body.zeroId ? zeroOf(context, body.zeroId, body.instrumentId) : null;
  const read = parsed(body.text, readingContext(instrument, zero !== null));
  const value = zero ? fromDeviation(zero, read.value) : read.value;
  if (value <= 0) throw new Refused('/text', 'That makes a size of nothing or less.');
  const { id, at, station, text } = body;
  const entry: ReadingEntry = {
    id,
    at,
    by: context.by,
    kind: 'reading',
    station,
    instrumentId: instrument.id,
    text,
    unit: read.unit,
    value,
    step: read.step,
    corrects: body.corrects ?? null,
    zeroId: zero?.id ?? null,
    seen: body.seen ?? null,
  };
  corrects(entry, context);
  return entry;
}

/** A reading stands in for another only where a named slip was found on that one, at the same place. */
function corrects(entry: ReadingEntry, context: EntryContext): void {
  if (!entry.corrects) return;
  const { readingId, slip } = entry.corrects;
  const of = context.known(readingId);
  if (of?.kind !== 'reading')
    throw new Refused('/corrects/readingId', 'There is no such reading in this job.');
  // Within the gauge's scatter it is kept as a repeat, which is for the judgement to say, not a refusal.
  if (!supersedes(entry, of, context.found(readingId), () => -1))
    throw new Refused(
      '/corrects',
      !SUPERSEDES.has(slip)
        ? 'Such a slip is answered; no other reading stands in for it.'
        : context.found(readingId).has(slip)
          ? 'A reading stands in only for one of the same place.'
          : 'That slip was not found on the reading it is to stand in for.',
    );
}

function zero(body: Extract<NewEntry, { kind: 'zero' }>, context: EntryContext): ZeroEntry {
  const instrument = gaugeFor(context, body.instrumentId, 'bore');
  if (instrument.type !== 'dial-bore')
    throw new Refused('/instrumentId', 'Only a dial bore gauge is zeroed and read by deviation.');
  const from = body.in;
  const micrometer =
    from.kind === 'micrometer' ? context.instruments.find((i) => i.id === from.instrumentId) : null;
  if (micrometer !== null && micrometer?.type !== 'micrometer')
    throw new Refused('/in/instrumentId', 'It has to be set in a micrometer of this shop.');
  const read = parsed(body.text, { unit: micrometer?.unit ?? instrument.unit });
  const { id, at, text, needle, repeats } = body;
  return {
    id,
    at,
    by: context.by,
    kind: 'zero',
    instrumentId: instrument.id,
    in: from,
    text,
    value: read.value,
    needle,
    repeats,
  };
}

function entry(body: NewEntry, context: EntryContext): LogEntry {
  const { by, engine } = context;
  switch (body.kind) {
    case 'reading':
      return reading(body, context);
    case 'leaf': {
      const instrument = gaugeFor(context, body.instrumentId, body.station.part);
      onEngine(engine, body.station);
      if (body.stack.some((t) => !instrument.leaves.includes(nm(t))))
        throw new Refused('/stack', `${instrument.name} holds no such leaf.`);
      if (new Set(body.stack).size < body.stack.length)
        throw new Refused('/stack', `${instrument.name} holds each leaf once.`);
      return { ...body, by };
    }
    case 'zero':
      return zero(body, context);
    case 'closing-zero': {
      const of = zeroOf(context, body.zeroId, null);
      const instrument = context.instruments.find((i) => i.id === of.instrumentId);
      const read = parsed(body.text, readingContext({ unit: instrument?.unit ?? 'mm' }, true));
      return { ...body, by, value: read.value };
    }
    case 'take-back':
      if (!['reading', 'leaf', 'finding'].includes(context.known(body.readingId)?.kind ?? ''))
        throw new Refused('/readingId', 'There is no such reading in this job.');
      return { ...body, by };
    case 'answer':
      if (context.known(body.readingId)?.kind !== 'reading')
        throw new Refused('/readingId', 'There is no such reading in this job.');
      return { ...body, by };
    case 'finding':
      if (body.cylinder >= engine.cylinders.length)
        throw new Refused('/cylinder', 'This engine has no such cylinder.');
      if (body.place && body.place.depth > engine.wallDepth)
        throw new Refused('/place/depth', 'That is below the end of the wall.');
      return { ...body, nail: body.nail ?? null, by };
    case 'work':
      if (body.cylinder !== null && body.cylinder >= engine.cylinders.length)
        throw new Refused('/cylinder', 'This engine has no such cylinder.');
      if (body.kitId !== null) onKit(engine, body.kitId, '/kitId');
      if (body.ticket && body.ticket.low >= body.ticket.high)
        throw new Refused('/ticket', 'The ticket must run from low to high.');
      if (body.ticket && !resizes(body.what))
        throw new Refused('/ticket', 'A ticket belongs to work that makes a wall of another size.');
      return { ...body, by };
    case 'note':
      return { ...body, by };
  }
}

/**
 * Reads what a screen sent as the log will hold it: the one place where text becomes a value, used by the
 * server when it keeps an entry and by the screen while the entry still waits.
 */
export function readEntry(body: NewEntry, context: EntryContext): EntryReading {
  try {
    return { ok: true, entry: entry(body, context) };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, path: error.path, sentence: error.sentence };
    throw error;
  }
}
