#!/usr/bin/env node
import { spawnSync } from 'node:child_process';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { buildChanged } from './lib/build.mjs';
import { checkNode, ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { ROOT } from './lib/paths.mjs';
import { run } from './lib/say.mjs';

/** Every benchmark, or those named: `npm run bench -- jobView`. */
await run(() => {
  checkNode();
  ensureDebianPackages(['postgresql', 'chromium', 'chromium-driver']);
  ensureNodePackages('developers');
  buildChanged();
  const wanted = process.argv.slice(2);
  const files = readdirSync(join(ROOT, 'bench')).filter(
    (f) => f.endsWith('.mjs') && (wanted.length === 0 || wanted.some((w) => f.startsWith(w))),
  );
  const failed = files.filter(
    (f) => spawnSync(process.execPath, [join(ROOT, 'bench', f)], { stdio: 'inherit' }).status !== 0,
  );
  return failed.length === 0 ? 0 : 1;
});
