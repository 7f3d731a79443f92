import { day, object, oneOf, orNull, text, type Shape } from '../shape/index.js';
import type { Source } from './limit.js';

const said = text(200);

/** Where a figure or a drawing comes from, as a file says it. */
export const SOURCE = object(
  {
    type: oneOf('engine-maker', 'part-maker', 'machinist', 'shop-rule', 'adoption'),
    party: said,
    document: said,
    page: said,
    revision: said,
    enteredBy: said,
    checkedBy: orNull(said),
  },
  { enteredOn: day, retypedOn: day },
) as Shape<Source>;

const isSource = (value: object): value is Source =>
  'document' in value && 'enteredBy' in value && 'checkedBy' in value;

/** A part of a sheet with every source in it as `change` says, wherever it stands. */
export function withSources<T>(part: T, change: (source: Source) => Source): T {
  if (Array.isArray(part)) return part.map((p: unknown) => withSources(p, change)) as T;
  if (typeof part !== 'object' || part === null) return part;
  if (isSource(part)) return change(part) as T;
  return Object.fromEntries(Object.entries(part).map(([k, v]) => [k, withSources<unknown>(v, change)])) as T;
}
