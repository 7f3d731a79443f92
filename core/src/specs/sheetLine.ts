import { nm, parseReading, toBase, type LengthUnit } from '../units/index.js';
import { entryGuards } from './entryGuards.js';
import { FEATURES, type FeatureKey } from './feature.js';
import { featuresLike, featuresNamed, wordsOf } from './featureWords.js';
import type { Limit, LimitState } from './limit.js';
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

const NUMBER = String.raw`[-−]?(?:\d+(?:[.,]\d+)?|[.,]\d+)`;
const UNIT = String.raw`mm|inch(?:es)?|in\.?|["″]|thou|µm|um|kpa|bar\/min|bar|psi|%`;
const FIRST_FIGURE = new RegExp(
  String.raw`(?:^|\s)(?:(?:max\.?|min\.?|limit|service|new|std)\s|[<>≤≥(]|${NUMBER}\s*(?:[-–—±]|to\b|${UNIT}|[,;(x×·*]|$|\s))`,
  'iu',
);

interface Figures {
  readonly low: string | null;
  readonly high: string | null;
  /** Half-width about `low`, where a target with a tolerance is printed. */
  readonly plusMinus?: string;
  readonly up?: string;
  readonly down?: string;
}

/** One figure, range, bound or target as it is printed; null where it is none of these. */
function figuresOf(text: string): Figures | null {
  const t = text.trim().replace(/−/gu, '-');
  const N = `(${NUMBER})`;
  const match = (re: string) => new RegExp(`^${re}$`, 'iu').exec(t);
  const dev = match(String.raw`${N}\s*\+\s*${N}\s*(?:\/|\s)\s*-\s*${N}`);
  if (dev) return { low: dev[1]!, high: dev[1]!, up: dev[2]!, down: dev[3]! };
  const about = match(String.raw`${N}\s*(?:±|\+\/-|\+-)\s*${N}`);
  if (about) return { low: about[1]!, high: about[1]!, plusMinus: about[2]! };
  const range = match(String.raw`${N}\s*(?:-|–|—|to|\.{2,3})\s*${N}`);
  if (range) return { low: range[1]!, high: range[2]! };
  const most =
    match(String.raw`(?:max\.?|maximum|up to|less than|<|≤|<=)\s*${N}`) ??
    match(String.raw`${N}\s*(?:max\.?|maximum|or less)`);
  if (most) return { low: null, high: most[1]! };
  const least =
    match(String.raw`(?:min\.?|minimum|at least|more than|over|>|≥|>=)\s*${N}`) ??
    match(String.raw`${N}\s*(?:min\.?|minimum|or more)`);
  if (least) return { low: least[1]!, high: null };
  const one = match(N);
  return one ? { low: one[1]!, high: one[1]! } : null;
}

const decimals = (text: string): number => (/[.,](\d+)$/u.exec(text)?.[1] ?? '').length;

/** Whether one of two figures looks cut short beside the other; `.2-.32` is how many sheets print. */
const cutShort = (low: string, high: string): boolean => {
  const [fewer, more] = [decimals(low), decimals(high)].sort((a, b) => a - b) as [number, number];
  return fewer !== more && (fewer > 1 || Math.max(...[low, high].map((t) => t.length)) > 5);
};

/** Units of a piece, taken out of it. */
function unitIn(text: string): { readonly rest: string; readonly unit: string | null } {
  const found = new RegExp(String.raw`(?<![a-z])(${UNIT})(?![a-z])`, 'iu').exec(text);
  return found
    ? {
        rest: text.replace(new RegExp(String.raw`(?<![a-z])(?:${UNIT})(?![a-z])`, 'giu'), ' ').trim(),
        unit: found[1]!.toLowerCase(),
      }
    : { rest: text.trim(), unit: null };
}

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
  const printed: Limit['unit'] =
    dimension === 'factor'
      ? '×'
      : dimension === 'pressure-rate'
        ? 'bar/min'
        : dimension === 'share'
          ? '%'
          : unit === 'kpa'
            ? 'kPa'
            : unit === 'psi'
              ? 'psi'
              : 'bar';
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

interface Piece {
  readonly text: string;
  /** What the words before it, or the brackets about it, make of it. */
  readonly state: LimitState | null;
  readonly bracketed: boolean;
  /** What to aim at inside the range before it. */
  readonly aims: boolean;
}

/** The figures of a line, apart: new, service, and what stands in brackets. */
function piecesOf(text: string): Piece[] {
  const pieces: Piece[] = [];
  const worded = (part: string, bracketed: boolean): void => {
    const words =
      /^\s*(?:(wear limit|service limit|service|limit|wear|standard|std\.?|new|target|aim(?: at)?))\b\.?:?\s*(.*)$/iu.exec(
        part,
      );
    const named = words?.[1]?.toLowerCase();
    const aims = named !== undefined && /^(?:target|aim)/u.test(named);
    const state =
      named === undefined || aims ? null : /^(?:standard|std|new)/u.test(named) ? 'new' : 'service';
    const rest = (words ? words[2]! : part).trim();
    if (rest !== '') pieces.push({ text: rest, state, bracketed, aims });
  };
  let open = text;
  for (
    let found = /\(([^()]*)\)|\[([^[\]]*)\]/u.exec(open);
    found;
    found = /\(([^()]*)\)|\[([^[\]]*)\]/u.exec(open)
  ) {
    const before = open.slice(0, found.index);
    before
      .split(/[;]|,\s+|,(?=\s*[a-z])|\s(?=(?:wear limit|service limit|service|limit|target|aim)\b)/iu)
      .forEach((p) => worded(p, false));
    worded(found[1] ?? found[2] ?? '', true);
    open = open.slice(found.index + found[0].length);
  }
  open
    .split(/[;]|,\s+|,(?=\s*[a-z])|\s(?=(?:wear limit|service limit|service|limit|target|aim)\b)/iu)
    .forEach((p) => worded(p, false));
  return pieces;
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
  const like = featuresLike(name).map((f) => FEATURES[f].name.toLowerCase());
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
