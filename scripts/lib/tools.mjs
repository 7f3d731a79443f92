import { spawn, spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from './paths.mjs';

/** Runs one of the project's own tools; returns whether it was content. */
export function tool(command, args, { env = {}, cwd = ROOT } = {}) {
  const result = spawnSync(process.execPath, [join(ROOT, 'node_modules', command), ...args], {
    cwd,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  return result.status === 0;
}

/** The same beside others; what it says is said in one piece, once it ends. */
function toolBeside([command, ...args]) {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [join(ROOT, 'node_modules', command), ...args], {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let said = '';
    for (const stream of [child.stdout, child.stderr])
      stream.setEncoding('utf8').on('data', (part) => (said += part));
    child.on('close', (code) => resolve({ good: code === 0, said }));
  });
}

const CRUISED = [
  'core/src',
  'contract/src',
  'server/src',
  'web/src',
  'demo/src',
  'e2e',
  'bench',
  'stand-ins',
];

/** What is known of files that did not change; it goes with the packages. */
const CACHE = 'node_modules/.cache/tribos';
const incremental = (name) => ['--incremental', '--tsBuildInfoFile', `${CACHE}/${name}.tsbuildinfo`];

/** What the first writes the others read; the longest of those begin first. */
const FIRST = ['types of core, contract, demo, server', ['typescript/bin/tsc', '-b']];
const THEN = [
  [
    'lint',
    [
      'eslint/bin/eslint.js',
      '.',
      '--max-warnings',
      '0',
      '--cache',
      '--cache-location',
      `${CACHE}/eslint`,
      '--cache-strategy',
      'content',
    ],
  ],
  ['types of the tests', ['typescript/bin/tsc', '-p', 'tsconfig.test.json', ...incremental('tests')]],
  ['types of web', ['typescript/bin/tsc', '--noEmit', '-p', 'web', ...incremental('web')]],
  [
    'format',
    [
      'prettier/bin/prettier.cjs',
      ...['--check', '--log-level', 'warn', '--cache', '--cache-location', `${CACHE}/prettier`, '.'],
    ],
  ],
  [
    'who imports whom',
    ['dependency-cruiser/bin/dependency-cruise.mjs', ...CRUISED, '--config', '.dependency-cruiser.mjs'],
  ],
];

/**
 * The checks that need no database: types, lint, who imports whom; two at a time.
 * @param {(name: string, good: boolean, said: string) => void} tell told of each as it ends
 */
export async function staticChecks(tell) {
  const check = async ([name, command]) => {
    const { good, said } = await toolBeside(command);
    tell(name, good, said);
  };
  await check(FIRST);
  const left = [...THEN];
  const lane = async () => {
    for (let next = left.shift(); next; next = left.shift()) await check(next);
  };
  await Promise.all([lane(), lane()]);
}

/**
 * Makes one module of the core: what loads it, and loads it again on each of its threads, is there at once.
 * @param {string} [entry] @param {string} [out] folder it is put into
 * @returns {Promise<string>} its file
 */
export async function coreInOne(entry = 'core/dist/index.js', out = 'core/dist') {
  const { build } = await import('vite');
  const dir = join(ROOT, out);
  await build({
    configFile: false,
    logLevel: 'error',
    build: {
      lib: { entry: join(ROOT, entry), formats: ['es'], fileName: () => 'one.mjs' },
      outDir: dir,
      emptyOutDir: false,
      minify: false,
      target: 'es2023',
    },
  });
  return join(dir, 'one.mjs');
}

/** Jest for some of its projects; the figures of the run from its own report. */
export function jest(report, projects, env = {}) {
  return tool(
    'jest/bin/jest.js',
    ['--selectProjects', ...projects, '--maxWorkers=2', '--json', `--outputFile=${report}`],
    {
      env: { NODE_OPTIONS: '--experimental-vm-modules --no-warnings', ...env },
    },
  );
}
