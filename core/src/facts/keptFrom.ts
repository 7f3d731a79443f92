import { isView } from './view.js';

type Plain = Record<string, unknown>;

const isPlain = (v: object): v is Plain => {
  const proto: unknown = Object.getPrototypeOf(v);
  return (
    (proto === Object.prototype || proto === null) &&
    Object.getOwnPropertySymbols(v).length === 0 &&
    !isView(v)
  );
};

/**
 * What was known before, wherever what is known now says the same: the very same objects, part by part, so that whoever
 * compares them sees at once what moved. Lists, plain records, maps and sets are looked into, in their order; anything else
 * is the same only where it is the same object.
 * @example keptFrom([{ a: 1 }, { b: 2 }], [{ a: 1 }, { b: 3 }]) // [{ a: 1 }, { b: 3 }]
 */
export function keptFrom<T>(before: T, now: T): T {
  return kept(before, now) as T;
}

function kept(before: unknown, now: unknown): unknown {
  if (Object.is(before, now)) return before;
  if (typeof before !== 'object' || typeof now !== 'object' || before === null || now === null) return now;
  if (Array.isArray(now)) return Array.isArray(before) ? keptList(before, now) : now;
  if (now instanceof Map) return before instanceof Map ? keptMap(before, now) : now;
  if (now instanceof Set) return before instanceof Set && sameSet(before, now) ? before : now;
  return isPlain(now) && isPlain(before) ? keptRecord(before, now) : now;
}

function keptList(before: readonly unknown[], now: readonly unknown[]): readonly unknown[] {
  let same = before.length === now.length;
  const list = now.map((v, i) => {
    const k = kept(before[i], v);
    same &&= k === before[i] || Object.is(k, before[i]);
    return k;
  });
  return same ? before : list;
}

function keptRecord(before: Plain, now: Plain): Plain {
  const names = Object.keys(now);
  const were = Object.keys(before);
  let same = names.length === were.length;
  const record: Plain = {};
  names.forEach((name, i) => {
    const k = kept(before[name], now[name]);
    record[name] = k;
    same &&= name === were[i] && Object.is(k, before[name]);
  });
  return same ? before : record;
}

function keptMap(before: ReadonlyMap<unknown, unknown>, now: ReadonlyMap<unknown, unknown>) {
  let same = before.size === now.size;
  const were = before.keys();
  const map = new Map<unknown, unknown>();
  for (const [key, v] of now) {
    const k = kept(before.get(key), v);
    same &&= Object.is(were.next().value, key) && Object.is(k, before.get(key));
    map.set(key, k);
  }
  return same ? before : map;
}

function sameSet(before: ReadonlySet<unknown>, now: ReadonlySet<unknown>): boolean {
  if (before.size !== now.size) return false;
  const were = before.values();
  for (const v of now) if (!Object.is(were.next().value, v)) return false;
  return true;
}
