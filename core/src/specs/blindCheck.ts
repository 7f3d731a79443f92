import type { LengthUnit } from '../units/index.js';
import { FEATURES } from './feature.js';
import type { Limit } from './limit.js';
import { readSheetLine } from './sheetLine.js';
import { aimOf, sameAim, type LimitEnds } from './target.js';

/** The figures of a limit as somebody typed them again from the document, in base units. */
export type TypedAgain = LimitEnds & {
  /** Minima of a step table, in its order; null for any other limit. */
  readonly rows: readonly number[] | null;
};

type Figures = LimitEnds & Pick<Limit, 'feature' | 'state' | 'unit' | 'rows'>;

/** What a limit on file says, as it would be typed again. */
export const figuresOn = (limit: Figures): TypedAgain => ({
  low: limit.low,
  high: limit.high,
  rows: limit.rows?.map((r) => r.low) ?? null,
  ...aimOf(limit),
});

/** Whether what was typed again is what is on file, to the last digit. */
export const sameFigures = (a: TypedAgain, b: TypedAgain): boolean =>
  a.low === b.low &&
  a.high === b.high &&
  sameAim(a, b) &&
  (a.rows === null) === (b.rows === null) &&
  (a.rows?.length ?? 0) === (b.rows?.length ?? 0) &&
  (a.rows ?? []).every((low, i) => low === b.rows![i]);

/**
 * Reads what is typed again for a limit, as the document prints it: a range, a bound, one figure; the minima of a step
 * table one after another, its maximum after `max`.
 *
 * @param limit what is checked; of its figures nothing is used but which ends it has
 * @returns the figures, or a sentence saying what was not understood
 */
export function typedAgain(
  text: string,
  limit: Figures,
  bore: number,
): { readonly ok: true; readonly value: TypedAgain } | { readonly ok: false; readonly sentence: string } {
  const unit: LengthUnit = limit.unit === 'in' ? 'in' : 'mm';
  const name = FEATURES[limit.feature].name;
  const read = (figures: string) =>
    readSheetLine(`${name} ${limit.state === 'service' ? 'limit ' : ''}${figures}`, {
      unit,
      bore,
      others: [],
    });
  if (limit.rows) {
    const [minima = '', most] = text.split(/\bmax\.?/iu);
    const rows = minima
      .trim()
      .split(/[\s;]+|,\s/u)
      .filter(Boolean)
      .map((m) => read(`min ${m}`));
    const wrong = rows.find((r) => !r.ok);
    if (wrong && !wrong.ok) return wrong;
    const top = most === undefined ? null : read(`max ${most.trim()}`);
    if (top && !top.ok) return top;
    return {
      ok: true,
      value: {
        low: limit.low === null ? null : Number.NaN,
        high: top?.ok ? (top.limits[0]?.high ?? null) : null,
        rows: rows.flatMap((r) => (r.ok ? [r.limits[0]?.low ?? Number.NaN] : [])),
      },
    };
  }
  const line = read(text.trim());
  if (!line.ok) return line;
  const [first] = line.limits;
  if (!first || line.limits.length > 1)
    return { ok: false, sentence: 'One limit at a time: the figures of this line alone.' };
  // One figure alone is the end this limit has.
  const one = first.low ?? first.high;
  const single = first.low === null || first.high === null;
  const none = { rows: null, ...aimOf(first) };
  const worded = /[<>≤≥]|\b(?:max|min|up to|at least|less|more)/iu.test(text);
  return {
    ok: true,
    value:
      single && !worded
        ? { ...none, low: limit.low === null ? null : one, high: limit.low === null ? one : null }
        : { ...none, low: first.low, high: first.high },
  };
}
