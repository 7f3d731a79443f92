import { getMetadataStorage } from 'class-validator';
import { createRequire } from 'node:module';
import { ProblemError } from './problems.js';

const require = createRequire(import.meta.url);

/** What any body may hold, whatever it is of: many times what the largest sheet of an engine does. */
const MOST = { nodes: 24_000, depth: 24, items: 5_000, keys: 500, digits: 400 } as const;

const tooMuch = (path: string, sentence: string): ProblemError =>
  new ProblemError(400, 'too-much', `Nothing was saved: ${path || 'the request'} ${sentence}.`, {
    errors: [{ path, sentence }],
  });

const [QUOTE, BACKSLASH, COMMA, ZERO, NINE] = [0x22, 0x5c, 0x2c, 0x30, 0x39];
const OPENS = new Set([0x5b, 0x7b]);
const CLOSES = new Set([0x5d, 0x7d]);

/**
 * Refuses a text that is nested too deep or holds too many values before it is parsed: a parser is held by brackets
 * alone.
 * @throws ProblemError 400
 */
export function refuseUnboundedText(text: Uint8Array): void {
  let [depth, values, digits, isQuoted] = [0, 1, 0, false];
  for (let i = 0; i < text.length; i += 1) {
    const c = text[i]!;
    if (isQuoted) {
      if (c === BACKSLASH) i += 1;
      else if (c === QUOTE) isQuoted = false;
    } else if (c >= ZERO && c <= NINE) {
      // A number of half a megabyte is one value, and dear.
      digits += 1;
      if (digits > MOST.digits) throw tooMuch('', `holds a number of more than ${MOST.digits} digits`);
      continue;
    } else if (c === QUOTE) isQuoted = true;
    else if (c === COMMA) values += 1;
    else if (OPENS.has(c)) {
      depth += 1;
      values += 1;
      if (depth > MOST.depth) throw tooMuch('', `is nested deeper than ${MOST.depth}`);
    } else if (CLOSES.has(c)) depth -= 1;
    digits = 0;
    if (values > MOST.nodes) throw tooMuch('', `holds more than ${MOST.nodes} values`);
  }
}

/**
 * Refuses a body that only its size makes dear, before anybody looks at what is in it: looked at once, no deeper and
 * no longer than what is allowed.
 * @throws ProblemError 400
 */
export function refuseUnbounded(body: unknown): void {
  if (typeof body !== 'object' || body === null) return;
  const left: { readonly value: object; readonly depth: number; readonly path: string }[] = [
    { value: body, depth: 0, path: '' },
  ];
  let nodes = 0;
  for (let at = left.pop(); at; at = left.pop()) {
    const { value, depth, path } = at;
    if (depth > MOST.depth) throw tooMuch(path, `is nested deeper than ${MOST.depth}`);
    const isList = Array.isArray(value);
    const keys = isList ? null : Object.keys(value);
    const size = isList ? value.length : keys!.length;
    if (isList && size > MOST.items) throw tooMuch(path, `holds ${size}, at most ${MOST.items}`);
    if (!isList && size > MOST.keys) throw tooMuch(path, `has ${size} fields, at most ${MOST.keys}`);
    nodes += size;
    if (nodes > MOST.nodes) throw tooMuch('', `holds more than ${MOST.nodes} values`);
    for (let i = 0; i < size; i += 1) {
      const key = isList ? i : keys![i]!;
      const inner = (value as Record<string | number, unknown>)[key];
      if (typeof inner === 'object' && inner !== null)
        left.push({ value: inner, depth: depth + 1, path: `${path}/${key}` });
    }
  }
}

type Class = abstract new (...args: never[]) => object;

interface Nested {
  readonly typeFunction: () => Class;
}

const transformed = () =>
  (
    require('class-transformer/cjs/storage.js') as {
      defaultMetadataStorage: { findTypeMetadata(target: Class, property: string): Nested | undefined };
    }
  ).defaultMetadataStorage;

interface Sized {
  readonly property: string;
  /** Items a list may hold; null for what is no list. */
  readonly most: number | null;
  readonly of: Class | null;
}

const known = new WeakMap<Class, readonly Sized[]>();

/** Lists of a request's class, and what its fields are made of, as its own rules say. */
export function sizesOf(target: Class): readonly Sized[] {
  const before = known.get(target);
  if (before) return before;
  const rules = getMetadataStorage().getTargetValidationMetadatas(target as never, '', false, false);
  const made = [...new Set(rules.map((r) => r.propertyName))].map((property): Sized => {
    const most = rules.find((r) => r.propertyName === property && r.name === 'arrayMaxSize');
    return {
      property,
      most: most ? (most.constraints as [number])[0] : null,
      of: transformed().findTypeMetadata(target, property)?.typeFunction() ?? null,
    };
  });
  known.set(target, made);
  return made;
}

/**
 * Sizes before shapes: refuses a list that is longer than its class allows before any of its items is looked at.
 * @throws ProblemError 400
 */
export function refuseLonger(value: unknown, target: Class, path = ''): void {
  if (typeof value !== 'object' || value === null) return;
  for (const { property, most, of } of sizesOf(target)) {
    const inner: unknown = (value as Record<string, unknown>)[property];
    const at = `${path}/${property}`;
    if (Array.isArray(inner)) {
      if (most !== null && inner.length > most) throw tooMuch(at, `holds ${inner.length}, at most ${most}`);
      if (of)
        for (const [i, item] of inner.entries()) {
          if (typeof item !== 'object' || item === null || Array.isArray(item))
            throw tooMuch(`${at}/${i}`, 'is not what belongs here');
          refuseLonger(item, of, `${at}/${i}`);
        }
    } else if (of) refuseLonger(inner, of, at);
  }
}
