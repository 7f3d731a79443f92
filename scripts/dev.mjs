#!/usr/bin/env node
import { spawn, spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { packageFile } from './lib/build.mjs';
import { startCluster } from './lib/cluster.mjs';
import { checkNode, ensureDebianPackages, ensureNodePackages } from './lib/install.mjs';
import { ROOT, STATE } from './lib/paths.mjs';
import { run, say } from './lib/say.mjs';
import { prepareDatabase } from './lib/serve.mjs';

const { values: ports } = parseArgs({
  options: { port: { type: 'string', default: '5173' }, 'api-port': { type: 'string', default: '4178' } },
});

/**
 * Screens with hot reload, server restarted when its build changes, on the private database. `--port` is where the screens
 * are, `--api-port` where the server is.
 */
await run(async () => {
  checkNode();
  ensureDebianPackages(['postgresql']);
  ensureNodePackages('developers');
  const tsc = packageFile('.', 'typescript', 'bin/tsc');
  spawnSync(process.execPath, [tsc, '-b'], { cwd: ROOT, stdio: 'inherit' });
  const cluster = await startCluster(join(STATE, 'postgresql'));
  cluster.ensureDatabase('tribos');
  const { url, signIns } = prepareDatabase(cluster.url('tribos'), ['--demo']);
  const env = {
    ...process.env,
    DATABASE_URL: url,
    PORT: ports['api-port'],
    TRIBOS_API: `http://127.0.0.1:${ports['api-port']}`,
  };
  const go = (args, cwd = ROOT) => spawn(process.execPath, args, { cwd, env, stdio: 'inherit' });
  const children = [
    go([tsc, '-b', '--watch', '--preserveWatchOutput']),
    go([
      '--watch-path=server/dist',
      '--watch-path=core/dist',
      '--watch-path=contract/dist',
      'server/dist/main.js',
    ]),
    go([packageFile('web', 'vite', 'bin/vite.js'), '--port', ports.port], join(ROOT, 'web')),
  ];
  for (const line of signIns) say(line);
  await new Promise((resolve) => process.on('SIGINT', resolve));
  for (const child of children) child.kill();
  cluster.stop();
});
