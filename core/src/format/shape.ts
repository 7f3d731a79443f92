/** A place in a file that does not have its shape. */
export interface Misfit {
  /** JSON pointer to the value. */
  readonly path: string;
  readonly sentence: string;
}

/** One description that both checks a value and prints the JSON Schema published for it. */
export interface Shape {
  readonly schema: Record<string, unknown>;
  readonly check: (value: unknown, path: string) => Misfit[];
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

export function text(most = 2000): Shape {
  return {
    schema: { type: 'string', maxLength: most },
    check: (v, path) =>
      typeof v !== 'string'
        ? misfit(path, `should be text, is ${kindOf(v)}`)
        : [...v].length > most
          ? misfit(path, `is longer than ${most} characters`)
          : [],
  };
}

export function pattern(source: string, what: string): Shape {
  const re = new RegExp(source, 'u');
  return {
    schema: { type: 'string', pattern: source },
    check: (v, path) =>
      typeof v === 'string' && re.test(v) ? [] : misfit(path, `should be ${what}, is ${kindOf(v)}`),
  };
}

export function number(minimum: number, maximum: number): Shape {
  return {
    schema: { type: 'number', minimum, maximum },
    check: (v, path) =>
      typeof v === 'number' && v >= minimum && v <= maximum
        ? []
        : misfit(path, `should be a number from ${minimum} to ${maximum}, is ${kindOf(v)}`),
  };
}

export function integer(minimum: number, maximum: number): Shape {
  return {
    schema: { type: 'integer', minimum, maximum },
    check: (v, path) =>
      Number.isInteger(v) && (v as number) >= minimum && (v as number) <= maximum
        ? []
        : misfit(path, `should be a whole number from ${minimum} to ${maximum}, is ${kindOf(v)}`),
  };
}

export const boolean: Shape = {
  schema: { type: 'boolean' },
  check: (v, path) =>
    typeof v === 'boolean' ? [] : misfit(path, `should be true or false, is ${kindOf(v)}`),
};

export function oneOf(...values: readonly (string | number)[]): Shape {
  return {
    schema: { enum: [...values] },
    check: (v, path) =>
      values.includes(v as string | number)
        ? []
        : misfit(path, `should be one of ${values.join(', ')}, is ${kindOf(v)}`),
  };
}

export function orNull(shape: Shape): Shape {
  return {
    schema: { anyOf: [shape.schema, { type: 'null' }] },
    check: (v, path) => (v === null ? [] : shape.check(v, path)),
  };
}

export function list(of: Shape, fewest = 0, most = 100_000): Shape {
  return {
    schema: { type: 'array', items: of.schema, minItems: fewest, maxItems: most },
    check: (v, path) => {
      if (!Array.isArray(v)) return misfit(path, `should be a list, is ${kindOf(v)}`);
      if (v.length < fewest || v.length > most)
        return misfit(path, `should hold ${fewest} to ${most} items, holds ${v.length}`);
      return v.flatMap((item, i) => of.check(item, `${path}/${i}`));
    },
  };
}

/** An object with exactly these fields; those in `optional` may be absent. */
export function object(fields: Record<string, Shape>, optional: Record<string, Shape> = {}): Shape {
  const all = { ...fields, ...optional };
  return {
    schema: {
      type: 'object',
      properties: Object.fromEntries(Object.entries(all).map(([k, s]) => [k, s.schema])),
      required: Object.keys(fields),
      additionalProperties: false,
    },
    check: (v, path) => {
      if (typeof v !== 'object' || v === null || Array.isArray(v))
        return misfit(path, `should be an object, is ${kindOf(v)}`);
      const given = v as Record<string, unknown>;
      return [
        ...Object.keys(fields)
          .filter((k) => !Object.hasOwn(given, k))
          .flatMap((k) => misfit(`${path}/${k}`, 'is missing')),
        ...Object.keys(given)
          .filter((k) => !Object.hasOwn(all, k))
          .flatMap((k) => misfit(`${path}/${k}`, 'is not part of the format')),
        ...Object.entries(all)
          .filter(([k]) => Object.hasOwn(given, k))
          .flatMap(([k, s]) => s.check(given[k], `${path}/${k}`)),
      ];
    },
  };
}

/** Objects told apart by the value of one field. */
export function byKind(field: string, kinds: Record<string, Shape>): Shape {
  return {
    schema: { oneOf: Object.values(kinds).map((s) => s.schema) },
    check: (v, path) => {
      const kind = typeof v === 'object' && v !== null ? (v as Record<string, unknown>)[field] : undefined;
      const shape = typeof kind === 'string' && Object.hasOwn(kinds, kind) ? kinds[kind] : undefined;
      return shape
        ? shape.check(v, path)
        : misfit(`${path}/${field}`, `should be one of ${Object.keys(kinds).join(', ')}, is ${kindOf(kind)}`);
    },
  };
}
