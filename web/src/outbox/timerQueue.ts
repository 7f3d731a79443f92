import { del, get, set } from 'idb-keyval';
import { v7 } from 'uuid';
import type { NewTimer, TimerView } from '@tribos/contract';
import { api, ApiError } from '../kit/api.js';
import { onLineUp } from '../kit/line.js';
import { keys, queryClient } from '../kit/queries.js';
import { store } from '../kit/store.js';

/** A time begun here that the server does not know yet: it runs on this device meanwhile. */
export interface BegunHere extends Omit<NewTimer, 'ago'> {
  readonly personId: string;
  /** By this device's clock, which alone it is compared with, ms. */
  readonly began: number;
}

const KEY = 'tribos:timers';
const AGAIN_MS = 3_000;
const kept = typeof indexedDB !== 'undefined';

const begun = store<readonly BegunHere[]>([]);
let person = '';
let sending = false;
let timer: ReturnType<typeof setTimeout> | undefined;

/** Times begun here that wait for the line. */
export const useBegunHere = begun.use;

async function keep(next: readonly BegunHere[]): Promise<void> {
  begun.set(next);
  if (!kept) return;
  if (next.length === 0) await del(KEY);
  else await set(KEY, next);
}

async function load(): Promise<void> {
  if (kept) begun.set([...((await get<BegunHere[]>(KEY)) ?? []), ...begun.get()]);
}
void load().then(() => send());
onLineUp(() => void send());

/** Says whose times may be sent from now on. */
export function sendTimersFor(personId: string): void {
  person = personId;
  void send();
}

/** Begins a time at once and tells the shop as soon as the line allows. */
export async function beginTimer(
  of: Pick<NewTimer, 'jobId' | 'station' | 'what' | 'minutes'>,
): Promise<void> {
  await keep([...begun.get(), { ...of, id: v7(), personId: person, began: Date.now() }]);
  await send();
}

/** Somebody has come for one that the server never heard of. */
export const endHere = (id: string): Promise<void> => keep(begun.get().filter((t) => t.id !== id));

async function send(): Promise<void> {
  if (sending) return;
  sending = true;
  clearTimeout(timer);
  try {
    for (;;) {
      const next = begun.get().find((t) => t.personId === person);
      if (!next) return;
      const { personId: _whose, began, ...of } = next;
      try {
        const ago = Math.max(0, Math.round((Date.now() - began) / 1_000));
        await api.post<TimerView[]>('/timers', { ...of, ago });
        await queryClient.invalidateQueries({ queryKey: keys.timers });
      } catch (error) {
        const forNow =
          !(error instanceof ApiError) || error.status === 401 || error.status === 429 || error.status >= 500;
        if (forNow) {
          timer = setTimeout(() => void send(), AGAIN_MS);
          return;
        }
        // A job that is gone: nobody waits for it any more.
      }
      await endHere(next.id);
    }
  } finally {
    sending = false;
  }
}
