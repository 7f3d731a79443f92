import { ApiError } from '../kit/api.js';
import { onLineUp } from '../kit/line.js';
import { store } from '../kit/store.js';

/** Something typed, taken or begun here that the server has not answered for yet. */
export interface Waits {
  /** Made here, so that sent twice it is kept once. */
  readonly id: string;
  /** Whose it is: nobody else's session sends it. */
  readonly personId: string;
  /** The server's sentence when it refused; it stays until somebody throws it away. */
  readonly refused: string | null;
}

/** Where it lies on this device while it waits: every change at once, in the order of their coming. */
export interface Shelf<T extends Waits> {
  readonly load: () => Promise<readonly T[]>;
  /** @returns all that lies there after it */
  readonly change: (how: (before: readonly T[]) => readonly T[]) => Promise<readonly T[]>;
}

/**
 * Refusals of the moment: no line, signed out, too many, busy, the server in trouble. What waits goes again; everything
 * else is the server's word on it. The one policy of everything that waits here.
 */
export const isForNow = (error: unknown): boolean =>
  !(error instanceof ApiError) ||
  error.status === 401 ||
  error.status === 408 ||
  error.status === 429 ||
  error.status >= 500 ||
  error.problem.code === 'busy';

export interface Queue<T extends Waits> {
  /** What waits here, in order. */
  readonly get: () => readonly T[];
  readonly use: () => readonly T[];
  /** Keeps things on this device at once, then sends them when the line allows. */
  readonly add: (fresh: readonly T[]) => Promise<void>;
  /** Throws one away, whether or not it was refused. */
  readonly discard: (id: string) => Promise<void>;
  /** Says whose may be sent from now on. */
  readonly sendFor: (personId: string) => void;
  readonly person: () => string;
  /** Sends what waits, in order; one tab at a time. */
  readonly flush: () => Promise<void>;
}

/**
 * A queue of what waits for the line: kept on the device before anything is sent, shown at once, sent in order and once by
 * one tab at a time, tried again whatever goes wrong for the moment, kept with the server's sentence where it is refused.
 * @param name    of its lock and of the channel between tabs
 * @param groupOf what goes together in one request, in order; everything by itself where it is left out
 * @param most    of a group at once
 * @param again   how long until it is tried again, ms
 * @param deliver sends things of one group; throws what the server said
 */
export function sendQueue<T extends Waits>({
  name,
  shelf,
  deliver,
  groupOf = (item) => item.id,
  most = 1,
  again,
  sent,
}: {
  readonly name: string;
  readonly shelf: Shelf<T>;
  readonly deliver: (items: readonly T[]) => Promise<void>;
  readonly groupOf?: (item: T) => string;
  readonly most?: number;
  readonly again: number;
  /** Told once nothing waits any more. */
  readonly sent?: () => void;
}): Queue<T> {
  const waiting = store<readonly T[]>([]);
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(name);
  let person = '';
  let timer: ReturnType<typeof setTimeout> | undefined;
  /** What is here and not yet in the store: shown behind it, or a later one could be sent before it. */
  let unstored: readonly T[] = [];

  const isOne = (a: T) => (b: T) => a.id === b.id;
  const show = (stored: readonly T[]): void =>
    waiting.set([...stored, ...unstored.filter((w) => !stored.some(isOne(w)))]);
  const load = async (): Promise<void> => show(await shelf.load());

  /** Every change goes through the store, which serialises the tabs, and is then shown in all of them. */
  async function change(how: (before: readonly T[]) => readonly T[]): Promise<void> {
    show(await shelf.change(how));
    channel?.postMessage('changed');
  }

  const mayGo = (w: T): boolean => w.refused === null && w.personId === person;

  async function sendThese(mine: readonly T[]): Promise<void> {
    const ids = new Set(mine.map((w) => w.id));
    try {
      await deliver(mine);
      await change((before) => before.filter((w) => !ids.has(w.id)));
    } catch (error) {
      if (isForNow(error)) throw error;
      // One of them is refused: find it by sending them singly, in order.
      if (mine.length > 1) {
        for (const one of mine) await sendThese([one]);
        return;
      }
      const { message } = error as ApiError;
      await change((before) => before.map((w) => (ids.has(w.id) ? { ...w, refused: message } : w)));
    }
  }

  async function flushOnce(): Promise<void> {
    for (const group of new Set(waiting.get().filter(mayGo).map(groupOf))) {
      const mine = waiting
        .get()
        .filter((w) => groupOf(w) === group && mayGo(w))
        .slice(0, most);
      if (mine.length > 0) await sendThese(mine);
    }
  }

  let running: Promise<void> | null = null;
  let oncemore = false;

  function flush(): Promise<void> {
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
        } while (oncemore || waiting.get().some(mayGo));
        if (waiting.get().length === 0) sent?.();
      } catch {
        timer = setTimeout(() => void flush(), again);
      }
    };
    const locked =
      typeof navigator !== 'undefined' && navigator.locks ? () => navigator.locks.request(name, work) : work;
    running = Promise.resolve(locked()).finally(() => {
      running = null;
      // Asked for between the last look and the letting go of the lock.
      if (oncemore) void flush();
    }) as Promise<void>;
    return running;
  }

  channel?.addEventListener('message', () => void load());
  void load().then(() => flush());
  onLineUp(() => void flush());
  if (typeof window !== 'undefined') window.addEventListener('online', () => void flush());

  return {
    get: waiting.get,
    use: waiting.use,
    add: async (fresh) => {
      // Shown before it is stored: the bar answers within a frame.
      unstored = [...unstored, ...fresh];
      show(waiting.get());
      await change((before) => [...before.filter((w) => !fresh.some(isOne(w))), ...fresh]);
      unstored = unstored.filter((w) => !fresh.includes(w));
      void flush();
    },
    discard: (id) => change((before) => before.filter((w) => w.id !== id)),
    sendFor: (personId) => {
      person = personId;
      void flush();
    },
    person: () => person,
    flush,
  };
}
