#!/usr/bin/env node
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { checkNode, ensureNodePackages } from './lib/install.mjs';
import { run, say } from './lib/say.mjs';
import { jest, STATIC_CHECKS } from './lib/tools.mjs';

/** The fast checks, under a minute: types, lint, format, boundaries, unit tests. */
await run(() => {
  checkNode();
  ensureNodePackages('developers');
  const dir = mkdtempSync(join(tmpdir(), 'tribos-check-'));
  const failed = STATIC_CHECKS.filter(([, check]) => !check()).map(([name]) => name);
  if (!jest(join(dir, 'unit.json'), ['unit'])) failed.push('unit tests');
  rmSync(dir, { recursive: true });
  say(failed.length === 0 ? 'All fast checks passed.' : `Failed: ${failed.join(', ')}`);
  return failed.length === 0 ? 0 : 1;
});
