import type { SentEntry } from '@tribos/core/house';
import 'fake-indexeddb/auto';
import { get } from 'idb-keyval';
import type { Waiting } from '../src/outbox/outbox.js';

// One tab only: a channel between tabs would keep the test process alive.
globalThis.BroadcastChannel = undefined as never;
const turns = async (n: number): Promise<void> => {
  for (let i = 0; i < n; i += 1) await new Promise((r) => setImmediate(r));
};
// As a browser does, which grants a lock a while after it is asked for.
const locks = {
  slow: 1,
  request: async (_name: string, work: () => Promise<void>): Promise<void> => {
    await turns(locks.slow);
    await work();
    await turns(4);
  },
};
globalThis.navigator = { locks } as never;
const { discard, onAnswered, post, sendFor } = await import('../src/outbox/outbox.js');

/** A server that can be away, refuse, or answer; what it kept, in order. */
const server = {
  away: false,
  status: 200,
  refuse: (_text: string): boolean => false,
  kept: [] as string[],
  calls: 0,
};

const answer = (status: number, body: unknown) =>
  ({ ok: status < 400, status, headers: new Headers(), json: async () => body }) as Response;

globalThis.fetch = async (_url, init) => {
  server.calls += 1;
  if (server.away) throw new TypeError('Failed to fetch');
  if (server.status !== 200)
    return answer(server.status, { detail: 'Not now.', code: 'x', status: server.status });
  const { entries } = JSON.parse(String(init?.body)) as { entries: { id: string; text: string }[] };
  const bad = entries.find((e) => server.refuse(e.text));
  if (bad)
    return answer(422, {
      detail: `${bad.text} cannot be kept. Nothing was saved.`,
      code: 'entry',
      status: 422,
    });
  for (const e of entries) if (!server.kept.includes(e.text)) server.kept.push(e.text);
  return answer(200, { entries });
};

let n = 0;
const entry = (text: string): SentEntry =>
  ({
    id: `id-${(n += 1)}`,
    kind: 'reading',
    at: '2026-11-24T08:00:00.000Z',
    text,
  }) as unknown as SentEntry;
const stored = async (): Promise<Waiting[]> => (await get<Waiting[]>('tribos:outbox')) ?? [];
const until = async (done: () => boolean | Promise<boolean>): Promise<void> => {
  for (let i = 0; i < 400 && !(await done()); i += 1) await new Promise((r) => setTimeout(r, 10));
  expect(await done()).toBe(true);
};
const empty = () => until(async () => (await stored()).length === 0);

beforeAll(() => sendFor('tomasz'));
beforeEach(() => {
  Object.assign(server, { away: false, status: 200, refuse: () => false, kept: [], calls: 0 });
});

describe('the outbox', () => {
  it('sends what is typed, and tells what was answered', async () => {
    const told: string[] = [];
    const stop = onAnswered((jobId, log) => told.push(`${jobId}:${log.entries.length}`));
    await post('job', [entry('77.094')]);
    await empty();
    stop();
    expect(server.kept).toEqual(['77.094']);
    expect(told).toEqual(['job:1']);
  });

  it('keeps entries on the device while the line is down, and sends them once, in order, when it is back', async () => {
    server.away = true;
    for (const text of ['1', '2', '3']) await post('job', [entry(text)]);
    expect((await stored()).map((w) => (w.entry as unknown as { text: string }).text)).toEqual([
      '1',
      '2',
      '3',
    ]);
    server.away = false;
    await empty();
    expect(server.kept).toEqual(['1', '2', '3']);
  });

  it.each([1, 4])('sends in the order of typing whatever the store does meanwhile (%i)', async (slow) => {
    locks.slow = slow;
    const typed: string[] = [];
    for (let first = 0; first < 10; first += 1)
      for (let second = 0; second < 10; second += 1) {
        const three = ['a', 'b', 'c'].map((x) => `${first} ${second} ${x}`);
        typed.push(...three);
        const a = post('job', [entry(three[0]!)]);
        await turns(first);
        const b = post('job', [entry(three[1]!)]);
        await turns(second);
        await Promise.all([a, b, post('job', [entry(three[2]!)])]);
        await empty();
      }
    expect(server.kept).toEqual(typed);
  });

  it('keeps an entry the server refuses, with its sentence, and sends the others round it', async () => {
    server.away = true;
    for (const text of ['a', 'bad', 'c']) await post('job', [entry(text)]);
    server.refuse = (text) => text === 'bad';
    server.away = false;
    await until(() => server.kept.includes('c'));
    await until(async () => (await stored()).length === 1);
    const [left] = await stored();
    expect(left?.refused).toBe('bad cannot be kept. Nothing was saved.');
    expect(server.kept).toEqual(['a', 'c']);
    await discard(left!.entry.id);
    expect(await stored()).toEqual([]);
  });

  it.each([401, 429, 500])('keeps and tries again after %i', async (status) => {
    server.status = status;
    await post('job', [entry(`after ${status}`)]);
    expect(await stored()).toHaveLength(1);
    expect((await stored())[0]!.refused).toBeNull();
    server.status = 200;
    await empty();
    expect(server.kept).toEqual([`after ${status}`]);
  });

  it('sends nobody’s entries under another name', async () => {
    server.away = true;
    await post('job', [entry('by Tomasz')]);
    sendFor('mirela');
    server.away = false;
    await post('job', [entry('by Mirela')]);
    await until(() => server.kept.includes('by Mirela'));
    expect(server.kept).toEqual(['by Mirela']);
    await until(async () => (await stored()).length === 1);
    expect((await stored()).map((w) => w.personId)).toEqual(['tomasz']);
    sendFor('tomasz');
    await empty();
    expect(server.kept).toEqual(['by Mirela', 'by Tomasz']);
  });
});
