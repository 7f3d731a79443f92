import { createStore, del, entries, set } from 'idb-keyval';
import { v7 } from 'uuid';
import type { PhotoView } from '@tribos/contract';
import { api, ApiError } from '../kit/api.js';
import { onLineUp } from '../kit/line.js';
import { keys, queryClient } from '../kit/queries.js';
import { store } from '../kit/store.js';

/** A photo or sound taken here that the server does not have yet. */
export interface Queued {
  readonly id: string;
  readonly jobId: string;
  /** Who took it: nobody else's session sends it. */
  readonly personId: string;
  readonly at: string;
  readonly station: string;
  /** Entry of the log it belongs to; null for the station alone. */
  readonly entry?: string | null;
  readonly caption: string;
  readonly original: boolean;
  readonly file: Blob;
  /** The server's sentence when it refused; it stays until somebody throws it away. */
  readonly refused: string | null;
}

/** Apart from what is typed: a photo over a slow line keeps no reading waiting. */
const SHELF = typeof indexedDB === 'undefined' ? null : createStore('tribos-photos', 'queue');
const AGAIN_MS = 3_000;

const queue = store<readonly Queued[]>([]);
let person = '';
let sending = false;
let timer: ReturnType<typeof setTimeout> | undefined;

export const useQueued = queue.use;

async function load(): Promise<void> {
  if (!SHELF) return;
  const kept = (await entries<string, Queued>(SHELF)).map(([, q]) => q);
  queue.set(kept.sort((a, b) => (a.at < b.at ? -1 : 1)));
}
void load().then(() => send());
onLineUp(() => void send());

/** Says whose photos may be sent from now on. */
export function sendPhotosFor(personId: string): void {
  person = personId;
  void send();
}

/** Keeps a photo or sound on this device at once, then sends it when the line allows. */
export async function keepPhoto(
  of: Pick<Queued, 'jobId' | 'station' | 'entry' | 'caption' | 'original' | 'file'>,
): Promise<string> {
  const queued: Queued = { ...of, id: v7(), personId: person, at: new Date().toISOString(), refused: null };
  queue.set([...queue.get(), queued]);
  if (SHELF) await set(queued.id, queued, SHELF);
  void send();
  return queued.id;
}

export async function throwAway(id: string): Promise<void> {
  queue.set(queue.get().filter((q) => q.id !== id));
  if (SHELF) await del(id, SHELF);
}

const address = ({ id, jobId, at, station, entry = null, caption, original }: Queued): string => {
  const query = new URLSearchParams({
    id,
    at,
    station,
    caption,
    ...(entry === null ? {} : { entry }),
    ...(original ? { original: 'yes' } : {}),
  });
  return `/jobs/${jobId}/photos?${query.toString()}`;
};

/** One after the other: a slow line is not shared out among them. */
async function send(): Promise<void> {
  if (sending) return;
  sending = true;
  clearTimeout(timer);
  try {
    for (;;) {
      const next = queue.get().find((q) => q.refused === null && q.personId === person);
      if (!next) return;
      try {
        await api.send<PhotoView>(address(next), next.file);
        await throwAway(next.id);
        await queryClient.invalidateQueries({ queryKey: keys.photos(next.jobId) });
      } catch (error) {
        const refused = error instanceof ApiError && error.status !== 401 && error.status !== 429;
        if (!refused) {
          timer = setTimeout(() => void send(), AGAIN_MS);
          return;
        }
        const said = { ...next, refused: error.message };
        queue.set(queue.get().map((q) => (q.id === next.id ? said : q)));
        if (SHELF) await set(next.id, said, SHELF);
      }
    }
  } finally {
    sending = false;
  }
}
