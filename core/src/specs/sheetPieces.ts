import type { LimitState } from './limit.js';

const NUMBER = String.raw`[-−]?(?:\d+(?:[.,]\d+)?|[.,]\d+)`;
const UNIT = String.raw`mm|inch(?:es)?|in\.?|["″]|thou|µm|um|kpa|bar\/min|bar|psi|%|°|deg(?:rees?)?\b`;
/** Where the name of a line ends and its figures begin. */
export const FIRST_FIGURE = new RegExp(
  String.raw`(?:^|\s)(?:(?:max\.?|min\.?|limit|service|new|std)\s|[<>≤≥(]|${NUMBER}\s*(?:[-–—±]|to\b|${UNIT}|[,;(x×·*]|$|\s))`,
  'iu',
);

/** Ends of what is printed, each as its text. */
export interface Figures {
  readonly low: string | null;
  readonly high: string | null;
  /** Half-width about `low`, where a target with a tolerance is printed. */
  readonly plusMinus?: string;
  readonly up?: string;
  readonly down?: string;
}

/** One figure, range, bound or target as it is printed; null where it is none of these. */
export function figuresOf(text: string): Figures | null {
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
export const cutShort = (low: string, high: string): boolean => {
  const [fewer, more] = [decimals(low), decimals(high)].sort((a, b) => a - b) as [number, number];
  return fewer !== more && (fewer > 1 || Math.max(...[low, high].map((t) => t.length)) > 5);
};

/** Units of a piece, taken out of it. */
export function unitIn(text: string): { readonly rest: string; readonly unit: string | null } {
  const found = new RegExp(String.raw`(?<![a-z])(${UNIT})(?![a-z])`, 'iu').exec(text);
  return found
    ? {
        rest: text.replace(new RegExp(String.raw`(?<![a-z])(?:${UNIT})(?![a-z])`, 'giu'), ' ').trim(),
        unit: found[1]!.toLowerCase(),
      }
    : { rest: text.trim(), unit: null };
}

/** One figure, range or bound of a line. */
export interface Piece {
  readonly text: string;
  /** What the words before it, or the brackets about it, make of it. */
  readonly state: LimitState | null;
  readonly bracketed: boolean;
  /** What to aim at inside the range before it. */
  readonly aims: boolean;
}

/** The figures of a line, apart: new, service, and what stands in brackets. */
export function piecesOf(text: string): Piece[] {
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
