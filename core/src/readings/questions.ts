import {
  instrumentOf,
  readingEstimate,
  uncertaintyOf,
  type TakenReading,
  type Zero,
} from '../gauges/index.js';
import { benchOf, measurandAt, nominalOf, placeKindOf, type JobFile } from '../job/index.js';
import { placeKey, type FoundOn, type ReadingEntry, type SlipCode } from '../log/index.js';
import { nm, type LengthUnit } from '../units/index.js';
import { slips, type SlipQuestion } from './slips.js';
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
  by: e.by,
  ...measurandAt(file, e.station),
  zero: e.zeroId === null ? null : (zeros.get(e.zeroId) ?? null),
});

/** Questions about one reading given those before it, in the reader's unit. */
export function questionsFor(
  file: JobFile,
  e: ReadingEntry,
  earlier: readonly ReadingEntry[],
  zeros: ReadonlyMap<string, Zero>,
  show: LengthUnit,
): SlipQuestion[] {
  const instrument = instrumentOf(file, e.instrumentId);
  const kind = placeKindOf(file, e.station);
  const thing = kind.thing(e.station);
  const same = earlier.filter((r) => r.station.part === e.station.part && kind.thing(r.station) === thing);
  const zero = e.zeroId === null ? undefined : zeros.get(e.zeroId);
  return slips(e, {
    instrument,
    nominal: nominalOf(file, e.station),
    neighbours: same.map((r) => r.value),
    u: Math.SQRT2 * uncertaintyOf(readingEstimate(takenReading(file, e, zeros), benchOf(file))).u,
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

/**
 * Slips the house finds on readings that others are to stand in for, each against what stood before it. A
 * question already answered “as typed” is found no more.
 */
export function slipsFound(file: JobFile): FoundOn {
  const claimed = new Set(
    file.log.flatMap((e) => (e.kind === 'reading' && e.corrects ? [e.corrects.readingId] : [])),
  );
  const gone = new Set(file.log.flatMap((e) => (e.kind === 'take-back' ? [e.readingId] : [])));
  const found = new Map<string, ReadonlySet<SlipCode>>();
  const none: ReadonlySet<SlipCode> = new Set();
  let zeros: ReadonlyMap<string, Zero> | null = null;
  return (id) => {
    const known = found.get(id);
    if (known) return known;
    const at = file.log.findIndex((e) => e.id === id);
    const entry = file.log[at];
    if (entry?.kind !== 'reading') return none;
    zeros ??= zerosOf(file.log);
    const before = file.log
      .slice(0, at)
      .filter((e): e is ReadingEntry => e.kind === 'reading' && !claimed.has(e.id) && !gone.has(e.id));
    const codes = new Set(questionsFor(file, entry, before, zeros, 'mm').map((q) => q.code));
    for (const e of file.log) if (e.kind === 'answer' && e.readingId === id) codes.delete(e.slip);
    found.set(id, codes);
    return codes;
  };
}
