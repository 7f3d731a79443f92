/** As large as somebody who is signed in may send. */
const BYTES = 500_000;

const fill = (piece, between = ',') => {
  const n = Math.floor(BYTES / (piece.length + between.length));
  return Array.from({ length: n }, () => piece).join(between);
};

/** What a field is made of, through references. */
const made = (schema, all) => (schema?.$ref ? all[schema.$ref.split('/').at(-1)] : schema);

/** Something that passes the first look of a schema, so that a long list of it is looked at further. */
function like(schema, all, depth = 0) {
  const at = made(schema, all) ?? {};
  if (depth > 5) return null;
  if (at.enum) return at.enum[0];
  if (at.properties)
    return Object.fromEntries(Object.entries(at.properties).map(([k, s]) => [k, like(s, all, depth + 1)]));
  if (at.type === 'array') return [like(at.items, all, depth + 1)];
  if (at.type === 'number' || at.type === 'integer') return at.minimum ?? 1;
  if (at.type === 'boolean') return false;
  if (at.type === 'string')
    return at.format === 'email' ? 'a@b.example' : '019a0000-0000-7000-8000-000000000000';
  return {};
}

/** Bodies of half a megabyte that are as dear as their size lets them be. */
export function worstBodies(schema, all) {
  const bodies = [
    { name: 'zeros', body: `[${fill('0')}]` },
    { name: 'unknown fields', body: `{${Array.from({ length: 40_000 }, (_, i) => `"f${i}":0`).join()}}` },
    { name: 'nested lists', body: `{"entries":${'['.repeat(BYTES / 2)}${']'.repeat(BYTES / 2)}}` },
    { name: 'nested objects', body: `${'{"a":'.repeat(BYTES / 6)}0${'}'.repeat(BYTES / 6)}` },
    { name: 'one long text', body: JSON.stringify({ id: 'x'.repeat(BYTES - 20) }) },
    { name: 'one long key', body: JSON.stringify({ ['x'.repeat(BYTES - 20)]: 1 }) },
  ];
  const at = made(schema, all);
  const good = at?.properties ? like(at, all) : { entries: [] };
  const fields = [
    ...new Set([...Object.keys(at?.properties ?? {}), 'entries', 'works', 'ports', 'take', 'file', 'body']),
  ];
  for (const field of fields) {
    const of = (value) =>
      `{${Object.entries({ ...good, [field]: 0 }).map(([k, v]) => `${JSON.stringify(k)}:${k === field ? value : JSON.stringify(v)}`)}}`;
    bodies.push(
      { name: `${field}: zeros`, body: of(`[${fill('0')}]`) },
      { name: `${field}: objects`, body: of(`[${fill('{}')}]`) },
      { name: `${field}: a long text`, body: of(`"${'x '.repeat(BYTES / 2)}"`) },
      { name: `${field}: nines`, body: of('9'.repeat(BYTES)) },
    );
    const item = made(at?.properties?.[field], all);
    if (item?.type === 'array') {
      const one = JSON.stringify(like(item.items, all));
      bodies.push({ name: `${field}: good items`, body: of(`[${fill(one)}]`) });
    }
  }
  const limit =
    '{"id":"a","feature":"bore","state":"new","low":1,"high":2,"unit":"mm","conditions":{},"source":{}}';
  if (fields.includes('file'))
    bodies.push({
      name: 'a file of limits',
      body: `{"into":null,"file":{"format":"tribos-engine","version":1,"engine":{"limits":[${fill(limit)}]}}}`,
    });
  const entry = (more) => `{"entries":[${more}]}`;
  bodies.push(
    {
      name: 'entries: wrong ones',
      body: entry(Array.from({ length: 200 }, () => `{"kind":"reading","a":"${'x'.repeat(2_300)}"}`).join()),
    },
    {
      name: 'entries: a ticket of many lines',
      body: entry(`{"kind":"ticket","lines":[${fill('{"cylinder":0}')}]}`),
    },
    {
      name: 'entries: unknown fields',
      body: entry(`{"kind":"reading",${Array.from({ length: 30_000 }, (_, i) => `"f${i}":0`).join()}}`),
    },
  );
  return bodies.filter(({ body }) => body.length <= 512 * 1024);
}
