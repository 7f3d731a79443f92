import { spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runningPostmaster, startCluster } from '../../scripts/lib/cluster.mjs';
import { runStart } from '../lib/world.mjs';

const states: string[] = [];
const state = (): string => {
  const dir = mkdtempSync(join(tmpdir(), 'tribos-start-'));
  chmodSync(dir, 0o755);
  states.push(dir);
  return dir;
};
const children: ReturnType<typeof runStart>['child'][] = [];
const start = (options: Parameters<typeof runStart>[0]) => {
  const started = runStart(options);
  children.push(started.child);
  return started;
};
afterAll(async () => {
  for (const child of children) if (child.exitCode === null) child.kill('SIGKILL');
  for (const dir of states) {
    const cluster = join(dir, 'postgresql');
    if (existsSync(join(cluster, 'data', 'PG_VERSION'))) (await startCluster(cluster)).stop();
    rmSync(dir, { recursive: true, force: true });
  }
});

const healthy = async (address: string | undefined): Promise<boolean> =>
  (await fetch(`${address}/api/health`).catch(() => null))?.ok ?? false;
const pages = async (address: string): Promise<string> => (await fetch(address)).text();

/** The process that one has started with a script. */
const childOf = (pid: number, script: string): number => {
  const { stdout } = spawnSync('pgrep', ['-P', String(pid), '-f', script], { encoding: 'utf8' });
  expect(stdout).toMatch(/^\d+$/mu);
  return Number(stdout.trim());
};
async function said(of: ReturnType<typeof start>, text: string): Promise<void> {
  for (let i = 0; i < 300 && !of.output().includes(text); i += 1)
    await new Promise((r) => setTimeout(r, 100));
  expect(of.output()).toContain(text);
}

describe('npm start', () => {
  it('starts on nothing, says where and who, refuses a second start, survives kill -9, and leaves nothing running', async () => {
    const dir = state();
    // A cluster that was cut off while it was made.
    mkdirSync(join(dir, 'postgresql', 'data'), { recursive: true });
    writeFileSync(join(dir, 'running.json'), '{"pid":');
    const [one, two] = [start({ state: dir }), start({ state: dir })];
    const ready = await Promise.all([one.ready, two.ready]);
    // Of two at once one starts, and the other is told.
    expect([...ready].sort()).toEqual([false, true]);
    const [first, told] = ready[0] ? [one, two] : [two, one];
    expect(told.output()).toMatch(/being started from this checkout|already runs from this checkout/u);
    const address = first.address()!;
    expect(first.output()).toContain('lead: mirela@ternhollow.example');
    expect(await healthy(address)).toBe(true);
    expect(await pages(address)).toContain('<title>Tribos</title>');

    const second = start({ state: dir });
    expect(await second.ready).toBe(false);
    expect(second.output()).toContain(`already runs from this checkout at ${address}`);

    const session = await fetch(`${address}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: 'tomasz@ternhollow.example', password: 'demo-bench-77' }),
    });
    const cookie = session.headers.get('set-cookie')!.split(';')[0]!;
    const jobs = async (at: string) =>
      ((await (await fetch(`${at}/api/jobs`, { headers: { cookie } })).json()) as { items: unknown[] }).items;
    const before = await jobs(address);
    first.child.kill('SIGKILL');
    await first.ended;

    const again = start({ state: dir });
    expect(await again.ready).toBe(true);
    expect(await jobs(again.address()!)).toEqual(before);

    // What dies under it is started again, at the same address, with everything there.
    const back = async () => {
      for (let i = 0; i < 300 && !(await healthy(again.address())); i += 1)
        await new Promise((r) => setTimeout(r, 100));
      expect(await jobs(again.address()!)).toEqual(before);
    };
    process.kill(childOf(again.child.pid!, 'server/dist/main.js'), 'SIGKILL');
    await said(again, 'The server is back.');
    await back();
    process.kill(runningPostmaster(join(dir, 'postgresql', 'data'))!.pid, 'SIGKILL');
    await said(again, 'The database is back.');
    await back();
    again.child.kill('SIGINT');
    expect(await again.ended).toBe(0);
    expect(await healthy(again.address())).toBe(false);

    // Passwords everybody knows are not let out of this machine.
    for (const open of [{ args: ['--host', '0.0.0.0'] }, { env: { TRUSTED_PROXY: 'loopback' } }]) {
      const refused = start({ state: dir, ...open });
      expect(await refused.ready).toBe(false);
      expect(refused.output()).toContain('which everybody knows');
    }
    // Five starts, each with a database of its own to make or to mend.
  }, 180_000);

  it('says what to do about a taken port, a bad option and a reset of someone else’s database', async () => {
    const blocker = createServer();
    await new Promise<void>((resolve) => blocker.listen(0, '127.0.0.1', resolve));
    const { port } = blocker.address() as { port: number };
    const dir = state();
    const taken = start({ state: dir, args: ['--empty', '--port', String(port)] });
    expect(await taken.ready).toBe(false);
    expect(taken.output()).toContain(`Port ${port} is taken. Choose another`);
    blocker.close();
    const foreign = start({
      state: dir,
      args: ['--reset-demo'],
      env: { DATABASE_URL: 'postgres://nobody@127.0.0.1:1/x' },
    });
    expect(await foreign.ready).toBe(false);
    expect(foreign.output()).toContain('only works on the private database');
  });
});
