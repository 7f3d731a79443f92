import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { GAUGES, jobFile, LEAVES, limit, TWIN } from '../support.js';

/**
 * The example room of the docs put into a copy of the house: its folders, the lines `lines.json` names, and what
 * `npm run schema` makes of them.
 */
const ROOT = join(dirname(fileURLToPath(import.meta.url)), '../../..');
const EXAMPLE = join(ROOT, 'docs/examples/room');
const THERE = join(ROOT, `node_modules/.cache/tribos/house-${process.pid}`);
const at = (file: string) => join(THERE, file);

type Lines = Readonly<Record<string, { readonly before: string; readonly line: string }>>;
const lines = JSON.parse(readFileSync(join(EXAMPLE, 'lines.json'), 'utf8')) as Lines;

function runs(args: readonly string[]): string {
  const { status, stdout, stderr } = spawnSync(process.execPath, args, { cwd: THERE, encoding: 'utf8' });
  if (status !== 0) throw new Error(stdout + stderr);
  return stdout;
}

beforeAll(() => {
  rmSync(THERE, { recursive: true, force: true });
  mkdirSync(THERE, { recursive: true });
  for (const part of ['core', 'contract', 'web', 'server'])
    cpSync(join(ROOT, part), at(part), {
      recursive: true,
      filter: (from) =>
        !/\/(dist|test|node_modules|public)(\/|$)|tsbuildinfo$/u.test(from.slice(ROOT.length)),
    });
  for (const part of ['tsconfig.base.json', 'package.json', 'scripts', 'docs'])
    cpSync(join(ROOT, part), at(part), { recursive: true });
  mkdirSync(at('node_modules'));
  cpSync(join(EXAMPLE, 'core'), at('core/src'), { recursive: true });
  cpSync(join(EXAMPLE, 'web'), at('web/src'), { recursive: true });
  for (const [file, { before, line }] of Object.entries(lines)) {
    const text = readFileSync(at(file), 'utf8');
    expect(text).toContain(`${before}\n`);
    writeFileSync(at(file), text.replace(`${before}\n`, `${line}\n${before}\n`));
  }
  writeFileSync(
    at('make.mjs'),
    `import { writeFileSync } from 'node:fs';
     import { madeOfRooms } from './scripts/lib/rooms.mjs';
     for (const [file, text] of Object.entries(madeOfRooms())) writeFileSync(file, text);
     const { coreInOne } = await import('./scripts/lib/tools.mjs');
     await coreInOne('core/src/index.ts', 'made');`,
  );
  runs([at('make.mjs')]);
}, 120_000);
afterAll(() => rmSync(THERE, { recursive: true, force: true }));

describe('a room that nothing knew of', () => {
  it('touches its own folders and at most three other lines', () => {
    expect(Object.entries(lines).map(([file, { line }]) => `${file}: ${line.trim()}`)).toEqual([
      "core/rooms.mjs: 'idler',",
      'core/src/house/house.ts: rooms.idler,',
    ]);
  });

  it('type-checks, in the core and on the screens', () => {
    const tsc = join(ROOT, 'node_modules/typescript/bin/tsc');
    // What the room brings to the screens, and all that reaches: the whole core among it.
    const web = { extends: './tsconfig.json', include: ['src/build.d.ts', 'src/idler'] };
    writeFileSync(at('web/tsconfig.idler.json'), JSON.stringify(web));
    runs([tsc, '-p', at('web/tsconfig.idler.json'), '--types', 'vite/client,node']);
  }, 120_000);

  it('is judged, reopened by its work, reported, told, and understood when a page is copied', () => {
    const float = (state: 'new' | 'service', low: number, high: number) => ({
      ...limit('crank.rod-side', state, low, high),
      feature: 'idler.float',
    });
    const engine = {
      ...TWIN,
      limits: [...TWIN.limits, float('new', 0.05, 0.2), float('service', 0.05, 0.3)],
    };
    writeFileSync(
      at('job.json'),
      JSON.stringify(jobFile([], { engine: engine as never, instruments: [...GAUGES, LEAVES] })),
    );
    cpSync(join(EXAMPLE, 'tried.mjs'), at('tried.mjs'));
    expect(JSON.parse(runs([at('tried.mjs')]))).toEqual({
      understood: ['idler.float'],
      states: ['within', 'within'],
      over: 'Another thrust washer, or the next thicker one.',
      // Nothing stands of what was tried with the other washer.
      reopened: [],
      report: true,
      told: 'Idler gear: a washer of 1.500 mm fitted',
      published: true,
    });
  });
});
