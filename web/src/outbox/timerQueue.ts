import { v7 } from 'uuid';
import type { NewTimer, TimerView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys, queryClient } from '../kit/queries.js';
import { sendQueue, type Waits } from './queue.js';
import { listShelf } from './shelves.js';

/** A time begun here that the server does not know yet: it runs on this device meanwhile. */
export interface BegunHere extends Omit<NewTimer, 'ago' | 'id'>, Waits {
  /** By this device's clock, which alone it is compared with, ms. */
  readonly began: number;
}

const AGAIN_MS = 3_000;

const queue = sendQueue<BegunHere>({
  name: 'tribos:timers',
  shelf: listShelf('tribos:timers'),
  again: AGAIN_MS,
  deliver: async ([begun]) => {
    const { personId: _whose, refused: _said, began, ...of } = begun!;
    const ago = Math.max(0, Math.round((Date.now() - began) / 1_000));
    await api.post<TimerView[]>('/timers', { ...of, ago });
    await queryClient.invalidateQueries({ queryKey: keys.timers });
  },
});

/** Times begun here that wait for the line, or that the shop did not take. */
export const useBegunHere = queue.use;

/** Says whose times may be sent from now on. */
export const sendTimersFor = queue.sendFor;

/** Begins a time at once and tells the shop as soon as the line allows. */
export const beginTimer = (of: Pick<NewTimer, 'jobId' | 'station' | 'what' | 'minutes'>): Promise<void> =>
  queue.add([{ ...of, id: v7(), personId: queue.person(), began: Date.now(), refused: null }]);

/** Somebody has come for one that the server never heard of. */
export const endHere = queue.discard;
