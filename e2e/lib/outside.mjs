import { startStandIn, stopChild } from '../../scripts/lib/serve.mjs';

/**
 * The firms' stand-in in a process of its own: no days pass but by a press, every size comes out as it was aimed at.
 * @param {string[]} [args]
 */
export async function startOutside(
  args = ['--day', '86400', '--bias', '0', '--spread', '0', '--off', '0', '--port', '0'],
) {
  let { child, port } = await startStandIn('outside', args);
  const act = async (path, body = {}) =>
    (await fetch(`http://127.0.0.1:${port}${path}`, { method: 'POST', body: JSON.stringify(body) })).json();
  return {
    base: `http://127.0.0.1:${port}`,
    state: async () => (await fetch(`http://127.0.0.1:${port}/state`)).json(),
    async days(count) {
      for (let i = 0; i < count; i += 1) await act('/day');
    },
    trouble: (trouble) => act('/trouble', { trouble }),
    knobs: (knobs) => act('/knobs', knobs),
    /** Kills it as a power cut would; what it knew is gone. */
    kill() {
      const gone = new Promise((resolve) => child.once('exit', resolve));
      child.kill('SIGKILL');
      return gone;
    },
    /** The same address again. */
    async restart() {
      ({ child } = await startStandIn('outside', [...args.slice(0, -1), String(port)]));
    },
    close: () => stopChild(child),
  };
}
