import { fieldsOf, type Shape } from '@tribos/core';

/** What is described, or lacks what may be absent, as a row holds it. */
type Columns<T> = { [K in keyof T]-?: Exclude<T[K], undefined> | (undefined extends T[K] ? null : never) };

const optionalOf = (shape: Shape): object => (shape.made.as === 'record' ? shape.made.optional : {});

/** A thing as its row keeps it, a column for each field of its description: what may be absent and is, is null. */
export const toColumns = <T extends object>(shape: Shape<T>, thing: T): Columns<T> =>
  Object.fromEntries(
    Object.keys(fieldsOf(shape)).map((field) => [field, thing[field as keyof T] ?? null]),
  ) as Columns<T>;

/** The thing back from its row; what may be absent stays absent where it is null, so that a round trip is identical. */
export function fromColumns<T extends object>(
  shape: Shape<T>,
  row: { readonly [K in keyof T]-?: unknown },
): T {
  const optional = optionalOf(shape);
  const fields = Object.keys(fieldsOf(shape)) as (keyof T & string)[];
  return Object.fromEntries(
    fields
      .filter((field) => row[field] !== null || !Object.hasOwn(optional, field))
      .map((field) => [field, row[field]]),
  ) as T;
}
