type Json = null | boolean | number | string | readonly Json[] | { readonly [name: string]: Json };
type Schema = { readonly [name: string]: Json };

/** Shorter than this a part is clearer where it stands. */
const WORTH_A_NAME = 160;

/** Words under which schemas stand in a list, in a map by name, or alone. */
const LISTS = new Set(['anyOf', 'oneOf', 'allOf', 'prefixItems']);
const MAPS = new Set(['properties', 'patternProperties']);
const SINGLE = new Set(['items', 'additionalProperties', 'contains', 'not', 'if', 'then', 'else']);

type Each = (schema: Schema, under: string) => Schema;

/** The same schema with each schema in it as `each` makes it, told under which property it stands. */
function mapped(schema: Schema, under: string, each: Each): Schema {
  const at = (word: string, value: Json): Json => {
    if (typeof value !== 'object' || value === null) return value;
    if (LISTS.has(word)) return (value as readonly Schema[]).map((s) => each(s, under));
    if (MAPS.has(word))
      return Object.fromEntries(Object.entries(value).map(([name, s]) => [name, each(s as Schema, name)]));
    return SINGLE.has(word) ? each(value as Schema, under) : value;
  };
  return Object.fromEntries(Object.entries(schema).map(([word, value]) => [word, at(word, value)]));
}

/**
 * The same JSON Schema, each part that stands in it more than once said once, in `$defs`, by the name of the property it is
 * first found under.
 * @param schema 2020-12, without references
 */
export function withDefs<T extends object>(schema: T): T {
  const times = new Map<string, number>();
  const count: Each = (part, under) => {
    const text = JSON.stringify(part);
    times.set(text, (times.get(text) ?? 0) + 1);
    // What stands in something that is said once is said there.
    return times.get(text)! > 1 ? part : mapped(part, under, count);
  };
  mapped(schema as unknown as Schema, '', count);

  const defs: Record<string, Json> = {};
  const names = new Map<string, string>();
  const said: Each = (part, under) => {
    const text = JSON.stringify(part);
    if (text.length < WORTH_A_NAME || times.get(text)! < 2) return mapped(part, under, said);
    if (!names.has(text)) {
      let [name, n] = [under, 1];
      while (name in defs) name = `${under}-${(n += 1)}`;
      names.set(text, name);
      defs[name] = null;
      defs[name] = mapped(part, under, said);
    }
    return { $ref: `#/$defs/${names.get(text)!}` };
  };
  return { ...mapped(schema as unknown as Schema, 'root', said), $defs: defs } as unknown as T;
}
