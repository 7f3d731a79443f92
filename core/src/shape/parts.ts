import { object, type Fields, type Misfit, type OfFields, type OfOptional, type Shape } from './shape.js';

const recordOf = (shape: Shape): { readonly fields: Fields; readonly optional: Fields } => {
  if (shape.made.as !== 'record') throw new TypeError('Only an object has fields.');
  return shape.made;
};

/**
 * The fields of an object, those that may be absent among them, each with its own description.
 * @throws TypeError where the shape is of no object
 */
export function fieldsOf<T extends object>(
  shape: Shape<T>,
): { readonly [K in keyof T]-?: Shape<Exclude<T[K], undefined>> } {
  const { fields, optional } = recordOf(shape);
  return { ...fields, ...optional } as never;
}

/**
 * An object with more fields than another.
 * @throws TypeError where the shape is of no object
 */
export function also<T extends object, F extends Fields, O extends Fields = Record<never, Shape>>(
  shape: Shape<T>,
  fields: F,
  optional: O = {} as O,
): Shape<T & OfFields<F> & OfOptional<O>> {
  const made = recordOf(shape);
  return object({ ...made.fields, ...fields }, { ...made.optional, ...optional }) as never;
}

/**
 * An object without some of its fields.
 * @throws TypeError where the shape is of no object
 */
export function without<T extends object, K extends keyof T>(
  shape: Shape<T>,
  ...names: readonly K[]
): Shape<Omit<T, K>> {
  const rest = (fields: Fields): Fields =>
    Object.fromEntries(Object.entries(fields).filter(([name]) => !names.includes(name as K)));
  const made = recordOf(shape);
  return object(rest(made.fields), rest(made.optional)) as never;
}

/** A description that asks for something more, with the sentence of what is not so. */
export function that<T>(shape: Shape<T>, holds: (value: T) => boolean, sentence: string): Shape<T> {
  return {
    ...shape,
    check: (v, path): Misfit[] => {
      const misfits = shape.check(v, path);
      return misfits.length > 0 || holds(v as T) ? misfits : [{ path: path || '/', sentence }];
    },
  };
}
