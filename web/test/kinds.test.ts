import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import * as core from '@tribos/core';

const SOURCES = join(import.meta.dirname, '../src');
const text = readdirSync(SOURCES, { recursive: true, encoding: 'utf8' })
  .filter((path) => /\.tsx?$/u.test(path))
  // What is only brought along is written by nobody.
  .map((path) => readFileSync(join(SOURCES, path), 'utf8').replace(/^import [^;]*;$/gmu, ''))
  .join('\n');

/** Every kind of entry of the house, by the name its rooms give it. */
const KINDS = Object.entries(core).flatMap(([name, of]) =>
  typeof of === 'object' && of !== null && 'kind' in of && 'sent' in of && 'read' in of ? [name] : [],
);

/** Work that is said by what it was done with: the stack that lies there, the shim that is in, the zero that was set. */
const BY_OTHERS = ['shim-changed', 'zeroed-again'];

describe('what may be written into a job', () => {
  it('is known here', () => expect(KINDS.length).toBeGreaterThan(70));

  it.each(core.WORK_KINDS.filter((w) => !BY_OTHERS.includes(w)))(
    'the work “%s” is said somewhere',
    (what) => {
      expect([what, new RegExp(`['"]${what}['"]`, 'u').test(text)]).toEqual([what, true]);
    },
  );

  it.each(KINDS)('%s is written by some screen', (name) => {
    expect([name, new RegExp(`\\b${name}\\b`, 'u').test(text)]).toEqual([name, true]);
  });
});
