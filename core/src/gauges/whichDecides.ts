import type { Consequence } from '../features/index.js';
import { uncertaintyOf } from './estimate.js';
import { atHand, READS, type Instrument, type Sense } from './instrument.js';
import { readingEstimate, type Bench, type TakenReading } from './readingEstimate.js';
import { conformance, decide, type ShopRules } from './verdict.js';

export interface GaugeOutlook {
  readonly instrument: Instrument;
  /** Standard uncertainty of one reading with it, nm. */
  readonly u: number;
  /** P that the limit is kept, if this gauge showed the same figure. */
  readonly p: number;
  readonly state: 'within' | 'undecided' | 'beyond';
}

/**
 * What each of the shop's gauges could say about a figure near a limit, had it shown that figure: the
 * answer to "which of my gauges decides this?". Only gauges that reach the size and the kind of part.
 * @returns surest first
 */
export function whichDecides(
  question: {
    readonly value: number;
    readonly side: 'max' | 'min';
    readonly limit: number;
    readonly consequence: Consequence;
    readonly of: Sense;
  } & Pick<TakenReading, 'at' | 'material' | 'part' | 'by' | 'thermalPart'>,
  bench: Bench,
  rules: ShopRules,
): GaugeOutlook[] {
  return bench.instruments
    .filter(
      (i) =>
        atHand(i) &&
        READS[i.type].includes(question.of) &&
        i.contacts === 2 &&
        question.value >= i.rangeLow &&
        question.value <= i.rangeHigh,
    )
    .map((instrument) => {
      const reading: TakenReading = {
        id: 'asked',
        place: 'asked',
        value: question.value,
        instrumentId: instrument.id,
        sense: question.of,
        at: question.at,
        part: question.part,
        material: question.material,
        ...(question.by === undefined ? {} : { by: question.by }),
        ...(question.thermalPart === undefined ? {} : { thermalPart: question.thermalPart }),
      };
      const { u, dof } = uncertaintyOf(readingEstimate(reading, bench));
      const p = conformance(question.value, question.side, question.limit, u, dof);
      return { instrument, u, p, state: decide(p, question.consequence, rules) };
    })
    .sort((a, b) => a.u - b.u);
}
