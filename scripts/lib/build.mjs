import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { ROOT } from './paths.mjs';
import { say, Trouble } from './say.mjs';

const SKIP = new Set(['node_modules', 'dist', 'test', '.tribos']);

function fingerprint(paths) {
  const hash = createHash('sha256');
  const walk = (path) => {
    const stat = statSync(path);
    if (stat.isDirectory()) {
      for (const name of readdirSync(path).sort()) if (!SKIP.has(name)) walk(join(path, name));
    } else hash.update(`${path}:${stat.size}:${stat.mtimeMs};`);
  };
  for (const p of paths) walk(join(ROOT, p));
  return hash.digest('hex');
}

/** A file of an installed package, wherever npm put the package. */
export function packageFile(workspace, name, file) {
  const require = createRequire(join(ROOT, workspace, 'package.json'));
  return join(dirname(require.resolve(`${name}/package.json`)), file);
}

const STEPS = [
  {
    name: 'server',
    sources: ['core', 'contract', 'demo', 'server', 'stand-ins', 'tsconfig.base.json', 'package-lock.json'],
    output: 'server/dist/main.js',
    command: () => [packageFile('.', 'typescript', 'bin/tsc'), '-b'],
  },
  {
    name: 'core as one module',
    sources: ['core', 'package-lock.json', 'scripts/coreInOne.mjs'],
    output: 'core/dist/one.mjs',
    command: () => [join(ROOT, 'scripts/coreInOne.mjs')],
  },
  {
    name: 'screens',
    sources: ['core/src', 'contract/src', 'web', 'package-lock.json'],
    output: 'web/dist/index.html',
    command: () => [packageFile('web', 'vite', 'bin/vite.js'), 'build', '--logLevel', 'error'],
    cwd: 'web',
  },
];

/** What was last built: it belongs to the checkout, whichever state directory the application is run with. */
const BUILT = join(ROOT, '.tribos', 'built.json');

/** Builds what changed since it was last built. */
export function buildChanged() {
  mkdirSync(dirname(BUILT), { recursive: true });
  const built = existsSync(BUILT) ? JSON.parse(readFileSync(BUILT, 'utf8')) : {};
  for (const step of STEPS) {
    const now = fingerprint(step.sources);
    if (built[step.name] === now && existsSync(join(ROOT, step.output))) continue;
    say(`Building the ${step.name}`);
    const result = spawnSync(process.execPath, step.command(), {
      cwd: join(ROOT, step.cwd ?? '.'),
      stdio: 'inherit',
      // The same build whoever asks for it: a test runner sets another mode.
      env: { ...process.env, NODE_ENV: 'production' },
    });
    if (result.status !== 0) throw new Trouble(`The ${step.name} could not be built.`);
    built[step.name] = now;
    writeFileSync(BUILT, JSON.stringify(built));
  }
}
