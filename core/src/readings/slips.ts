import type { Instrument } from '../gauges/index.js';
import type { SlipCode } from '../cylinder/index.js';
import { median } from '../statistics/index.js';
import { nm, NM_PER, toDecimal, type LengthUnit, type Nanometres, type TypedUnit } from '../units/index.js';

/** A question about a reading. It is stored as typed whatever the answer. */
export interface SlipQuestion {
  readonly code: SlipCode;
  readonly readingId: string;
  readonly sentence: string;
  /** What accepting the suggestion would enter instead, or null when there is nothing to correct. */
  readonly instead: string | null;
  /** Until answered, the reading is left out of the verdicts: it cannot be what it says. */
  readonly holds: boolean;
}

export interface SlipInput {
  readonly id: string;
  readonly text: string;
  readonly value: Nanometres;
  readonly unit: TypedUnit;
  readonly step: number;
}

/** What stands beside a reading: how many, and their median, nm. */
export interface Beside {
  readonly count: number;
  /** NaN of none. */
  readonly middle: number;
}

export const besideOf = (values: readonly number[]): Beside => ({
  count: values.length,
  middle: values.length === 0 ? Number.NaN : median(values),
});

export interface SlipContext {
  readonly instrument: Pick<Instrument, 'type' | 'resolution' | 'unit' | 'name'>;
  /** Size the drawing gives for this place. */
  readonly nominal: Nanometres;
  /** Standing readings of the same part, the one in question left out. */
  readonly neighbours: Beside;
  /** Standard uncertainty of the difference to a neighbour, nm; asked for only where a question hangs on it. */
  readonly u: () => number;
  /** Off the maker's gauge height, across the wrong axis: kept, not used. */
  readonly offGaugeHeight?: boolean;
  /** Comparator mode: the size set, the deviation typed (in the sense of the bore) and the dial's travel, nm. */
  readonly deviation?: {
    readonly zero: Nanometres;
    readonly deviation: number;
    readonly travel: number | null;
  };
  /**
   * Where a clearance, a gap or a needle's travel is expected, nm: such a figure has no size of its own to be held
   * against, only its limits.
   */
  readonly span?: { readonly low: number; readonly high: number };
  /**
   * Sizes that the limits of a thing lead one to expect, nm: a plate a millimetre thick wears by more than 2 % of it.
   */
  readonly expected?: { readonly low: number; readonly high: number };
  /** Unit to speak in. */
  readonly show: LengthUnit;
}

const NEAR = 0.02;
/** One turn of the thimble. */
const TURN: Record<LengthUnit, number> = { mm: 0.5 * NM_PER.mm, in: 0.025 * NM_PER.in };

/** Within what limits lead one to expect, and once more as much to either side. */
const about = (value: number, { low, high }: { readonly low: number; readonly high: number }): boolean => {
  const room = Math.max(high - low, NEAR * high);
  return value >= low - room && value <= high + room;
};

const bare = (text: string): string =>
  text.replace(/\s*(mm|um|µm|μm|inch|in|"|″|thou|tenths?)\s*$/iu, '').trim();

/**
 * Questions about one reading: unit, thimble turn, finer than the gauge resolves, off the gauge height.
 * Asked, never corrected silently. Outliers need the whole map: see `outliers`.
 * @returns the most serious first
 */
export function slips(reading: SlipInput, context: SlipContext): SlipQuestion[] {
  const { instrument, nominal, neighbours, show } = context;
  const questions: SlipQuestion[] = [];
  const near = (value: number) =>
    Math.abs(value / nominal - 1) <= NEAR || (context.expected ? about(value, context.expected) : false);
  const asked = (code: SlipCode, sentence: string, instead: string | null, holds: boolean): SlipQuestion => ({
    code,
    readingId: reading.id,
    sentence,
    instead,
    holds,
  });
  const ask = (...what: Parameters<typeof asked>) => void questions.push(asked(...what));

  if (context.deviation) {
    questions.push(...deviationSlips(reading, context, asked));
    return questions;
  }

  if (context.span) {
    questions.push(...spanSlips(reading, context.span, show, asked), ...tooFine(reading, instrument, asked));
    return questions;
  }

  if (!near(reading.value)) {
    const metric = reading.unit === 'mm' || reading.unit === 'um';
    const other = metric ? reading.value * 25.4 : reading.value / 25.4;
    const otherUnit = metric ? 'in' : 'mm';
    if (near(other) && (reading.unit === 'mm' || reading.unit === 'in')) {
      ask(
        'unit',
        `${reading.text} fits this ${toDecimal(nominal, show, show === 'mm' ? 1 : 3)} ${show} place only in ${otherUnit === 'in' ? 'inches' : 'millimetres'}. Was it ${otherUnit}?`,
        `${bare(reading.text)} ${otherUnit}`,
        true,
      );
    }
  }

  const at = neighbours.count > 0 ? neighbours.middle : nominal;
  const off = reading.value - at;
  // With nothing beside it the nominal stands in, and the wear an old engine may show has to be let through.
  const slack = () => (neighbours.count > 0 ? Math.max(3 * context.u(), 0.04 * NM_PER.mm) : 0.2 * NM_PER.mm);
  for (const system of ['mm', 'in'] as const) {
    const short = Math.abs(Math.abs(off) - TURN[system]);
    // Nearer to where it is expected than to a turn away from it: no turn was missed.
    if (system !== instrument.unit || short > TURN[system] / 2 || short > slack()) continue;
    // A calliper slides and a needle goes round: neither has a thimble to be a turn off.
    if (instrument.type === 'calliper' || instrument.type === 'dial') continue;
    // With nothing beside it, what the limits of a thin part let one expect is no turn missed.
    if (neighbours.count === 0 && context.expected && about(reading.value, context.expected)) continue;
    const corrected = nm(reading.value - Math.sign(off) * TURN[system]);
    const text = `${toDecimal(corrected, system, system === 'mm' ? 3 : 4)} ${system}`;
    ask(
      'thimble-turn',
      `${reading.text} is one turn of the thimble (${system === 'mm' ? '0.500 mm' : '0.025 in'}) from ${neighbours.count > 0 ? 'its neighbours' : 'the nominal size'}. Was it ${text}?`,
      text,
      true,
    );
  }

  if (questions.length === 0 && !near(reading.value)) {
    ask(
      'mistyped',
      `${reading.text} is more than 2 % from the ${toDecimal(nominal, show, show === 'mm' ? 1 : 3)} ${show} of this place. Is it what the gauge showed?`,
      null,
      true,
    );
  }

  questions.push(...tooFine(reading, instrument, asked));
  if (context.offGaugeHeight) {
    ask(
      'wrong-place',
      'Not at the maker’s gauge height: kept under its own name, not used for clearance. Take it again at the gauge height.',
      null,
      false,
    );
  }
  return questions;
}

/** Whether a value is one that a gauge of such a step can show. */
const onStep = (value: number, step: number): boolean => {
  const steps = value / step;
  return Math.abs(steps - Math.round(steps)) < 1e-6;
};

type Asked = (code: SlipCode, sentence: string, instead: string | null, holds: boolean) => SlipQuestion;

/** More digits than the gauge shows. */
const tooFine = (
  reading: SlipInput,
  instrument: SlipContext['instrument'],
  asked: Asked,
): readonly SlipQuestion[] =>
  // A metric micron typed at a ten-thousandth gauge is a conversion, not a claim; a gauge that steps by two
  // shows as many digits as one that steps by one.
  reading.step > 0 &&
  reading.step < instrument.resolution * 0.9 &&
  !onStep(reading.value, instrument.resolution)
    ? [
        asked(
          'too-fine',
          `${reading.text} has more digits than ${instrument.name} shows (${toDecimal(instrument.resolution, instrument.unit, instrument.unit === 'mm' ? 3 : 5)} ${instrument.unit}). Is the last one estimated?`,
          null,
          false,
        ),
      ]
    : [];

/** A small figure lies within half of its range and twice of it; in the other system it must not fit better. */
function spanSlips(
  reading: SlipInput,
  span: { readonly low: number; readonly high: number },
  show: LengthUnit,
  asked: Asked,
): readonly SlipQuestion[] {
  const fits = (value: number) => value >= span.low / 2 && value <= span.high * 2;
  if (fits(reading.value)) return [];
  const metric = reading.unit === 'mm' || reading.unit === 'um';
  const other = metric ? reading.value * 25.4 : reading.value / 25.4;
  const range = `${toDecimal(nm(Math.round(span.low)), show, show === 'mm' ? 2 : 4)}–${toDecimal(nm(Math.round(span.high)), show, show === 'mm' ? 2 : 4)} ${show}`;
  if ((reading.unit === 'mm' || reading.unit === 'in') && fits(other))
    return [
      asked(
        'unit',
        `${reading.text} fits the ${range} of this place only in ${metric ? 'inches' : 'millimetres'}. Was it ${metric ? 'in' : 'mm'}?`,
        `${bare(reading.text)} ${metric ? 'in' : 'mm'}`,
        true,
      ),
    ];
  // Worn out is many times its limit; a decimal point is ten times at least.
  return reading.value > span.high * 10
    ? [
        asked(
          'mistyped',
          `${reading.text} is more than ten times the ${range} of this place. Is it what the gauge showed?`,
          null,
          true,
        ),
      ]
    : [];
}

/** A deviation read the wrong way round, or one that no dial can show. */
function deviationSlips(
  reading: SlipInput,
  context: SlipContext,
  asked: (code: SlipCode, sentence: string, instead: string | null, holds: boolean) => SlipQuestion,
): SlipQuestion[] {
  const { zero, deviation, travel } = context.deviation!;
  const { neighbours } = context;
  if (travel !== null && Math.abs(deviation) > travel)
    return [
      asked(
        'mistyped',
        `${reading.text} is more than the dial of ${context.instrument.name} can show. Was a whole size typed?`,
        null,
        true,
      ),
    ];
  if (neighbours.count < 2 || deviation === 0) return [];
  const at = neighbours.middle;
  const away = (value: number) => Math.abs(value - at);
  // As shown it lies no farther off than turned round: turning it cannot be what makes it fit.
  if (away(zero + deviation) <= away(zero - deviation)) return [];
  const u = context.u();
  const fits = (value: number) => away(value) <= 3 * u;
  if (fits(zero + deviation) || !fits(zero - deviation)) return [];
  const turned = /^[-−–]/u.test(reading.text.trim())
    ? reading.text.trim().replace(/^[-−–]/u, '+')
    : `-${reading.text.trim().replace(/^\+/u, '')}`;
  return [
    asked(
      'sign',
      `${reading.text} does not fit its neighbours, ${turned} does. Did the needle turn the other way?`,
      turned,
      true,
    ),
  ];
}
