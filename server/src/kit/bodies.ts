import type { Shape } from '@tribos/core';
import { ProblemError } from './problems.js';

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

/**
 * Sizes before shapes: refuses a list that is longer than its description allows before any of its items is looked at.
 * @throws ProblemError 400
 */
export function refuseLonger(value: unknown, { made }: Shape, path = ''): void {
  if (made.as === 'or-none') {
    refuseLonger(value, made.of, path);
  } else if (made.as === 'list' && Array.isArray(value)) {
    if (value.length > made.most) throw tooMuch(path, `holds ${value.length}, at most ${made.most}`);
    for (const [i, item] of value.entries()) refuseLonger(item, made.of, `${path}/${i}`);
  } else if (made.as === 'record' && typeof value === 'object' && value !== null) {
    for (const [field, shape] of Object.entries({ ...made.fields, ...made.optional }))
      refuseLonger((value as Record<string, unknown>)[field], shape, `${path}/${field}`);
  }
}
