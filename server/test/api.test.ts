import { Validator } from '@seriousme/openapi-schema-validator';
import { createConfig, lintFromString } from '@redocly/openapi-core';
import { execFile, spawnSync } from 'node:child_process';
import { copyFileSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { promisify } from 'node:util';
import ts from 'typescript';
import { makeWorld, type World } from './support.js';

const ROOT = join(dirname(fileURLToPath(import.meta.url)), '../..');
/** Within the checkout, so that what it imports is found; gone once the test is over. */
const THERE = join(ROOT, `node_modules/.cache/tribos/client-${process.pid}`);

interface Operation {
  readonly summary?: string;
  readonly responses: Readonly<Record<string, { readonly content?: object }>>;
}
interface Description {
  readonly paths: Readonly<Record<string, Readonly<Record<string, Operation>>>>;
  readonly components: { readonly schemas: Readonly<Record<string, object>> };
}

let world: World;
let description: Description;
beforeAll(async () => {
  world = await makeWorld();
  const { body } = await world.nobody.get('/api/docs.json').expect(200);
  description = body as Description;
  mkdirSync(THERE, { recursive: true });
});
afterAll(async () => {
  rmSync(THERE, { recursive: true, force: true });
  await world.close();
});

const operations = (): (readonly [name: string, of: Operation])[] =>
  Object.entries(description.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, of]) => [`${method} ${path}`, of] as const),
  );

/** Runs a tool of the checkout and fails with what it says. */
function runs(args: readonly string[]): string {
  const { status, stdout, stderr } = spawnSync(process.execPath, args, { cwd: ROOT, encoding: 'utf8' });
  if (status !== 0) throw new Error(stdout + stderr);
  return stdout;
}

describe('the description of the API', () => {
  it('has a sentence and the shape of its answer for every endpoint', () => {
    const told = operations();
    expect(told.length).toBeGreaterThan(115);
    for (const [name, { summary, responses }] of told) {
      expect([name, summary]).toEqual([name, expect.stringMatching(/^[A-Z].*[.]$/u)]);
      const [status, first] = Object.entries(responses).find(([s]) => s.startsWith('2'))!;
      expect([name, first.content !== undefined]).toEqual([name, status !== '204']);
      expect([name, 'default' in responses]).toEqual([name, true]);
    }
  });

  it('is what the types of the endpoints say now', () => {
    const script = `import { describedApi } from './scripts/lib/describeApi.mjs';
      process.stdout.write(JSON.stringify(describedApi()));`;
    const now = runs(['--input-type=module', '-e', script]);
    const written: unknown = JSON.parse(readFileSync(join(ROOT, 'server/api.json'), 'utf8'));
    expect(written).toEqual(JSON.parse(now));
  });

  it('is found sound by two validators that share nothing', async () => {
    const one = await new Validator().validate(structuredClone(description) as never);
    expect(one).toEqual({ valid: true });
    const config = await createConfig({ extends: ['spec'] });
    expect(await lintFromString({ source: JSON.stringify(description), config })).toEqual([]);
  });

  it('makes a client that founds an engine, opens a job, sends readings and reads the verdict', async () => {
    writeFileSync(join(THERE, 'docs.json'), JSON.stringify(description));
    copyFileSync(join(ROOT, 'docs/examples/client.ts'), join(THERE, 'client.ts'));
    runs([
      join(ROOT, 'node_modules/openapi-typescript/bin/cli.js'),
      join(THERE, 'docs.json'),
      ...['-o', join(THERE, 'api.ts')],
    ]);
    runs([
      join(ROOT, 'node_modules/typescript/bin/tsc'),
      ...['--strict', '--noUncheckedIndexedAccess', '--target', 'es2023', '--module', 'nodenext'],
      ...['--types', 'node', '--lib', 'es2023,dom', '--outDir', join(THERE, 'made')],
      join(THERE, 'client.ts'),
    ]);
    writeFileSync(join(THERE, 'made/package.json'), '{"type":"module"}');
    const run = `import { walk } from ${JSON.stringify(pathToFileURL(join(THERE, 'made/client.js')).href)};
      console.log(JSON.stringify(await walk(process.argv[1], 'mirela@ternhollow.example', 'demo-bench-77')));`;
    const { port } = world.app.getHttpServer().address() as { port: number };
    // The server answers in this process: the client must not hold it up.
    const { stdout } = await promisify(execFile)(process.execPath, [
      ...['--input-type=module', '-e', run],
      `http://127.0.0.1:${port}`,
    ]);
    const verdicts = JSON.parse(stdout) as { state: string; headline: string }[];
    expect(verdicts[0]).toEqual({
      state: 'beyond',
      headline: 'Bore is 0.010 mm past its service limit.',
    });
  });
});

it('the walk is refused by the compiler where it sends what is not asked for', () => {
  const text = readFileSync(join(ROOT, 'docs/examples/client.ts'), 'utf8').replace('60_050_000', "'60.05'");
  writeFileSync(join(THERE, 'client.ts'), text);
  const program = ts.createProgram([join(THERE, 'client.ts')], {
    ...{ strict: true, noEmit: true, target: ts.ScriptTarget.ES2022, skipLibCheck: true },
    ...{ module: ts.ModuleKind.NodeNext, moduleResolution: ts.ModuleResolutionKind.NodeNext },
    ...{ types: ['node'], lib: ['lib.es2023.d.ts', 'lib.dom.d.ts'] },
  });
  const said = ts
    .getPreEmitDiagnostics(program)
    .map((d) => ts.flattenDiagnosticMessageText(d.messageText, '\n'));
  expect(said.join('\n')).toContain("Type 'string' is not assignable to type 'number'");
});
