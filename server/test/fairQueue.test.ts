import fc from 'fast-check';
import { FairQueue, QueueFull } from '../src/kit/fairQueue.js';

/** Work that ends when it is told to, and says when it began. */
function pieces(queue: FairQueue) {
  const begun: string[] = [];
  const end = new Map<string, () => void>();
  const ask = (shop: string, name: string) =>
    queue.run(shop, () => {
      begun.push(name);
      return new Promise<void>((resolve) => end.set(name, resolve));
    });
  const finish = async (name: string) => {
    end.get(name)!();
    await new Promise((resolve) => setImmediate(resolve));
  };
  return { begun, ask, finish };
}

describe('work that takes turns', () => {
  it('serves another shop’s one piece next, however many the first has waiting', async () => {
    const { begun, ask, finish } = pieces(new FairQueue(1));
    for (const name of ['a1', 'a2', 'a3', 'a4']) void ask('a', name);
    void ask('b', 'b1');
    await finish('a1');
    await finish('a2');
    expect(begun).toEqual(['a1', 'a2', 'b1']);
  });

  it('never works more at once than it may, and works everything, each shop’s in order', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 1, max: 4 }),
        fc.array(fc.constantFrom('a', 'b', 'c'), { minLength: 1, maxLength: 40 }),
        async (atOnce, shops) => {
          const queue = new FairQueue(atOnce);
          let running = 0;
          let most = 0;
          const done: [string, number][] = [];
          await Promise.all(
            shops.map((shop, i) =>
              queue.run(shop, async () => {
                running += 1;
                most = Math.max(most, running);
                await new Promise((resolve) => setImmediate(resolve));
                running -= 1;
                done.push([shop, i]);
              }),
            ),
          );
          expect(most).toBeLessThanOrEqual(atOnce);
          expect(done).toHaveLength(shops.length);
          expect(queue.length).toBe(0);
          if (atOnce === 1)
            for (const shop of ['a', 'b', 'c']) {
              const own = done.filter(([s]) => s === shop).map(([, i]) => i);
              expect(own).toEqual([...own].sort((a, b) => a - b));
            }
        },
      ),
    );
  });

  it('goes on after a piece that fails', async () => {
    const queue = new FairQueue(1);
    await expect(queue.run('a', () => Promise.reject(new Error('broken')))).rejects.toThrow('broken');
    await expect(queue.run('a', () => Promise.resolve(1))).resolves.toBe(1);
  });

  it('refuses what would only wait in vain, and takes another shop’s', async () => {
    const queue = new FairQueue(1, 1);
    const { ask, begun, finish } = pieces(queue);
    void ask('a', 'a1');
    void ask('a', 'a2');
    await expect(ask('a', 'a3')).rejects.toThrow(QueueFull);
    void ask('b', 'b1');
    await finish('a1');
    await finish('a2');
    expect(begun).toEqual(['a1', 'a2', 'b1']);
  });
});
