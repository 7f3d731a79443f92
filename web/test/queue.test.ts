import type { Waits } from '../src/outbox/queue.js';

// A channel between tabs would keep the test alive.
globalThis.BroadcastChannel = undefined as never;
const { ApiError } = await import('../src/kit/api.js');
const { isForNow, sendQueue } = await import('../src/outbox/queue.js');

interface Thing extends Waits {
  readonly of: string;
}

const says = (status: number, code = '') =>
  new ApiError(status, { code, detail: `Said ${status}.`, status } as never);

/** A queue before a server that answers each sending as it is told, in turn, and then takes everything. */
function before(answers: readonly (Error | null)[], most = 1) {
  let shelf: readonly Thing[] = [];
  const sent: string[][] = [];
  const left = [...answers];
  const queue = sendQueue<Thing>({
    name: `test-${Math.random()}`,
    shelf: {
      load: () => Promise.resolve(shelf),
      change: (how) => Promise.resolve((shelf = how(shelf))),
    },
    deliver: (things) => {
      sent.push(things.map((t) => t.id));
      const answer = left.shift() ?? null;
      return answer ? Promise.reject(answer) : Promise.resolve();
    },
    groupOf: (t) => t.of,
    most,
    again: 1,
  });
  queue.sendFor('ines');
  return { queue, sent, shelf: () => shelf };
}
const thing = (id: string, over: Partial<Thing> = {}): Thing => ({
  id,
  personId: 'ines',
  refused: null,
  of: 'job',
  ...over,
});
const until = async (is: () => boolean): Promise<void> => {
  for (let i = 0; i < 200 && !is(); i += 1) await new Promise((done) => setTimeout(done, 5));
  expect(is()).toBe(true);
};

describe('what waits to be sent', () => {
  it.each([
    ['no line', new TypeError('failed to fetch')],
    ['signed out', says(401)],
    ['too slow', says(408)],
    ['busy', says(409, 'busy')],
    ['too many', says(429)],
    ['the server in trouble', says(500)],
    ['nobody behind the door', says(502)],
    ['a full disk', says(507)],
  ])('%s: it goes again, and is refused by nobody', async (_, answer) => {
    expect(isForNow(answer)).toBe(true);
    const { queue, sent, shelf } = before([answer, answer]);
    await queue.add([thing('a')]);
    await until(() => sent.length === 3);
    await until(() => shelf().length === 0);
    expect(sent).toEqual([['a'], ['a'], ['a']]);
    expect(queue.get()).toEqual([]);
  });

  it.each([
    ['what is not right', says(400)],
    ['not allowed', says(403)],
    ['no such job', says(404)],
    ['a stale edit', says(409, 'stale')],
    ['too large', says(413)],
    ['what the rules forbid', says(422)],
  ])('%s: it stays with the server’s sentence until somebody throws it away', async (_, answer) => {
    expect(isForNow(answer)).toBe(false);
    const { queue, sent, shelf } = before([answer]);
    await queue.add([thing('a')]);
    await until(() => shelf()[0]?.refused !== null && shelf()[0]?.refused !== undefined);
    expect(shelf()[0]!.refused).toBe(answer.message);
    await queue.flush();
    expect(sent).toEqual([['a']]);
    await queue.discard('a');
    expect(queue.get()).toEqual([]);
  });

  it('one of several is refused: it is found, and the others are kept', async () => {
    const { queue, shelf } = before([says(422), null, says(422), null], 3);
    await queue.add([thing('a'), thing('b'), thing('c')]);
    await until(() => shelf().length === 1 && shelf()[0]!.refused !== null);
    expect(shelf().map((t) => t.id)).toEqual(['b']);
  });

  it('nobody else’s session sends it, and nothing of it is lost meanwhile', async () => {
    const { queue, sent, shelf } = before([]);
    await queue.add([thing('a', { personId: 'ben' }), thing('b')]);
    await until(() => shelf().length === 1);
    expect(sent).toEqual([['b']]);
    queue.sendFor('ben');
    await until(() => shelf().length === 0);
    expect(sent).toEqual([['b'], ['a']]);
  });
});
