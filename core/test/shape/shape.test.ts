import { Ajv2020 } from 'ajv/dist/2020.js';
import fc from 'fast-check';
import {
  boolean,
  byKind,
  day,
  id,
  integer,
  isOnCalendar,
  list,
  number,
  object,
  oneOf,
  orNull,
  pattern,
  ref,
  text,
  time,
  type Shape,
} from '@tribos/core';

/** A description, and values that are tried on it: right ones, and ones that are nearly right. */
interface Described {
  readonly shape: Shape;
  readonly values: fc.Arbitrary<unknown>;
}

const junk = fc.oneof(
  fc.constant(null),
  fc.boolean(),
  fc.integer({ min: -20, max: 20 }),
  fc.double({ min: -20, max: 20, noNaN: true }),
  fc.string({ maxLength: 8 }),
  fc.constant([]),
  fc.constant({}),
);
const plain: readonly Described[] = [
  { shape: text(5), values: fc.string({ maxLength: 8 }) },
  {
    shape: pattern('^[a-c]+$', 'letters'),
    values: fc.string({ unit: fc.constantFrom(...'abcd'), maxLength: 4 }),
  },
  { shape: id, values: fc.oneof(fc.uuid(), fc.string({ maxLength: 3 })) },
  { shape: number(-3, 4.5), values: fc.double({ min: -6, max: 6, noNaN: true }) },
  { shape: integer(0, 5), values: fc.oneof(fc.integer({ min: -2, max: 8 }), fc.constant(2.5)) },
  { shape: boolean, values: fc.boolean() },
  { shape: oneOf<string | number>('a', 'b', 7), values: fc.constantFrom<unknown>('a', 'b', 'c', 7, 8, '7') },
];
const described: fc.Arbitrary<Described> = fc.letrec<{ any: Described }>((tie) => ({
  any: fc.oneof(
    { maxDepth: 2 },
    fc.constantFrom(...plain),
    tie('any').map(({ shape, values }) => ({
      shape: orNull(shape),
      values: fc.oneof(fc.constant(null), values),
    })),
    tie('any').map(({ shape, values }) => ({
      shape: list(shape, 1, 3),
      values: fc.array(values, { maxLength: 4 }),
    })),
    fc.tuple(tie('any'), tie('any')).map(([a, b]) => ({
      shape: object({ a: a.shape }, { b: b.shape }),
      values: fc.record({ a: a.values, b: b.values, c: fc.boolean() }, { requiredKeys: [] }),
    })),
  ),
})).any;

describe('one description of a value', () => {
  it('says of every value what the schema it publishes says, by another validator', () => {
    const ajv = new Ajv2020({ strict: true, strictTypes: false, allowUnionTypes: true });
    fc.assert(
      fc.property(
        described.chain(({ shape, values }) =>
          fc.tuple(fc.constant(shape), fc.oneof({ weight: 4, arbitrary: values }, junk)),
        ),
        ([shape, value]) => {
          const ours = shape.check(value, '').length === 0;
          expect(ours).toBe(ajv.compile(shape.schema)(value));
        },
      ),
      { numRuns: 1_500 },
    );
  });

  it('names the place of each misfit, all of them at once', () => {
    const shape = object({ a: list(integer(0, 9)), b: text() }, { c: boolean });
    expect(shape.check({ a: [1, 'x', 12], c: 1, d: 0 }, '').map((m) => m.path)).toEqual([
      '/b',
      '/d',
      '/a/1',
      '/a/2',
      '/c',
    ]);
    expect(shape.check('a', '')[0]).toEqual({ path: '/', sentence: 'should be an object, is string "a"' });
    expect(list(text(), 1, 2).check([], '/x')[0]!.sentence).toBe('should hold 1 to 2 items, holds 0');
  });

  it('takes no field that an object only inherits', () => {
    expect(object({ toString: text() }).check({}, '')[0]!.sentence).toBe('is missing');
    expect(byKind('kind', { a: object({ kind: oneOf('a') }) }).check({ kind: 'toString' }, '')).toHaveLength(
      1,
    );
  });

  it('tells kinds apart by their field, and says which there are', () => {
    const kinds = byKind('kind', {
      a: object({ kind: oneOf('a'), x: integer(0, 3) }),
      b: object({ kind: oneOf('b'), y: text(2) }),
    });
    expect(kinds.check({ kind: 'a', x: 2 }, '')).toEqual([]);
    expect(kinds.check({ kind: 'b', y: 'abc' }, '')[0]!.path).toBe('/y');
    expect(kinds.check({ kind: 'c' }, '')[0]!.sentence).toContain('should be one of a, b');
    expect(kinds.check(null, '')[0]!.path).toBe('/kind');
  });

  it('renames what names something and leaves the rest, wherever it stands', () => {
    const shape = object({
      of: ref('entry'),
      by: orNull(ref('instrument')),
      all: list(object({ kit: ref('kit'), text: text() })),
      text: text(),
    });
    const seen: string[] = [];
    const renamed = shape.renamed(
      { of: '1', by: null, all: [{ kit: '2', text: '2' }], text: '1', more: 'x' },
      (named, was, path) => {
        seen.push(`${named} ${path}`);
        return `new-${was}`;
      },
      '',
    );
    expect(renamed).toEqual({
      of: 'new-1',
      by: null,
      all: [{ kit: 'new-2', text: '2' }],
      text: '1',
      more: 'x',
    });
    expect(seen).toEqual(['entry /of', 'kit /all/0/kit']);
  });

  it('counts letters as people do, and knows which days there are', () => {
    expect(text(2).check('äö', '')).toEqual([]);
    expect(text(1).check('🙂', '')).toEqual([]);
    for (const good of ['2026-02-28', '2028-02-29']) expect(day.check(good, '')).toEqual([]);
    for (const bad of ['2026-02-29', '2026-13-01', '2026-2-1', '26-02-01'])
      expect(day.check(bad, '')).toHaveLength(1);
    expect(time.check('2026-02-28T23:59:59.5Z', '')).toEqual([]);
    expect(time.check('2026-02-28T24:00:00Z', '')).toHaveLength(1);
    expect(isOnCalendar('2026-06-31')).toBe(false);
  });
});
