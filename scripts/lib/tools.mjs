import { spawnSync } from 'node:child_process';
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

/** The checks that need no database: types, lint, who imports whom. Name and whether it passed. */
export const STATIC_CHECKS = [
  ['types of core, contract, demo, server', () => tool('typescript/bin/tsc', ['-b'])],
  ['types of web', () => tool('typescript/bin/tsc', ['--noEmit', '-p', 'web'])],
  ['types of the tests', () => tool('typescript/bin/tsc', ['-p', 'tsconfig.test.json'])],
  ['lint', () => tool('eslint/bin/eslint.js', ['.', '--max-warnings', '0'])],
  ['format', () => tool('prettier/bin/prettier.cjs', ['--check', '--log-level', 'warn', '.'])],
  [
    'who imports whom',
    () =>
      tool('dependency-cruiser/bin/dependency-cruise.mjs', [
        ...CRUISED,
        '--config',
        '.dependency-cruiser.mjs',
      ]),
  ],
];

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
