#!/usr/bin/env node
import { spawnSync } from 'node:child_process';
import { Buffer } from 'node:buffer';
import { mkdirSync, mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startWorld } from '../e2e/lib/world.mjs';
import { openDirectory, startCluster } from '../scripts/lib/cluster.mjs';
import { signedIn } from './lib/device.mjs';

/**
 * A disk that is really full, in the middle of work: what is read goes on, what is written is said not to be
 * kept, and once there is room everything that was acknowledged is there, once. Needs to be root, for a file
 * system of its own.
 */
const SIZE_MB = Number(process.env.SIZE_MB ?? 160);
const TRIES = Number(process.env.TRIES ?? 400);

const root = mkdtempSync(join(tmpdir(), 'tribos-full-'));
const mount = (...args) => {
  const { status, stderr } = spawnSync(args[0], args.slice(1), { encoding: 'utf8' });
  if (status !== 0) throw new Error(`${args.join(' ')}: ${stderr}`);
};
mount('mount', '-t', 'tmpfs', '-o', `size=${SIZE_MB}m`, 'tmpfs', root);
const filler = join(root, 'filler');
const free = () => {
  const { bavail, bsize } = statfsSync(root);
  return bavail * bsize;
};
let cluster = null;
let world = null;
try {
  mkdirSync(join(root, 'db'));
  const dir = openDirectory(join(root, 'db', 'cluster'));
  cluster = await startCluster(dir);
  world = await startWorld(cluster.url('postgres'));
  const device = await signedIn(world.base);
  const job = await device.openJob();
  const kept = [];
  const answers = new Map();
  const count = (what) => answers.set(what, (answers.get(what) ?? 0) + 1);
  const write = async (text) => {
    const entry = device.reading(job, text);
    const { status } = await device.send('POST', `/jobs/${job.id}/log`, { entries: [entry] });
    count(`append ${status}`);
    if (status === 200) kept.push(entry.id);
    return status;
  };
  for (let n = 0; n < 20; n += 1) await write('77.02');
  const left = free();
  writeFileSync(filler, Buffer.alloc(Math.max(0, left - 65_536)));
  console.log(`${SIZE_MB} MB file system, ${Math.round(left / 1e6)} MB free: filled up\n`);
  let full = false;
  for (let n = 0; n < TRIES; n += 1) {
    full = (await write(`77.0${10 + (n % 80)}`)) === 503 || full;
    const { status } = await device.send('GET', `/jobs/${job.id}`);
    count(`GET job ${status}${full ? ', full' : ''}`);
  }
  rmSync(filler);
  const since = performance.now();
  let back = 0;
  while ((back = await write('77.03')) !== 200) await new Promise((done) => setTimeout(done, 200));
  console.log(
    `writes again ${((performance.now() - since) / 1000).toFixed(1)} s after there was room: ${back}`,
  );
  const { body } = await device.send('GET', `/jobs/${job.id}`);
  const ids = body.file.log.map((e) => e.id);
  const lost = kept.filter((id) => !ids.includes(id)).length;
  const doubled = ids.length - new Set(ids).size;
  const unsaid = ids.filter((id) => !kept.includes(id)).length;
  const { body: chain } = await device.send('GET', `/jobs/${job.id}/log/chain`);
  for (const [what, times] of [...answers].sort()) console.log(`${what.padEnd(24)} ${times}`);
  console.log(
    `acknowledged ${kept.length}, lost ${lost}, doubled ${doubled}, kept but not said ${unsaid}, chain intact ${chain.intact}`,
  );
  const other = [...answers.keys()].filter((a) => !/ (200|503)(, full)?$/u.test(a));
  if (lost + doubled > 0 || other.length > 0 || !full || !chain.intact) {
    console.log(full ? `FAILED ${other.join(', ')}` : 'FAILED: the disk was never full');
    process.exitCode = 1;
  }
} finally {
  await world?.close().catch(() => undefined);
  cluster?.stop();
  spawnSync('umount', ['-l', root]);
}
