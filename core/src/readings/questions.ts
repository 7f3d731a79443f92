import { ledgerOf, type FoundOn, placeKey, takenAt } from '../ledger/index.js';
import { READING, ANSWER, type ReadingEntry, type SlipCode } from '../cylinder/index.js';
import {
  instrumentOf,
  readingEstimate,
  uncertaintyOf,
  type TakenReading,
  type Zero,
} from '../gauges/index.js';
import { benchOf, measurandAt, nominalOf, placeKindOf, type JobFile } from '../job/index.js';
import { groupBy, MedianWindow } from '../statistics/index.js';
import { nm, type LengthUnit, type Nanometres } from '../units/index.js';
import { besideOf, slips, type Beside, type SlipQuestion } from './slips.js';
import { checkBehind } from './zeroChecks.js';
import { zerosOf } from './zeros.js';

export const takenReading = (
  file: JobFile,
  e: ReadingEntry,
  zeros: ReadonlyMap<string, Zero>,
): TakenReading => ({
  id: e.id,
  value: e.value,
  instrumentId: e.instrumentId,
  place: placeKey(e.station),
  at: e.at,
  on: takenAt(e),
  by: e.by,
  ...measurandAt(file, e.station),
  zero: e.zeroId === null ? null : (zeros.get(e.zeroId) ?? null),
  check: checkBehind(file, e.id),
});

/** As many as the largest whole map has; what stood longer ago says nothing more. */
const MOST_NEIGHBOURS = 240;

const NOTHING = besideOf([]);

/** Readings by the thing they are of, as they come: what stands beside the next one. */
export class Neighbours {
  private readonly byThing = new Map<
    string,
    { readonly values: Nanometres[]; readonly window: MedianWindow }
  >();

  constructor(private readonly file: JobFile) {}

  add(e: ReadingEntry): void {
    const thing = this.thing(e);
    const kept = this.byThing.get(thing) ?? { values: [], window: new MedianWindow(MOST_NEIGHBOURS) };
    kept.values.push(e.value);
    kept.window.add(e.value);
    this.byThing.set(thing, kept);
  }

  /** How many stand beside a reading so far. */
  count(e: ReadingEntry): number {
    return this.byThing.get(this.thing(e))?.values.length ?? 0;
  }

  /** What stands beside a reading now. */
  of(e: ReadingEntry): Beside {
    return this.byThing.get(this.thing(e))?.window ?? NOTHING;
  }

  /** What stood beside it when there were only so many. */
  at(e: ReadingEntry, first: number): Beside {
    const values = this.byThing.get(this.thing(e))?.values ?? [];
    return besideOf(values.slice(Math.max(0, first - MOST_NEIGHBOURS), first));
  }

  private thing({ station }: ReadingEntry): string {
    return placeKindOf(this.file, station).thing(station);
  }
}

/** Questions about one reading given those beside it, in the reader's unit. */
export function questionsFor(
  file: JobFile,
  e: ReadingEntry,
  neighbours: Beside,
  zeros: ReadonlyMap<string, Zero>,
  show: LengthUnit,
): SlipQuestion[] {
  const instrument = instrumentOf(file, e.instrumentId);
  const kind = placeKindOf(file, e.station);
  const zero = e.zeroId === null ? undefined : zeros.get(e.zeroId);
  const span = kind.span?.(e.station, file.engine) ?? null;
  const expected = kind.expected?.(e.station, file.engine) ?? null;
  return slips(e, {
    instrument,
    nominal: nominalOf(file, e.station),
    neighbours,
    u: () => Math.SQRT2 * uncertaintyOf(readingEstimate(takenReading(file, e, zeros), benchOf(file))).u,
    ...(span ? { span } : {}),
    ...(expected ? { expected } : {}),
    offGaugeHeight: kind.beside?.(e.station) ?? false,
    ...(zero
      ? {
          deviation: {
            zero: nm(zero.value),
            deviation: e.value - zero.value,
            travel: instrument.travel,
          },
        }
      : {}),
    show,
  });
}

/** Worked when first asked for. */
function lazily<T>(work: () => T): () => T {
  let done: { readonly value: T } | null = null;
  return () => (done ??= { value: work() }).value;
}

/**
 * Slips the house finds on readings that others are to stand in for, each against what stood before it. A
 * question already answered “as typed” is found no more.
 */
export function slipsFound(file: JobFile): FoundOn {
  const claimed = new Set(READING.all(file.log).flatMap((e) => (e.corrects ? [e.corrects.readingId] : [])));
  const { isBack } = ledgerOf(file.log);
  const found = new Map<string, ReadonlySet<SlipCode>>();
  const none: ReadonlySet<SlipCode> = new Set();
  const indexed = lazily(() => {
    const beside = new Neighbours(file);
    /** Each reading with how many of its thing stood before it. */
    const before = new Map<string, { readonly entry: ReadingEntry; readonly count: number }>();
    for (const entry of READING.all(file.log)) {
      before.set(entry.id, { entry, count: beside.count(entry) });
      if (!claimed.has(entry.id) && !isBack(entry)) beside.add(entry);
    }
    const answers = groupBy(ANSWER.in(file.log), (e) => e.readingId);
    return { beside, before, answers, zeros: zerosOf(file.log) };
  });
  return (id) => {
    const known = found.get(id);
    if (known) return known;
    const { beside, before, answers, zeros } = indexed();
    const at = before.get(id);
    if (!at) return none;
    const neighbours = beside.at(at.entry, at.count);
    const codes = new Set(questionsFor(file, at.entry, neighbours, zeros, 'mm').map((q) => q.code));
    for (const { slip } of answers.get(id) ?? []) codes.delete(slip);
    found.set(id, codes);
    return codes;
  };
}
