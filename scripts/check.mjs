#!/usr/bin/env node
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { checkNode, ensureNodePackages } from './lib/install.mjs';
import { ROOT } from './lib/paths.mjs';
import { run, say } from './lib/say.mjs';
import { staticChecks, tool } from './lib/tools.mjs';

/** Files that differ from what is committed, those nobody added yet among them. */
const changed = () =>
  ['diff --name-only HEAD', 'ls-files --others --exclude-standard'].flatMap((how) =>
    spawnSync('git', how.split(' '), { cwd: ROOT, encoding: 'utf8' }).stdout.split('\n').filter(Boolean),
  );

/** Folders of unit tests of whatever changed: `core/src/rings/gap.ts` has its in `core/test/rings`. */
function testsOf(files) {
  const folders = files.flatMap((file) => {
    const [, part, room] = /^(core|contract|demo|web)\/(?:src|test)\/(?:([^/]+)\/)?/u.exec(file) ?? [];
    if (!part) return [];
    return room && existsSync(join(ROOT, part, 'test', room))
      ? [`${part}/test/${room}/`]
      : [`${part}/test/[^/]+$`];
  });
  return [...new Set(folders)];
}

/** The fast checks: types, lint, format, who imports whom, and the unit tests of what changed. `npm test` is everything. */
await run(async () => {
  checkNode();
  ensureNodePackages('developers');
  const failed = [];
  await staticChecks((name, good, said) => {
    if (said.trim() !== '') say(said.trim());
    if (!good) failed.push(name);
  });
  const tests = testsOf(changed());
  const env = { NODE_OPTIONS: '--experimental-vm-modules --no-warnings' };
  const args = ['--selectProjects', 'unit', '--maxWorkers=2', '--testPathPatterns', ...tests];
  if (tests.length > 0 && !tool('jest/bin/jest.js', args, { env })) failed.push('unit tests');
  say(failed.length === 0 ? 'All fast checks passed.' : `Failed: ${failed.join(', ')}`);
  return failed.length === 0 ? 0 : 1;
});
