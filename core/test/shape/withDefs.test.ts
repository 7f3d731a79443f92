import { describe, expect, it } from '@jest/globals';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { jobFileSchema, jobFileShape, withDefs } from '@tribos/core';
import { bores, jobFile } from '../support.js';

const long = (name: string) => ({
  type: 'object',
  properties: {
    [name]: { type: 'string', maxLength: 200, pattern: '^[a-z]+$' },
    type: { enum: ['manual', 'kit-sheet', 'machinist', 'shop-rule', 'bulletin', 'hearsay'] },
  },
  required: [name, 'type'],
  additionalProperties: false,
});

describe('a schema with its parts said once', () => {
  it('names what stands in it more than once by where it is found first, and leaves the rest', () => {
    const told = withDefs({
      type: 'object',
      properties: {
        source: long('page'),
        others: { type: 'array', items: long('page') },
        alone: long('line'),
      },
    });
    expect(told).toMatchObject({
      properties: {
        source: { $ref: '#/$defs/source' },
        others: { items: { $ref: '#/$defs/source' } },
        alone: long('line'),
      },
      $defs: { source: long('page') },
    });
  });

  it('takes a property that is called as a word of schemas for a property', () => {
    const of = { type: 'object', properties: { items: long('page'), properties: long('page') } };
    expect(withDefs(of)).toMatchObject({
      properties: { items: { $ref: '#/$defs/items' }, properties: { $ref: '#/$defs/items' } },
    });
  });

  it('accepts and refuses what the whole one does', () => {
    const ajv = () => new Ajv2020({ strict: false });
    const [whole, short] = [ajv().compile(jobFileShape.schema), ajv().compile(jobFileSchema)];
    const file = JSON.parse(JSON.stringify(jobFile(bores([[['77.020', '77.019']]])))) as Record<
      string,
      unknown
    >;
    for (const of of [
      file,
      { ...file, engine: {} },
      { ...file, log: [{ kind: 'note' }] },
      { ...file, more: 1 },
    ])
      expect(short(of)).toBe(whole(of));
    expect(short(file)).toBe(true);
  });
});
