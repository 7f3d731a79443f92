import type { SentEntry } from '@tribos/core/house';
import type { AppendedLog } from '@tribos/contract';
import { api } from '../kit/api.js';
import { setLine } from '../kit/line.js';
import { signal } from '../kit/store.js';
import { sendQueue, type Waits } from './queue.js';
import { listShelf } from './shelves.js';

/** An entry typed here that the server has not answered for yet. */
export interface Waiting extends Waits {
  readonly jobId: string;
  readonly entry: SentEntry;
}

const AGAIN_MS = 1_500;
const MOST_AT_ONCE = 100;
const answered = signal<[jobId: string, log: AppendedLog]>();

/** What an older version of this screen left has no id of its own. */
const shelf = listShelf<Waiting>('tribos:outbox');
const withIds = (all: readonly Waiting[]): readonly Waiting[] =>
  all.map((w) => (w.id === undefined ? { ...w, id: w.entry.id } : w));

const queue = sendQueue<Waiting>({
  name: 'tribos:outbox',
  shelf: {
    load: async () => withIds(await shelf.load()),
    change: (how) => shelf.change((before) => how(withIds(before))),
  },
  groupOf: (w) => w.jobId,
  most: MOST_AT_ONCE,
  again: AGAIN_MS,
  deliver: async (mine) => {
    const { jobId } = mine[0]!;
    const log = await api.post<AppendedLog>(`/jobs/${jobId}/log`, { entries: mine.map((w) => w.entry) });
    tellAnswered(jobId, log);
  },
  sent: () => setLine('up'),
});

/** Says whose entries may be sent from now on. */
export const sendFor = queue.sendFor;

/** Keeps entries on this device at once, then sends them when the line allows. */
export const post = (jobId: string, entries: readonly SentEntry[]): Promise<void> =>
  queue.add(
    entries.map((entry) => ({ id: entry.id, jobId, personId: queue.person(), entry, refused: null })),
  );

/** Throws a refused entry away. */
export const discard = queue.discard;

/** Hears the server's answers, to put them into what is on screen. */
export const onAnswered = answered.listen;

/** Puts the server's answer to something sent beside the outbox into what is on screen. */
export const tellAnswered = answered.tell;

/** What waits on this device: entries not answered for, and how many. */
export function useOutbox(): { readonly entries: readonly Waiting[]; readonly waiting: number } {
  const entries = queue.use();
  return { entries, waiting: entries.length };
}

/** What of one job waits here: how many entries, and those the server did not take. */
export function useWaitingOf(jobId: string): {
  readonly refused: readonly Waiting[];
  readonly waiting: number;
} {
  const own = queue.use().filter((w) => w.jobId === jobId);
  const refused = own.filter((w) => w.refused !== null);
  return { refused, waiting: own.length - refused.length };
}
