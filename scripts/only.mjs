#!/usr/bin/env node
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildChanged } from './lib/build.mjs';
import { openDirectory, removeCluster, startCluster } from './lib/cluster.mjs';
import { checkNode, ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { run } from './lib/say.mjs';
import { tool } from './lib/tools.mjs';

/**
 * Some tests of one project, by parts of their names: `npm run unit -- rings`, `npm run server -- photos`,
 * `npm run e2e -- top`. With `--watch` they run again at every change. Server and browser tests get a PostgreSQL of their own.
 */
const [project, ...rest] = process.argv.slice(2);
const options = rest.filter((a) => a.startsWith('-'));
const names = rest.filter((a) => !a.startsWith('-'));
const NEEDS = { unit: [], server: ['postgresql'], e2e: ['postgresql', 'chromium', 'chromium-driver'] };

/** `rings` means a folder or a file of that name. */
const patterns = names.map((name) => `/test/(.*/)?${name}`);

const jest = (env = {}) =>
  tool(
    'jest/bin/jest.js',
    [
      ...['--selectProjects', project, '--maxWorkers=2', ...options],
      ...(patterns.length > 0 ? ['--testPathPatterns', ...patterns] : []),
    ],
    { env: { NODE_OPTIONS: '--experimental-vm-modules --no-warnings', ...env } },
  );

await run(async () => {
  const needs = NEEDS[project];
  if (!needs) throw new Error(`There are tests of ${Object.keys(NEEDS).join(', ')}, none of “${project}”.`);
  checkNode();
  ensureDebianPackages(needs);
  ensureNodePackages('developers');
  if (project === 'unit') return jest() ? 0 : 1;
  buildChanged();
  const dir = openDirectory(join(mkdtempSync(join(tmpdir(), 'tribos-only-')), 'cluster'));
  const cluster = await startCluster(dir, { throwaway: true });
  const stop = () => {
    cluster.stop();
    removeCluster(join(dir, '..'));
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => (stop(), process.exit(1)));
  try {
    return jest({ TEST_CLUSTER_URL: cluster.url('postgres') }) ? 0 : 1;
  } finally {
    stop();
  }
});
