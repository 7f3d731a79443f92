import { fact } from '../job/index.js';
import type { LengthUnit } from '../units/index.js';
import { allAsked, answered, wrongAxis } from './asked.js';
import { gapsOn, gapsRead } from './gapState.js';
import { oddOf } from './odd.js';
import { placesOn, placesRead } from './placeState.js';
import type { ReadingsState } from './readingsState.js';
import type { SlipQuestion } from './slips.js';
import { fatesOf, putAside, standingAt } from './stand.js';
import { zerosOf } from './zeros.js';

/** Places of one cylinder's wall that are asked about since they do not belong to their map, with the question. */
export const doubtedOf = fact(
  'doubted',
  (file, [unit, cylinder]: readonly [LengthUnit, number]): ReadonlyMap<string, SlipQuestion> => {
    const { held } = allAsked(file, unit);
    const known = answered(file.log);
    return new Map(
      [...oddOf(file, [unit, cylinder])].flatMap(([key, sentence]) => {
        const group = standingAt(file, key).filter((s) => !held.has(s.entry.id));
        const readingId = group[0]!.entry.id;
        if (group.length >= 3 || known.has(`${readingId}:outlier`)) return [];
        return [[key, { code: 'outlier', readingId, sentence, instead: null, holds: false }] as const];
      }),
    );
  },
);

/**
 * The readings of a job that stand, by place, with the questions that are open about them; outliers are judged on the
 * whole map.
 */
export const readingsOf = fact('readings', (file, unit: LengthUnit): ReadingsState => {
  const { questions, held, accepted } = allAsked(file, unit);
  const known = answered(file.log);
  const doubted = new Map(file.engine.cylinders.flatMap((_, i) => [...doubtedOf(file, [unit, i])]));
  const { unclosed } = fatesOf(file);
  return {
    places: placesRead(file),
    gaps: gapsRead(file),
    questions: [
      ...questions,
      ...wrongAxis(file, accepted).filter((q) => !known.has(`${q.readingId}:${q.code}`)),
      ...doubted.values(),
    ],
    held,
    doubted: new Set(doubted.keys()),
    setAside: putAside(file),
    zeros: zerosOf(file.log),
    unclosed,
  };
});

/** Readings left out until their question is answered. */
export const heldOf = fact('held', (file) => allAsked(file, 'mm').held);

/** What of it belongs to one cylinder, so that whoever reads no other is not worked again for another. */
export const readingsOn = fact(
  'readings on a cylinder',
  (file, [unit, cylinder]: readonly [LengthUnit, number]): ReadingsState => {
    const all = readingsOf(file, unit);
    const places = placesOn(file, cylinder);
    const ids = new Set([...places.values()].flatMap((p) => p.readings.map((r) => r.entry.id)));
    const own = (of: ReadonlySet<string>, keys: { has: (id: string) => boolean }) =>
      new Set([...of].filter((id) => keys.has(id)));
    return {
      places,
      gaps: gapsOn(file, cylinder),
      questions: all.questions.filter((q) => ids.has(q.readingId)),
      held: own(all.held, ids),
      doubted: own(all.doubted, places),
      setAside: all.setAside,
      zeros: all.zeros,
      unclosed: own(all.unclosed, ids),
    };
  },
);
