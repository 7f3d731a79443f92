import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDirectory, removeCluster, runningPostmaster, startCluster } from '../../scripts/lib/cluster.mjs';
import { backOff } from '../../scripts/lib/supervise.mjs';

const parents: string[] = [];
const directory = (): string => {
  const parent = mkdtempSync(join(tmpdir(), 'tribos-cluster-'));
  parents.push(parent);
  return openDirectory(join(parent, 'cluster'));
};
afterAll(() => {
  for (const parent of parents) removeCluster(parent);
});
const data = (dir: string) => join(dir, 'data');

describe('the private database', () => {
  it('is never another’s: a stale pid file that names a running server is not obeyed', async () => {
    const [own, other] = [directory(), directory()];
    const foreign = await startCluster(other, { throwaway: true });
    const first = await startCluster(own, { throwaway: true });
    first.stop();
    expect(runningPostmaster(data(own))).toBeNull();
    // As after a crash whose number was given to somebody else since.
    copyFileSync(join(data(other), 'postmaster.pid'), join(data(own), 'postmaster.pid'));
    expect(runningPostmaster(data(own))).toBeNull();
    first.stop();
    expect(foreign.runs()).toBe(true);

    const again = await startCluster(own, { throwaway: true });
    expect(again.runs()).toBe(true);
    expect(runningPostmaster(data(own))!.pid).not.toBe(runningPostmaster(data(other))!.pid);
    again.ensureDatabase('there');
    again.stop();
    expect([again.runs(), foreign.runs()]).toEqual([false, true]);
    foreign.stop();
  });

  it('is taken over where it runs, and started again where it was', async () => {
    const dir = directory();
    const first = await startCluster(dir, { throwaway: true });
    const { pid, port } = runningPostmaster(data(dir))!;
    const second = await startCluster(dir, { throwaway: true });
    expect(runningPostmaster(data(dir))!.pid).toBe(pid);
    process.kill(pid, 'SIGKILL');
    for (let i = 0; i < 100 && second.runs(); i += 1) await new Promise((r) => setTimeout(r, 50));
    expect(second.runs()).toBe(false);
    second.startAgain();
    expect(runningPostmaster(data(dir))!.port).toBe(port);
    first.stop();
  });

  it('is moved aside whole when it is damaged, and nothing is made in its place before somebody read that', async () => {
    const dir = directory();
    (await startCluster(dir, { throwaway: true })).stop();
    rmSync(join(data(dir), 'PG_VERSION'));
    await expect(startCluster(dir, { throwaway: true })).rejects.toThrow(/is damaged.*\n.*it lies in/u);
    expect(existsSync(data(dir))).toBe(false);
    const kept = readdirSync(dir).find((name) => name.startsWith('data.damaged-'))!;
    expect(existsSync(join(dir, kept, 'base'))).toBe(true);
  });

  it('says which file is gone when its password is', async () => {
    const dir = directory();
    const cluster = await startCluster(dir, { throwaway: true });
    const secret = join(dir, 'owner-password');
    expect(readFileSync(secret, 'utf8').length).toBeGreaterThan(20);
    writeFileSync(secret, '');
    await expect(startCluster(dir, { throwaway: true })).rejects.toThrow(`${secret} is empty`);
    rmSync(secret);
    await expect(startCluster(dir, { throwaway: true })).rejects.toThrow(`${secret} is not there`);
    cluster.stop();
  });
});

describe('what keeps failing', () => {
  it('is started again after longer and longer waits, and after short ones once it stood', () => {
    let now = 0;
    const pause = backOff(() => now);
    const waits = Array.from({ length: 8 }, () => {
      const wait = pause.next();
      now += wait;
      return wait;
    });
    expect(waits).toEqual([500, 1_000, 2_000, 4_000, 8_000, 16_000, 30_000, 30_000]);
    now += 120_000;
    expect(pause.next()).toBe(500);
  });
});
