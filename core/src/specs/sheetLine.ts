import { nm, parseReading, toBase, type LengthUnit } from '../units/index.js';
import { entryGuards } from './entryGuards.js';
import { FEATURES, type FeatureKey } from './feature.js';
import { featuresLike, featuresNamed, featuresNear, wordsOf } from './featureWords.js';
import type { Limit } from './limit.js';
import { cutShort, figuresOf, FIRST_FIGURE, piecesOf, unitIn, type Figures } from './sheetPieces.js';
import { isUsual } from './usualSize.js';

/** A limit as one line of a sheet gives it, in base units. */
export type SheetLimit = Pick<Limit, 'feature' | 'state' | 'low' | 'high' | 'unit' | 'target'>;

/** Something to look at again in the document before a line is kept; it may stand as it is printed. */
export interface SheetQuestion {
  readonly code: string;
  readonly sentence: string;
}

export type SheetLine =
  | {
      readonly ok: true;
      readonly limits: readonly SheetLimit[];
      readonly questions: readonly SheetQuestion[];
      /** What was made of the line that is not as it is printed. */
      readonly notes: readonly string[];
    }
  | { readonly ok: false; readonly sentence: string };

/** What a line is read against. */
export interface SheetContext {
  /** Unit of the document, where a line says none. */
  readonly unit: LengthUnit;
  /** Nominal bore, nm. */
  readonly bore: number;
  /** Limits on file, and those of the lines above. */
  readonly others: readonly SheetLimit[];
}

class Unread extends Error {}
const unread = (sentence: string): never => {
  throw new Unread(sentence);
};

const lengthUnit = (unit: string | null, fallback: LengthUnit): LengthUnit | 'thou' | 'um' =>
  unit === null
    ? fallback
    : unit === 'thou'
      ? 'thou'
      : unit === 'um' || unit === 'µm'
        ? 'um'
        : unit === 'mm'
          ? 'mm'
          : 'in';

type Convert = (text: string) => number;

/** Units sheets print what is no length in, as they are typed; the first where a line says none. */
const OWN_UNITS: Readonly<Record<string, Readonly<Record<string, Limit['unit']>>>> = {
  factor: { '': '×' },
  pressure: { bar: 'bar', kpa: 'kPa', psi: 'psi' },
  'pressure-rate': { 'bar/min': 'bar/min' },
  share: { '%': '%' },
  angle: { '°': '°' },
};

/** A figure of a feature in its base unit, by the unit it is printed in. */
function converter(
  feature: FeatureKey,
  unit: string | null,
  context: SheetContext,
): { readonly of: Convert; readonly printed: Limit['unit'] } {
  const { dimension } = FEATURES[feature];
  const plain = (text: string) => Number(text.replace(',', '.').replace(/^(-?)\./u, '$10.'));
  if (dimension === 'length') {
    const of = lengthUnit(unit, context.unit);
    if (unit !== null && /bar|kpa|psi/iu.test(unit))
      unread(`${FEATURES[feature].name} is a length, not a pressure.`);
    if (unit === '%') unread(`${FEATURES[feature].name} is a length, not a share.`);
    return {
      printed: of === 'thou' ? 'in' : of === 'um' ? 'mm' : of,
      of: (text) => {
        const negative = text.startsWith('-');
        const read = parseReading(`${text.replace(/^-/u, '').replace(/^[.,]/u, '0$&')} ${of}`, {
          unit: context.unit,
        });
        return read.ok ? nm(negative ? -read.value : read.value) : unread(read.sentence);
      },
    };
  }
  const own = OWN_UNITS[dimension] ?? {};
  const printed = unit === null ? Object.values(own)[0] : own[unit.replace(/^deg.*/u, '°')];
  // Never another unit for want of this one being of it.
  if (printed === undefined)
    return unread(`${FEATURES[feature].name} is not given in ${unit ?? 'figures alone'}.`);
  return { printed, of: (text) => Number(toBase(dimension, plain(text), printed).toPrecision(12)) };
}

/** Both ends of what is printed, in base units. */
function endsOf(figures: Figures, of: Convert): { low: number | null; high: number | null } {
  const [low, high] = [
    figures.low === null ? null : of(figures.low),
    figures.high === null ? null : of(figures.high),
  ];
  if (figures.plusMinus !== undefined) {
    const half = of(figures.plusMinus);
    return { low: low! - half, high: high! + half };
  }
  if (figures.up !== undefined && figures.down !== undefined)
    return { low: low! - of(figures.down), high: high! + of(figures.up) };
  return { low, high };
}

/** Tolerance of a figure printed twice: half of the coarser last digit each way, nm. */
const agrees = (a: number, b: number): boolean => Math.abs(a - b) <= Math.max(Math.abs(a) * 0.005, 13_000);

/**
 * One line of a manual page as limits: `bore 77.000-77.012, limit 77.105` · `ring gap top .2-.32 (.6)` ·
 * `clearance .0014-.0022 in` · `valve in 0.10 ±0.02` · `ring gap top factor 0.0042`. A single figure in brackets is the
 * service limit; in another unit it is the same figure again, and the two are held against each other. A figure after
 * `target` is what to aim at inside the range before it.
 *
 * @returns the limits with what there is to ask about them, or a sentence saying what was not understood
 * @example readSheetLine('taper max 0.05', { unit: 'mm', bore: 77e6, others: [] }).ok // true
 */
export function readSheetLine(text: string, context: SheetContext): SheetLine {
  try {
    return { ok: true, ...readLine(text, context) };
  } catch (error) {
    if (error instanceof Unread) return { ok: false, sentence: error.message };
    throw error;
  }
}

/** What a name nobody knows could have been. */
function unknown(name: string): string {
  const begun = featuresLike(name);
  const like = (begun.length > 0 && begun.length < 6 ? begun : featuresNear(name)).map((f) =>
    FEATURES[f].name.toLowerCase(),
  );
  return like.length > 0 && like.length < 6
    ? `“${name}” could be ${like.join(', ')}: say which.`
    : `“${name}” is nothing this house knows a limit of.`;
}

function readLine(text: string, context: SheetContext) {
  const line = text.replace(/[‐‑]/gu, '-').trim();
  const start = FIRST_FIGURE.exec(line);
  const name = start ? line.slice(0, start.index) : line;
  if (!start) return unread(`There is no figure in “${line}”.`);
  if (name.trim() === '') return unread('Say first what it is of: bore, clearance, ring gap top …');
  if (HOT.test(line))
    return unread('Clearances here are those of a cold engine: which figure does the page give cold?');
  // A bow is half of the needle’s travel: it is entered as one, and doubled there.
  const bow = /\bbow\b/iu.test(name);
  const factor = /\b(factor)\b|[x×*·]\s*(?:bore|d\b)/iu.test(line) || PER_BORE.test(line);
  const named = featuresNamed(name.replace(/\bfactor\b/iu, ''));
  const of = bow
    ? (['crank.run-out'] as const).filter(() => isBowOfCrank(name))
    : named.length > 0
      ? named
      : featuresNamed(name);
  if (of.length === 0) return unread(unknown(name.trim()));
  const body = line
    .slice(start.index)
    .replace(COLD, '')
    .replace(/[x×*·]\s*(?:bore|d)\b/iu, '')
    .replace(PER_BORE, '');
  // One line may speak of several: both rings, both valves.
  const all = of.map((f) =>
    readFigures(
      factor && (f === 'ring.gap.top' || f === 'ring.gap.second') ? (`${f}.factor` as const) : f,
      line,
      body,
      context,
    ),
  );
  const questions = all.flatMap((r) => r.questions);
  const limits = all.flatMap((r) => r.limits);
  return {
    limits: bow ? limits.map(doubled) : limits,
    notes: bow ? ['A bow: twice as much is the needle’s travel in one turn, and that is kept.'] : [],
    questions: questions.filter((q, i) => questions.findIndex((o) => o.sentence === q.sentence) === i),
  };
}

/** Clearances are those of a cold engine, where a page says so or not. */
const COLD = /[,(]?\s*\b(?:(?:engine )?cold|when cold|at 20 ?°c?)\b\)?/giu;
const HOT = /\b(?:hot|warm)\b/iu;

const isBowOfCrank = (name: string): boolean =>
  /^(?:crank(?:shaft)?|crankshaft)?$/iu.test(wordsOf(name.replace(/\bbow\b/iu, '')));

const twice = (v: number | null): number | null => (v === null ? null : 2 * v);
const doubled = (l: SheetLimit): SheetLimit => ({ ...l, low: twice(l.low), high: twice(l.high) });

/** A gap given for each inch, or millimetre, of the bore: a share of it. */
const PER_BORE =
  /(?:\/|\bper)\s*(?:inch|in|mm|millimet(?:re|er))\b\.?\s*(?:of\s+)?(?:the\s+)?(?:cylinder\s+)?(?:bore|diameter)?/iu;

function readFigures(feature: FeatureKey, line: string, body: string, context: SheetContext) {
  const limits: SheetLimit[] = [];
  const questions: SheetQuestion[] = [];
  const ask = (code: string, sentence: string): void => void questions.push({ code, sentence });
  let lineUnit: string | null = null;
  const pieces = piecesOf(body).map((p) => ({ ...p, ...unitIn(p.text) }));
  for (const p of pieces) lineUnit ??= p.bracketed ? null : p.unit;
  for (const piece of pieces) {
    const figures = figuresOf(piece.rest) ?? unread(`“${piece.text}” is no figure, range or bound.`);
    const { of, printed } = converter(feature, piece.unit ?? lineUnit, context);
    const ends = endsOf(figures, of);
    const first = limits[0];
    if (piece.aims) {
      const [last] = limits.splice(-1, 1);
      if (!last || ends.low === null || ends.low !== ends.high)
        return unread(`“${piece.text}” is no one figure inside a range before it.`);
      limits.push({ ...last, target: ends.low });
      continue;
    }
    // The same figure in the other unit.
    if (
      piece.bracketed &&
      first &&
      piece.unit !== null &&
      piece.unit !== lineUnit &&
      printed !== first.unit
    ) {
      const same =
        (ends.low === null || first.low === null || agrees(ends.low, first.low)) &&
        (ends.high === null || first.high === null || agrees(ends.high, first.high));
      if (!same)
        ask('units-disagree', 'The two units do not say the same: one of them is misprinted or misread.');
      continue;
    }
    const bound = figures.low === null || figures.high === null;
    const single =
      !bound && figures.low === figures.high && figures.plusMinus === undefined && figures.up === undefined;
    // A figure in brackets is where it is worn out, also where nothing stands before it.
    const worn = piece.bracketed ? first !== undefined || single || bound : first !== undefined && single;
    const state = piece.state ?? (worn ? 'service' : 'new');
    // A lone figure is the end that wears: a service limit of a wall that must be left is a least one.
    const { over, least = over === 'cosmetic' } = FEATURES[feature];
    const limit: SheetLimit = {
      feature,
      state: first?.state === state ? 'service' : state,
      ...(single
        ? dimensionIsFactor(feature) || (least && state === 'service')
          ? { low: ends.low, high: null }
          : { low: null, high: ends.high }
        : ends),
      unit: printed,
    };
    if (
      !bound &&
      !single &&
      figures.plusMinus === undefined &&
      figures.up === undefined &&
      cutShort(figures.low!, figures.high!)
    )
      ask(
        'digits',
        `${figures.low} and ${figures.high} are printed with different digits: is one cut short?`,
      );
    for (const v of [limit.low, limit.high])
      if (v !== null && FEATURES[feature].dimension === 'length' && !isUsual(feature, v)) {
        ask(
          'unusual',
          `${FEATURES[feature].name} hardly ever is that: has a point slipped, or is it the other unit?`,
        );
        break;
      }
    if (
      limit.low !== null &&
      limit.high !== null &&
      limit.low > 0 &&
      limit.high / limit.low > 6 &&
      feature !== 'ring.gap.rail'
    )
      ask('wide', 'The high figure is more than six times the low one: is a nought missing?');
    limits.push(limit);
  }
  if (limits.length === 0) return unread(`There is no figure in “${line}”.`);
  if (limits.length > 2)
    ask('many', 'More than two limits in one line: a new one and a service one are understood.');
  limits.forEach((limit, i) => {
    const others = [...context.others, ...limits.slice(0, i)];
    for (const q of entryGuards(limit, others, context.bore))
      questions.push({ code: q.code, sentence: q.sentence });
    if (context.others.some((o) => o.feature === limit.feature && o.state === limit.state))
      ask(
        'again',
        `${FEATURES[feature].name}, ${limit.state === 'new' ? 'for new parts' : 'service limit'}, is on file already.`,
      );
  });
  return {
    limits,
    questions: questions.filter((q, i) => questions.findIndex((o) => o.sentence === q.sentence) === i),
  };
}

const dimensionIsFactor = (feature: FeatureKey): boolean => FEATURES[feature].dimension === 'factor';
