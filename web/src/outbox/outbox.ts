import type { SentEntry } from '@tribos/core';
import { get, update } from 'idb-keyval';
import type { AppendedLog } from '@tribos/contract';
import { api, ApiError } from '../kit/api.js';
import { signal, store } from '../kit/store.js';
import { onLineUp, setLine } from '../kit/line.js';

/** An entry typed here that the server has not answered for yet. */
export interface Waiting {
  readonly jobId: string;
  /** Who typed it: nobody else's session sends it. */
  readonly personId: string;
  readonly entry: SentEntry;
  /** The server's sentence when it refused; the entry stays until someone throws it away. */
  readonly refused: string | null;
}

const KEY = 'tribos:outbox';
const CHANNEL = 'tribos:outbox';
const AGAIN_MS = 1_500;
const MOST_AT_ONCE = 100;

const waiting = store<readonly Waiting[]>([]);
let person = '';
const answered = signal<[jobId: string, log: AppendedLog]>();
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL);
let timer: ReturnType<typeof setTimeout> | undefined;

/** What is typed and not yet in the store: shown behind it, or a later one could be sent before it. */
let unstored: readonly Waiting[] = [];

const sameEntry = (a: Waiting) => (b: Waiting) => a.entry.id === b.entry.id;

const show = (stored: readonly Waiting[]): void =>
  waiting.set([...stored, ...unstored.filter((w) => !stored.some(sameEntry(w)))]);

const load = async (): Promise<void> => show((await get<Waiting[]>(KEY)) ?? []);

/** Every change goes through the store, which serialises the tabs, and is then shown in all of them. */
async function change(how: (before: readonly Waiting[]) => Waiting[]): Promise<void> {
  let after: readonly Waiting[] = [];
  await update<Waiting[]>(KEY, (before) => {
    const next = how(before ?? []);
    after = next;
    return next;
  });
  show(after);
  channel?.postMessage('changed');
}

channel?.addEventListener('message', () => void load());
void load().then(() => flush());
onLineUp(() => void flush());
if (typeof window !== 'undefined') window.addEventListener('online', () => void flush());

/** Says whose entries may be sent from now on. */
export function sendFor(personId: string): void {
  person = personId;
  void flush();
}

const mayGo = (w: Waiting): boolean => w.refused === null && w.personId === person;

/** Keeps entries on this device at once, then sends them when the line allows. */
export async function post(jobId: string, entries: readonly SentEntry[]): Promise<void> {
  const fresh: readonly Waiting[] = entries.map((entry) => ({
    jobId,
    personId: person,
    entry,
    refused: null,
  }));
  // Shown before it is stored: the bar answers within a frame.
  unstored = [...unstored, ...fresh];
  show(waiting.get());
  await change((before) => [...before.filter((w) => !fresh.some(sameEntry(w))), ...fresh]);
  unstored = unstored.filter((w) => !fresh.includes(w));
  void flush();
}

/** Throws a refused entry away. */
export const discard = (id: string): Promise<void> =>
  change((before) => before.filter((w) => w.entry.id !== id));

/** Refusals of the moment: signed out, too many, busy, out of order. The entry waits and goes again. */
const isForNow = (error: unknown): boolean =>
  !(error instanceof ApiError) ||
  error.status === 401 ||
  error.status === 429 ||
  error.status >= 500 ||
  error.problem.code === 'busy';

async function sendJob(jobId: string): Promise<void> {
  const mine = waiting
    .get()
    .filter((w) => w.jobId === jobId && mayGo(w))
    .slice(0, MOST_AT_ONCE);
  if (mine.length === 0) return;
  const ids = new Set(mine.map((w) => w.entry.id));
  try {
    const log = await api.post<AppendedLog>(`/jobs/${jobId}/log`, { entries: mine.map((w) => w.entry) });
    tellAnswered(jobId, log);
    await change((before) => before.filter((w) => !ids.has(w.entry.id)));
  } catch (error) {
    if (isForNow(error)) throw error;
    if (mine.length > 1) {
      // One of them is refused: find it by sending them singly, in order.
      await sendSingly(jobId, mine);
      return;
    }
    const { message } = error as ApiError;
    await change((before) => before.map((w) => (ids.has(w.entry.id) ? { ...w, refused: message } : w)));
  }
}

async function sendSingly(jobId: string, mine: readonly Waiting[]): Promise<void> {
  for (const one of mine) {
    try {
      const log = await api.post<AppendedLog>(`/jobs/${jobId}/log`, { entries: [one.entry] });
      tellAnswered(jobId, log);
      await change((before) => before.filter((w) => w.entry.id !== one.entry.id));
    } catch (error) {
      if (isForNow(error)) throw error;
      const { message } = error as ApiError;
      await change((before) =>
        before.map((w) => (w.entry.id === one.entry.id ? { ...w, refused: message } : w)),
      );
    }
  }
}

async function flushOnce(): Promise<void> {
  for (const jobId of new Set(
    waiting
      .get()
      .filter(mayGo)
      .map((w) => w.jobId),
  ))
    await sendJob(jobId);
}

let running: Promise<void> | null = null;
let oncemore = false;

/** Sends what waits, in order; one tab at a time. */
export function flush(): Promise<void> {
  if (running) {
    oncemore = true;
    return running;
  }
  clearTimeout(timer);
  const work = async () => {
    try {
      do {
        oncemore = false;
        await flushOnce();
      } while (oncemore);
      if (waiting.get().length === 0) setLine('up');
    } catch {
      timer = setTimeout(() => void flush(), AGAIN_MS);
    }
  };
  const locked =
    typeof navigator !== 'undefined' && navigator.locks
      ? () => navigator.locks.request('tribos:outbox', work)
      : work;
  running = Promise.resolve(locked()).finally(() => {
    running = null;
    // Asked for between the last look and the letting go of the lock.
    if (oncemore) void flush();
  }) as Promise<void>;
  return running;
}

/** Hears the server's answers, to put them into what is on screen. */
export const onAnswered = answered.listen;

/** Puts the server's answer to something sent beside the outbox into what is on screen. */
export const tellAnswered = answered.tell;

/** What waits on this device: entries not answered for, and how many. */
export function useOutbox(): { readonly entries: readonly Waiting[]; readonly waiting: number } {
  const entries = waiting.use();
  return { entries, waiting: entries.length };
}

/** What of one job waits here: how many entries, and those the server did not take. */
export function useWaitingOf(jobId: string): {
  readonly refused: readonly Waiting[];
  readonly waiting: number;
} {
  const own = waiting.use().filter((w) => w.jobId === jobId);
  const refused = own.filter((w) => w.refused !== null);
  return { refused, waiting: own.length - refused.length };
}
