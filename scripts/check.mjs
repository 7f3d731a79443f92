#!/usr/bin/env node
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { checkNode, ensureNodePackages } from './lib/install.mjs';
import { run, say } from './lib/say.mjs';
import { jest, staticChecks } from './lib/tools.mjs';

/** The fast checks, under a minute: types, lint, format, boundaries, unit tests. */
await run(async () => {
  checkNode();
  ensureNodePackages('developers');
  const dir = mkdtempSync(join(tmpdir(), 'tribos-check-'));
  const failed = [];
  await staticChecks((name, good, said) => {
    if (said.trim() !== '') say(said.trim());
    if (!good) failed.push(name);
  });
  if (!jest(join(dir, 'unit.json'), ['unit'])) failed.push('unit tests');
  rmSync(dir, { recursive: true });
  say(failed.length === 0 ? 'All fast checks passed.' : `Failed: ${failed.join(', ')}`);
  return failed.length === 0 ? 0 : 1;
});
