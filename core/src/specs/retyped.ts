import { trustOf, type Source } from './limit.js';
import { withSources } from './sourceShape.js';

/** What a source says besides who typed and checked it. */
const saidBy = ({ enteredOn: _e, retypedOn: _r, ...source }: Source): Source => ({
  ...source,
  enteredBy: '',
  checkedBy: null,
});

/** The same text for the same value, in whatever order its fields came. */
const inOrder = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(inOrder)
    : typeof value === 'object' && value !== null
      ? Object.fromEntries(
          Object.entries(value)
            .sort(([a], [b]) => (a < b ? -1 : 1))
            .map(([k, v]) => [k, inOrder(v)]),
        )
      : value;

/** What a record of a sheet says, whoever typed and checked it. */
export const saidIn = (record: unknown): string => JSON.stringify(inOrder(withSources(record, saidBy)));

type Visit = (record: object & { readonly source: Source }) => Source;

const isRecord = (v: object): v is object & { readonly source: Source } =>
  'source' in v && typeof v.source === 'object' && v.source !== null && 'enteredBy' in v.source;

/** The part with the source of each of its records as `visit` says. */
function visited<T>(part: T, visit: Visit): T {
  if (Array.isArray(part)) return part.map((p: unknown) => visited(p, visit)) as T;
  if (typeof part !== 'object' || part === null) return part;
  const inner = Object.fromEntries(
    Object.entries(part).map(([k, v]) => [k, k === 'source' ? v : visited<unknown>(v, visit)]),
  );
  return (isRecord(part) ? { ...inner, source: visit(part) } : inner) as T;
}

/** Sources of the records of a part, in order; none of a part that is not there. */
export function recordsOf(part: unknown): readonly Source[] {
  const found: Source[] = [];
  if (part !== undefined)
    visited(part, (record) => {
      found.push(record.source);
      return record.source;
    });
  return found;
}

/** The same, by what each record says. */
function bySaying(part: unknown): Map<string, Source> {
  const found = new Map<string, Source>();
  visited(part, (record) => {
    found.set(saidIn(record), record.source);
    return record.source;
  });
  return found;
}

/**
 * A part of a sheet as somebody typed it: what is as it was keeps who typed and who checked it, whatever stands beside
 * it; anything else is theirs now and unchecked.
 * @param before the part on file; null where there was none
 * @param today  the day it is, `YYYY-MM-DD`
 */
export function retyped<T>(part: T, before: unknown, by: string, today: string): T {
  const known = bySaying(before);
  return visited(
    part,
    (record) => known.get(saidIn(record)) ?? { ...saidBy(record.source), enteredBy: by, enteredOn: today },
  );
}

/**
 * A source after somebody typed its figures again, the same, without looking: checked where another typed them; where
 * they did themselves, retyped if that was on an earlier day, and as it was if it was not.
 */
export function checkedBy(source: Source, by: string, today: string): Source {
  if (source.checkedBy !== null) return source;
  if (source.enteredBy !== by) return { ...source, checkedBy: by };
  const earlier = source.enteredOn !== undefined && source.enteredOn < today;
  return earlier && trustOf(source) === 'unchecked' ? { ...source, retypedOn: today } : source;
}

/**
 * A part of a sheet after somebody typed it again from the document, without looking at what is on file: records that
 * say the same, and were typed by somebody else, are checked by them; those they typed themselves on an earlier day are
 * retyped, which is not checked.
 * @returns the part, with how many records are checked now, how many retyped, and how many are not the same
 */
export function checkedAgain<T>(
  part: T,
  typed: unknown,
  by: string,
  today: string,
): { readonly part: T; readonly checked: number; readonly retyped: number; readonly differ: number } {
  const again = bySaying(typed);
  let [checked, same, differ] = [0, 0, 0];
  const checkedPart = visited(part, (record) => {
    const { source } = record;
    if (!again.has(saidIn(record))) {
      differ += 1;
      return source;
    }
    const next = checkedBy(source, by, today);
    if (next !== source && next.checkedBy !== null) checked += 1;
    else if (next !== source) same += 1;
    return next;
  });
  return { part: checkedPart, checked, retyped: same, differ };
}
