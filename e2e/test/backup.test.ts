import { spawn, spawnSync } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { v7 } from 'uuid';
import { freePort, startCluster } from '../../scripts/lib/cluster.mjs';
import { ROOT } from '../../scripts/lib/paths.mjs';
import { runStart } from '../lib/world.mjs';

const state = mkdtempSync(join(tmpdir(), 'tribos-backup-'));
chmodSync(state, 0o755);
const children: ReturnType<typeof runStart>['child'][] = [];
afterAll(async () => {
  for (const child of children) if (child.exitCode === null) child.kill('SIGKILL');
  const cluster = join(state, 'postgresql');
  if (existsSync(join(cluster, 'data', 'PG_VERSION'))) (await startCluster(cluster)).stop();
  rmSync(state, { recursive: true, force: true });
});

const script = (name: string, ...args: string[]) =>
  spawnSync(process.execPath, [join(ROOT, 'scripts', `${name}.mjs`), ...args], {
    encoding: 'utf8',
    env: { ...process.env, TRIBOS_STATE: state },
  });

/** The same while other things go on here. */
const scriptBeside = (name: string) =>
  new Promise<{ status: number | null; stdout: string; stderr: string }>((done) => {
    const child = spawn(process.execPath, [join(ROOT, 'scripts', `${name}.mjs`)], {
      env: { ...process.env, TRIBOS_STATE: state },
    });
    let [stdout, stderr] = ['', ''];
    child.stdout.on('data', (d: Buffer) => (stdout += d.toString()));
    child.stderr.on('data', (d: Buffer) => (stderr += d.toString()));
    child.once('exit', (status) => done({ status, stdout, stderr }));
  });

/** Starts, signs the lead in, and hands out how to ask. */
async function house() {
  // A port of its own: another test that starts at this moment looks for the usual one.
  const started = runStart({ state, args: ['--no-stand-ins', '--port', String(await freePort())] });
  children.push(started.child);
  expect([await started.ready, started.output()]).toEqual([true, expect.anything()]);
  const address = started.address()!;
  const signedIn = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email: 'mirela@ternhollow.example', password: 'demo-bench-77' }),
  });
  const cookie = signedIn.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ');
  const ask = (path: string, init: RequestInit = {}) =>
    fetch(`${address}/api${path}`, { ...init, headers: { cookie, ...init.headers } });
  return {
    ask,
    json: async <T>(path: string): Promise<T> => (await (await ask(path)).json()) as T,
    async stop() {
      started.child.kill('SIGTERM');
      await started.ended;
    },
  };
}

describe('a backup', () => {
  it('brings everything back after the database is gone: verdicts, chains, photos; what is damaged is refused', async () => {
    const before = await house();
    const { items } = await before.json<{ items: { id: string; machine: string }[] }>('/jobs');
    const id = items[0]!.id;
    const photo = await sharp({ create: { width: 300, height: 200, channels: 3, background: '#335577' } })
      .jpeg()
      .toBuffer();
    const photoId = v7();
    const sent = await before.ask(
      `/jobs/${id}/photos?id=${photoId}&at=${new Date().toISOString()}&station=intake`,
      { method: 'POST', headers: { 'content-type': 'image/jpeg' }, body: new Uint8Array(photo) },
    );
    expect(sent.status).toBe(201);
    const seen = async (h: Awaited<ReturnType<typeof house>>) => ({
      verdicts: await h.json(`/jobs/${id}/verdicts`),
      files: await Promise.all(items.map((j) => h.json(`/jobs/${j.id}/file`))),
      photo: Buffer.from(await (await h.ask(`/jobs/${id}/photos/${photoId}/file`)).arrayBuffer()).toString(
        'base64',
      ),
      people: await h.json('/people'),
    });
    const was = await seen(before);

    // While it runs and is written to, and whole.
    const writing = setInterval(() => void before.ask('/session/phone', { method: 'POST' }), 20);
    const made = await scriptBeside('backup');
    clearInterval(writing);
    expect([made.status, made.stdout + made.stderr]).toEqual([
      0,
      expect.stringContaining('2 files of photos and sounds; read back'),
    ]);
    expect(await before.json('/record/backup')).toMatchObject({ last: { bytes: expect.any(Number) } });
    const dir = join(state, 'backups');
    const backup = join(dir, readdirSync(dir)[0]!);
    const refused = script('restore', backup);
    expect([refused.status, refused.stderr + refused.stdout]).toEqual([
      1,
      expect.stringContaining('Stop it first'),
    ]);
    await before.stop();

    const full = script('restore', backup);
    expect([full.status, full.stderr + full.stdout]).toEqual([1, expect.stringContaining('not empty')]);

    const cluster = await startCluster(join(state, 'postgresql'));
    cluster.dropDatabase('tribos');
    cluster.stop();
    rmSync(join(state, 'files'), { recursive: true });
    const cut = join(dir, 'cut.tar');
    writeFileSync(cut, readFileSync(backup).subarray(0, 60_000));
    const damaged = script('restore', cut);
    expect(damaged.status).toBe(1);
    expect(damaged.stderr + damaged.stdout).toMatch(/damaged|cannot be read/u);

    const restored = script('restore', backup);
    expect([restored.status, restored.stdout + restored.stderr]).toEqual([
      0,
      expect.stringContaining('Tern Hollow Engine Room: every chain is whole'),
    ]);
    const after = await house();
    expect(await seen(after)).toEqual(was);
    expect(await after.json('/record/check')).toMatchObject({ intact: true });
    await after.stop();
  }, 240_000);
});
