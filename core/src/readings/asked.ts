import { ANSWER, type ReadingEntry } from '../cylinder/index.js';
import { ofLog } from '../facts/index.js';
import { fact, type JobFile } from '../job/index.js';
import { ledgerOf } from '../ledger/index.js';
import { halfTurn } from '../specs/index.js';
import type { LengthUnit } from '../units/index.js';
import { Neighbours, questionsFor } from './questions.js';
import type { SlipQuestion } from './slips.js';
import { standingByThing, standingOfThing } from './stand.js';
import { takenTwice } from './takenTwice.js';
import { zerosOf } from './zeros.js';

/** Questions that were answered “as typed”, by reading and slip. */
export const answered = ofLog(
  'answered',
  (log): ReadonlySet<string> => new Set(ANSWER.in(log).map((e) => `${e.readingId}:${e.slip}`)),
);

/** What is asked about the readings of one thing. */
interface Asked {
  /** Open questions, in the order of their readings. */
  readonly questions: readonly SlipQuestion[];
  /** Readings left out until their question is answered. */
  readonly held: ReadonlySet<string>;
  readonly accepted: readonly ReadingEntry[];
}

/**
 * Questions are asked in the order the readings were typed, each against those accepted before it, so that a later entry
 * never raises an old question anew.
 */
export const askedOf = fact('asked', (file, [unit, thing]: readonly [LengthUnit, string]): Asked => {
  const zeros = zerosOf(file.log);
  const twice = takenTwice(file.log);
  const known = answered(file.log);
  const beside = new Neighbours(file);
  const questions: SlipQuestion[] = [];
  const held = new Set<string>();
  const accepted: ReadingEntry[] = [];
  for (const { entry } of standingOfThing(file, thing)) {
    const again = twice.get(entry.id);
    const asked = questionsFor(file, entry, beside.of(entry), zeros, unit);
    const open = [...asked, ...(again ? [again] : [])].filter(
      (q) => !known.has(`${entry.id}:${q.code}`) && q.code !== 'wrong-place',
    );
    questions.push(...open);
    if (open.some((q) => q.holds)) held.add(entry.id);
    else {
      accepted.push(entry);
      beside.add(entry);
    }
  }
  return { questions, held, accepted };
});

/** The same of every thing, in the order of the log. */
export const allAsked = fact('all asked', (file, unit: LengthUnit): Asked => {
  const { at } = ledgerOf(file.log);
  const each = [...standingByThing(file).keys()].map((thing) => askedOf(file, [unit, thing]));
  return {
    questions: each.flatMap((a) => a.questions).sort((a, b) => at(a.readingId) - at(b.readingId)),
    held: new Set(each.flatMap((a) => [...a.held])),
    accepted: each.flatMap((a) => a.accepted).sort((a, b) => at(a.id) - at(b.id)),
  };
});

/** A piston across the pin is not subtracted from bores read along the pin alone. */
export function wrongAxis(file: JobFile, accepted: readonly ReadingEntry[]): SlipQuestion[] {
  return file.engine.cylinders.flatMap((name, cylinder): SlipQuestion[] => {
    const bores = accepted.filter((e) => e.station.part === 'bore' && e.station.cylinder === cylinder);
    const piston = accepted.findLast(
      (e) =>
        e.station.part === 'piston' && e.station.cylinder === cylinder && e.station.place === 'gauge-height',
    );
    const pin = halfTurn(file.engine.pinAxisDeg);
    const along =
      bores.length >= 2 && bores.every((e) => e.station.part === 'bore' && halfTurn(e.station.angle) === pin);
    return along && piston
      ? [
          {
            code: 'wrong-axis',
            readingId: piston.id,
            sentence: `Every ${name} bore reading lies along the pin, the piston across it. Read the bore on the thrust axis too, or is a direction named wrong?`,
            instead: null,
            holds: false,
          },
        ]
      : [];
  });
}
