import type { LengthUnit, Nanometres } from './nanometres.js';

/** Unit words a person may type. `um` also stands for µm, `in` for the inch sign. */
export type TypedUnit = 'mm' | 'um' | 'in' | 'thou' | 'tenths';

export interface ParseContext {
  /** Unit assumed when none is typed: the instrument's. */
  readonly unit: LengthUnit;
  /** Set in comparator mode: signed deviations are read in this unit unless another is typed. */
  readonly deviationUnit?: TypedUnit;
}

export interface Parsed {
  readonly ok: true;
  /** Exact value, rounded to a nanometre only when the digits go finer than that. */
  readonly value: Nanometres;
  /** Unit the value was read in. */
  readonly unit: TypedUnit;
  /** True when the unit was typed rather than assumed. */
  readonly unitTyped: boolean;
  /** Size of the last digit typed, nm: what the entry claims to resolve. 0 for fractions. */
  readonly step: number;
  /** Set when the entry is legal but should be asked about. */
  readonly question?: { readonly code: 'tenths-at-metric'; readonly sentence: string };
}

export interface NotParsed {
  readonly ok: false;
  readonly code:
    'empty' | 'not-a-number' | 'negative' | 'mixed-units' | 'several-numbers' | 'fraction' | 'too-large';
  /** What was understood and what was not, for the person at the bar. */
  readonly sentence: string;
}

/** Nanometres per unit as an exact integer. */
const UNIT_NM: Record<TypedUnit, bigint> = {
  mm: 1_000_000n,
  um: 1_000n,
  in: 25_400_000n,
  thou: 25_400n,
  tenths: 2_540n,
};

const UNIT_WORDS: Record<string, TypedUnit> = {
  mm: 'mm',
  um: 'um',
  µm: 'um',
  μm: 'um',
  in: 'in',
  inch: 'in',
  '"': 'in',
  '″': 'in',
  thou: 'thou',
  tenth: 'tenths',
  tenths: 'tenths',
};

const WORD = /(mm|um|µm|μm|inch|in|"|″|thou|tenths|tenth)$/iu;
const NUMBER = /^(?:\d+(?:\.\d*)?|\.\d+)$/u;
const FRACTION = /^(?:(\d+)\s+)?(\d+)\/(\d+)$/u;
/** Longer than any gauge shows; keeps the arithmetic small whatever is pasted in. */
const LONGEST = 48;
/** Ten metres: far beyond the trade, yet room for millimetres typed at an inch gauge, which is a question. */
const LARGEST = 10_000_000_000n;

interface Term {
  readonly numerator: bigint;
  readonly denominator: bigint;
  readonly unit: TypedUnit | null;
  readonly fraction: boolean;
}

const no = (code: NotParsed['code'], sentence: string): NotParsed => ({ ok: false, code, sentence });

function parseTerm(text: string): Term | NotParsed {
  const word = WORD.exec(text);
  const unit = word ? (UNIT_WORDS[word[1]!.toLowerCase()] ?? null) : null;
  const digits = (word ? text.slice(0, -word[1]!.length) : text).trim();
  const fraction = FRACTION.exec(digits);
  if (fraction) {
    const [, whole = '0', top, bottom] = fraction;
    const denominator = BigInt(bottom!);
    if (denominator === 0n || 64n % denominator !== 0n) {
      return no('fraction', `“${digits}” is not a fraction of an inch down to 1/64.`);
    }
    return { numerator: BigInt(whole) * denominator + BigInt(top!), denominator, unit, fraction: true };
  }
  if (NUMBER.test(digits)) {
    const [whole = '', decimals = ''] = digits.split('.');
    return {
      numerator: BigInt(`${whole}${decimals}` || '0'),
      denominator: 10n ** BigInt(decimals.length),
      unit,
      fraction: false,
    };
  }
  if (/\d\s+[\d.]/u.test(digits)) {
    return no('several-numbers', `“${text}” holds more than one number. Put + between the parts of a sum.`);
  }
  return no('not-a-number', digits === '' ? 'There is a unit but no figure.' : `“${text}” is not a figure.`);
}

function divideRounded(numerator: bigint, denominator: bigint): bigint {
  return (numerator * 2n + denominator) / (denominator * 2n);
}

/**
 * Reads what a person typed at a gauge: `77.094`, `77,094`, `3.0342 in`, `34 thou`, `8 tenths`, `94 µm`,
 * `1 3/16 in`, a micrometer sum `3 + .025 + .0092 in`; in comparator mode a signed deviation `−1.5`.
 * Exact: decimal digits are never turned into floating point.
 *
 * @param text    as typed
 * @param context the instrument's unit, and its deviation unit in comparator mode
 * @returns the length in nm, or a sentence saying what was not understood
 * @example parseReading('3 + .025 + .0092 in', { unit: 'in' }) // { ok: true, value: 77_068_680 }
 */
export function parseReading(text: string, context: ParseContext): Parsed | NotParsed {
  if (text.length > LONGEST)
    return no('too-large', `That is ${text.length} characters; a reading has at most ${LONGEST}.`);
  let body = text
    .replace(/[−–]/gu, '-')
    .replace(/\u00a0/gu, ' ')
    .trim();
  if (body === '') return no('empty', 'Nothing was typed.');

  const signed = context.deviationUnit !== undefined;
  const sign = /^[+-]/u.exec(body)?.[0];
  if (sign && !signed) {
    if (sign === '-') return no('negative', `“${text.trim()}” is negative; a size cannot be.`);
    return no('not-a-number', `“${text.trim()}” starts with +, which only a comparator deviation may.`);
  }
  if (sign) body = body.slice(1).trim();

  const commas = body.split(',').length - 1;
  if (commas === 1 && !body.includes('.')) body = body.replace(',', '.');
  else if (commas > 0)
    return no('not-a-number', `“${text.trim()}” mixes commas; type one decimal comma or one point.`);

  const terms: Term[] = [];
  for (const part of body.split('+')) {
    const term = parseTerm(part.trim());
    if ('ok' in term) return term;
    terms.push(term);
  }

  const typed = [...new Set(terms.map((t) => t.unit).filter((u) => u !== null))];
  if (typed.length > 1)
    return no('mixed-units', `“${text.trim()}” mixes ${typed.join(' and ')}; use one unit.`);
  const unit: TypedUnit = typed[0] ?? context.deviationUnit ?? context.unit;
  if (terms.some((t) => t.fraction) && unit !== 'in') {
    return no('fraction', `“${text.trim()}” is a fraction; fractions are inches: add in.`);
  }

  let numerator = 0n;
  let denominator = 1n;
  for (const term of terms) {
    numerator = numerator * term.denominator + term.numerator * denominator;
    denominator *= term.denominator;
  }
  const value = divideRounded(numerator * UNIT_NM[unit], denominator);
  if (value > LARGEST) return no('too-large', `“${text.trim()}” is more than ten metres.`);
  const finest = terms.reduce((most, t) => (t.fraction || t.denominator <= most ? most : t.denominator), 1n);

  return {
    ok: true,
    value: (sign === '-' ? -Number(value) : Number(value)) as Nanometres,
    unit,
    unitTyped: typed.length > 0,
    step: terms.some((t) => t.fraction) ? 0 : Number(UNIT_NM[unit]) / Number(finest),
    ...(unit === 'tenths' && context.unit === 'mm'
      ? {
          question: {
            code: 'tenths-at-metric' as const,
            sentence:
              'Tenths are ten-thousandths of an inch (0.0025 mm). Did you mean tenths of a millimetre?',
          },
        }
      : {}),
  };
}
