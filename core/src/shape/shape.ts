/** A place in a file that does not have its shape. */
export interface Misfit {
  /** JSON pointer to the value. */
  readonly path: string;
  readonly sentence: string;
}

/** What an id names: a thing of the shop, of the engine, or an entry of the same log. */
export type Named = 'instrument' | 'kit' | 'limit' | 'entry';

/** Told of every id in a value, and what it is to be called instead. */
export type Naming = (named: Named, id: string, path: string) => string;

/** What a value is made of: all a form needs to ask for it. */
export type Made =
  | { readonly as: 'text'; readonly most: number }
  | { readonly as: 'number'; readonly least: number; readonly most: number; readonly of: Measure }
  | { readonly as: 'yes-no' }
  | { readonly as: 'choice'; readonly values: readonly (string | number)[] }
  | { readonly as: 'or-none'; readonly of: Shape }
  | { readonly as: 'list'; readonly of: Shape; readonly fewest: number; readonly most: number }
  | { readonly as: 'record'; readonly fields: Fields; readonly optional: Fields }
  | { readonly as: 'kinds'; readonly field: string; readonly kinds: Fields };

/** What a number measures: lengths are kept in nm and typed in the reader's unit. */
export type Measure = 'plain' | 'length' | 'angle';

/**
 * One description of a value: it checks one, prints the JSON Schema that is published for it, gives its
 * TypeScript type, and knows what every id in it names.
 */
export interface Shape<T = unknown> {
  readonly schema: Record<string, unknown>;
  readonly made: Made;
  readonly check: (value: unknown, path: string) => Misfit[];
  /** The value with its ids as `naming` says; the value itself where nothing in it names anything. */
  readonly renamed: (value: unknown, naming: Naming, path: string) => unknown;
  /** Never there: only carries the type. */
  readonly type?: T;
}

/** The type a description gives. */
export type Of<S> = S extends Shape<infer T> ? T : never;

/** Nobody reads more of what is wrong at once, and a file that is wrong throughout costs no more than one that is not. */
const ENOUGH = 20;

/** What is wrong of some things, until it is enough. */
function enough<T>(things: Iterable<T>, check: (thing: T) => readonly Misfit[]): Misfit[] {
  const found: Misfit[] = [];
  for (const thing of things) {
    found.push(...check(thing));
    if (found.length >= ENOUGH) break;
  }
  return found;
}

const misfit = (path: string, sentence: string): Misfit[] => [{ path: path || '/', sentence }];
const kindOf = (v: unknown): string =>
  v === null
    ? 'null'
    : Array.isArray(v)
      ? 'a list'
      : typeof v === 'object'
        ? 'an object'
        : `${typeof v} ${JSON.stringify(v)?.slice(0, 40) ?? ''}`.trim();

const asIs = (value: unknown): unknown => value;

/** What no database keeps: a NUL, half of a character. */
const UNKEPT = /[\0\ud800-\udfff]/u;

export function text(most = 2000): Shape<string> {
  return {
    schema: { type: 'string', maxLength: most },
    made: { as: 'text', most },
    check: (v, path) =>
      typeof v !== 'string'
        ? misfit(path, `should be text, is ${kindOf(v)}`)
        : // No character is longer than two units: what is short enough is not counted one by one.
          v.length > most && (v.length > 2 * most || [...v].length > most)
          ? misfit(path, `is longer than ${most} characters`)
          : UNKEPT.test(v)
            ? misfit(path, 'holds a character that cannot be kept')
            : [],
    renamed: asIs,
  };
}

/** Text with something in it that can be seen. */
export function seen(most = 2000): Shape<string> {
  const any = text(most);
  return {
    ...any,
    schema: { ...any.schema, pattern: '\\S' },
    check: (v, path) => {
      const misfits = any.check(v, path);
      return misfits.length > 0 || /\S/u.test(v as string) ? misfits : misfit(path, 'is empty');
    },
  };
}

/**
 * Text that is written in one way.
 * @param what how, in words: `a day YYYY-MM-DD`
 * @param most characters; null where the pattern itself bounds it
 */
export function pattern(source: string, what: string, most: number | null = null): Shape<string> {
  const re = new RegExp(source, 'u');
  return {
    schema: { type: 'string', ...(most === null ? {} : { maxLength: most }), pattern: source },
    made: { as: 'text', most: most ?? 2000 },
    check: (v, path) =>
      most !== null && typeof v === 'string' && v.length > most
        ? misfit(path, `is longer than ${most} characters`)
        : typeof v === 'string' && re.test(v)
          ? []
          : misfit(path, `should be ${what}, is ${kindOf(v)}`),
    renamed: asIs,
  };
}

/** An id that names something, checked like any other id. */
export function ref(named: Named): Shape<string> {
  return { ...id, renamed: (v, naming, path) => (typeof v === 'string' ? naming(named, v, path) : v) };
}

export const id = pattern('^[0-9A-Za-z._-]{1,64}$', 'an id of letters, digits, dots and dashes');

export function number<T extends number = number>(minimum: number, maximum: number): Shape<T> {
  return {
    schema: { type: 'number', minimum, maximum },
    made: { as: 'number', least: minimum, most: maximum, of: 'plain' },
    check: (v, path) =>
      typeof v === 'number' && v >= minimum && v <= maximum
        ? []
        : misfit(path, `should be a number from ${minimum} to ${maximum}, is ${kindOf(v)}`),
    renamed: asIs,
  };
}

export function integer<T extends number = number>(minimum: number, maximum: number): Shape<T> {
  return {
    schema: { type: 'integer', minimum, maximum },
    made: { as: 'number', least: minimum, most: maximum, of: 'plain' },
    check: (v, path) =>
      Number.isInteger(v) && (v as number) >= minimum && (v as number) <= maximum
        ? []
        : misfit(path, `should be a whole number from ${minimum} to ${maximum}, is ${kindOf(v)}`),
    renamed: asIs,
  };
}

/** The same number, known for what it measures. */
export function measured<T extends number>(of: Measure, shape: Shape<T>): Shape<T> {
  return shape.made.as === 'number' ? { ...shape, made: { ...shape.made, of } } : shape;
}

export const boolean: Shape<boolean> = {
  schema: { type: 'boolean' },
  made: { as: 'yes-no' },
  check: (v, path) =>
    typeof v === 'boolean' ? [] : misfit(path, `should be true or false, is ${kindOf(v)}`),
  renamed: asIs,
};

export function oneOf<const T extends string | number>(...values: readonly T[]): Shape<T> {
  return {
    schema: { enum: [...values] },
    made: { as: 'choice', values },
    check: (v, path) =>
      values.includes(v as T) ? [] : misfit(path, `should be one of ${values.join(', ')}, is ${kindOf(v)}`),
    renamed: asIs,
  };
}

export function orNull<T>(shape: Shape<T>): Shape<T | null> {
  return {
    schema: { anyOf: [shape.schema, { type: 'null' }] },
    made: { as: 'or-none', of: shape },
    check: (v, path) => (v === null ? [] : shape.check(v, path)),
    renamed: (v, naming, path) => (v === null ? null : shape.renamed(v, naming, path)),
  };
}

export function list<T>(of: Shape<T>, fewest = 0, most = 100_000): Shape<readonly T[]> {
  return {
    schema: { type: 'array', items: of.schema, minItems: fewest, maxItems: most },
    made: { as: 'list', of, fewest, most },
    check: (v, path) => {
      if (!Array.isArray(v)) return misfit(path, `should be a list, is ${kindOf(v)}`);
      if (v.length < fewest || v.length > most)
        return misfit(path, `should hold ${fewest} to ${most} items, holds ${v.length}`);
      return enough(v.keys(), (i) => of.check(v[i], `${path}/${i}`));
    },
    renamed: (v, naming, path) =>
      Array.isArray(v) ? v.map((item, i) => of.renamed(item, naming, `${path}/${i}`)) : v,
  };
}

/** Any object at all: what is in it is for another description. */
export const anyObject: Shape<Readonly<Record<string, unknown>>> = {
  schema: { type: 'object' },
  made: { as: 'record', fields: {}, optional: {} },
  check: (v, path) =>
    typeof v === 'object' && v !== null && !Array.isArray(v)
      ? []
      : misfit(path, `should be an object, is ${kindOf(v)}`),
  renamed: asIs,
};

export type Fields = Readonly<Record<string, Shape>>;
export type OfFields<F extends Fields> = { readonly [K in keyof F]: Of<F[K]> };
export type OfOptional<F extends Fields> = { readonly [K in keyof F]?: Of<F[K]> };

/** An object with exactly these fields; those in `optional` may be absent. */
export function object<F extends Fields, O extends Fields = Record<never, Shape>>(
  fields: F,
  optional: O = {} as O,
): Shape<OfFields<F> & OfOptional<O>> {
  const all: Fields = { ...fields, ...optional };
  return {
    schema: {
      type: 'object',
      properties: Object.fromEntries(Object.entries(all).map(([k, s]) => [k, s.schema])),
      required: Object.keys(fields),
      additionalProperties: false,
    },
    made: { as: 'record', fields, optional },
    check: (v, path) => {
      if (typeof v !== 'object' || v === null || Array.isArray(v))
        return misfit(path, `should be an object, is ${kindOf(v)}`);
      const given = v as Record<string, unknown>;
      const missing = Object.keys(fields).filter((k) => !Object.hasOwn(given, k));
      const unknown = Object.keys(given).filter((k) => !Object.hasOwn(all, k));
      const names = Object.keys(all).filter(
        // In a program what may be absent may also be there as nothing; no file says that.
        (k) => Object.hasOwn(given, k) && (given[k] !== undefined || Object.hasOwn(fields, k)),
      );
      return enough(
        [
          ...missing.map((k) => () => misfit(`${path}/${k}`, 'is missing')),
          ...unknown.map((k) => () => misfit(`${path}/${k}`, 'is not part of the format')),
          ...names.map((k) => () => all[k]!.check(given[k], `${path}/${k}`)),
        ],
        (look) => look(),
      );
    },
    renamed: (v, naming, path) =>
      typeof v !== 'object' || v === null
        ? v
        : Object.fromEntries(
            Object.entries(v).map(([k, inner]) => [
              k,
              Object.hasOwn(all, k) ? all[k]!.renamed(inner, naming, `${path}/${k}`) : inner,
            ]),
          ),
  };
}

/** Objects told apart by the value of one field. */
export function byKind<K extends Fields>(field: string, kinds: K): Shape<Of<K[keyof K]>> {
  const shapeOf = (v: unknown): Shape | undefined => {
    const kind = typeof v === 'object' && v !== null ? (v as Record<string, unknown>)[field] : undefined;
    return typeof kind === 'string' && Object.hasOwn(kinds, kind) ? kinds[kind] : undefined;
  };
  return {
    schema: { oneOf: Object.values(kinds).map((s) => s.schema) },
    made: { as: 'kinds', field, kinds },
    check: (v, path) => {
      const kind = typeof v === 'object' && v !== null ? (v as Record<string, unknown>)[field] : undefined;
      return (
        shapeOf(v)?.check(v, path) ??
        misfit(`${path}/${field}`, `should be one of ${Object.keys(kinds).join(', ')}, is ${kindOf(kind)}`)
      );
    },
    renamed: (v, naming, path) => shapeOf(v)?.renamed(v, naming, path) ?? v,
  };
}
