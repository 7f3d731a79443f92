import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { runInNewContext } from 'node:vm';
import * as core from '@tribos/core';

const SRC = fileURLToPath(new URL('../src', import.meta.url));
const EXAMPLE = /@example (.+?) \/\/ (.+?)(?: \*\/)?$/gmu;

const examples = readdirSync(SRC, { recursive: true, encoding: 'utf8' })
  .filter((name) => name.endsWith('.ts'))
  .flatMap((name) => {
    const text = readFileSync(join(SRC, name), 'utf8');
    const found = [...text.matchAll(EXAMPLE)].map(([, call, value]) => ({
      name,
      call: call!,
      value: value!,
    }));
    // One that is not a call and its value could not be run.
    expect({ name, examples: text.match(/@example/gu)?.length ?? 0 }).toEqual({
      name,
      examples: found.length,
    });
    return found;
  });

const said = (text: string): unknown => JSON.parse(JSON.stringify(runInNewContext(`(${text})`, { ...core })));

/** Only what the example names, its numbers to the digits it prints. */
function expectAsSaid(got: unknown, want: unknown): void {
  if (typeof want === 'number') expect(got).toBeCloseTo(want, String(want).split('.')[1]?.length ?? 0);
  else if (want !== null && typeof want === 'object')
    for (const [key, value] of Object.entries(want))
      expectAsSaid((got as Record<string, unknown> | null)?.[key], value);
  else expect(got).toEqual(want);
}

describe('examples in the comments of the core', () => {
  it.each(examples)('$name: $call', ({ call, value }) => {
    expectAsSaid(said(call), said(value));
  });
});
