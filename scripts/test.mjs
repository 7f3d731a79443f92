#!/usr/bin/env node
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildChanged } from './lib/build.mjs';
import { openDirectory, removeCluster, startCluster } from './lib/cluster.mjs';
import { checkNode, ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { ROOT } from './lib/paths.mjs';
import { run, say } from './lib/say.mjs';
import { jest, staticChecks } from './lib/tools.mjs';

/**
 * Everything: types, lint, boundaries, unit tests, server tests on a throwaway PostgreSQL, and the real
 * interface in headless Chromium. One run, one exit code, one closing line.
 */
await run(async () => {
  checkNode();
  ensureDebianPackages(['postgresql', 'chromium', 'chromium-driver']);
  ensureNodePackages('developers');
  const dir = openDirectory(join(mkdtempSync(join(tmpdir(), 'tribos-test-')), 'cluster'));
  const reports = join(dir, '..');
  let passed = 0;
  let failed = 0;
  const count = (good) => (good ? (passed += 1) : (failed += 1));
  const countReport = (name, ran) => {
    const file = join(reports, `${name}.json`);
    if (!existsSync(file)) {
      failed += 1;
      return;
    }
    const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = JSON.parse(
      readFileSync(file, 'utf8'),
    );
    passed += numPassedTests;
    failed += numFailedTests + numRuntimeErrorTestSuites;
    if (!ran && numFailedTests + numRuntimeErrorTestSuites === 0) failed += 1;
  };

  let cluster = null;
  const stop = () => {
    cluster?.stop();
    cluster = null;
    removeCluster(reports);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => (stop(), process.exit(1)));
  try {
    await staticChecks((name, good, said) => {
      if (said.trim() !== '') say(said.trim());
      say(`${good ? 'passed' : 'FAILED'}: ${name}`);
      count(good);
    });
    buildChanged();
    const whole = { CORE_IN_ONE: join(ROOT, 'core/dist/one.mjs') };
    countReport('unit', jest(join(reports, 'unit.json'), ['unit'], whole));
    cluster = await startCluster(dir, { throwaway: true });
    const env = { ...whole, TEST_CLUSTER_URL: cluster.url('postgres') };
    countReport('server', jest(join(reports, 'server.json'), ['server'], env));
    countReport('e2e', jest(join(reports, 'e2e.json'), ['e2e'], env));
  } catch (error) {
    failed += 1;
    console.error(error);
  } finally {
    stop();
  }
  say(`\n${passed} passed, ${failed} failed`);
  return failed === 0 && passed > 0 ? 0 : 1;
});
