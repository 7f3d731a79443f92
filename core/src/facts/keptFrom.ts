import { isView } from './view.js';

type Plain = Readonly<Record<string, unknown>>;

const isPlain = (v: object): v is Plain => {
  const proto: unknown = Object.getPrototypeOf(v);
  return (
    (proto === Object.prototype || proto === null) &&
    Object.getOwnPropertySymbols(v).length === 0 &&
    !isView(v)
  );
};

/**
 * Whether two values say the same. Lists, plain records, maps and sets are looked into, in their order; anything else is
 * the same only where it is the same object.
 */
export function sameAs(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a))
    return Array.isArray(b) && a.length === b.length && a.every((v, i) => sameAs(v, b[i]));
  if (a instanceof Map) return b instanceof Map && sameMaps(a, b);
  if (a instanceof Set) return b instanceof Set && sameSets(a, b);
  return isPlain(a) && isPlain(b) && sameRecords(a, b);
}

function sameRecords(a: Plain, b: Plain): boolean {
  const [names, others] = [Object.keys(a), Object.keys(b)];
  return names.length === others.length && names.every((n, i) => n === others[i] && sameAs(a[n], b[n]));
}

function sameMaps(a: ReadonlyMap<unknown, unknown>, b: ReadonlyMap<unknown, unknown>): boolean {
  if (a.size !== b.size) return false;
  const others = b.entries();
  for (const [key, v] of a) {
    const [other, w] = others.next().value!;
    if (!Object.is(key, other) || !sameAs(v, w)) return false;
  }
  return true;
}

function sameSets(a: ReadonlySet<unknown>, b: ReadonlySet<unknown>): boolean {
  if (a.size !== b.size) return false;
  const others = b.values();
  for (const v of a) if (!Object.is(v, others.next().value)) return false;
  return true;
}

/**
 * What was known before, wherever what is known now says the same; of a list or a map its members one by one: the very same
 * objects, so that whoever compares them sees at once what moved.
 */
export function keptFrom<T>(before: T, now: T): T {
  if (Array.isArray(now) && Array.isArray(before)) return keptList(before, now) as T;
  if (now instanceof Map && before instanceof Map) return keptMap(before, now) as T;
  return sameAs(before, now) ? before : now;
}

function keptList(before: readonly unknown[], now: readonly unknown[]): readonly unknown[] {
  let [old, fresh] = [before.length === now.length, true];
  const list = now.map((v, i) => {
    const is = i < before.length && sameAs(before[i], v) ? before[i] : v;
    old &&= is === before[i];
    fresh &&= is === v;
    return is;
  });
  return old ? before : fresh ? now : list;
}

function keptMap(
  before: ReadonlyMap<unknown, unknown>,
  now: ReadonlyMap<unknown, unknown>,
): ReadonlyMap<unknown, unknown> {
  let [old, fresh] = [before.size === now.size, true];
  const were = before.keys();
  const map = new Map<unknown, unknown>();
  for (const [key, v] of now) {
    const was = before.get(key);
    const is = before.has(key) && sameAs(was, v) ? was : v;
    old &&= Object.is(were.next().value, key) && is === was;
    fresh &&= is === v;
    map.set(key, is);
  }
  return old ? before : fresh ? now : map;
}
