import { v7 } from 'uuid';
import type { PhotoView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys, queryClient } from '../kit/queries.js';
import { sendQueue, type Waits } from './queue.js';
import { itemShelf } from './shelves.js';

/** A photo or sound taken here that the server does not have yet. */
export interface Queued extends Waits {
  readonly jobId: string;
  readonly at: string;
  readonly station: string;
  /** Entry of the log it belongs to; null for the station alone. */
  readonly entry?: string | null;
  readonly caption: string;
  readonly original: boolean;
  readonly file: Blob;
}

const AGAIN_MS = 3_000;

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

/** Apart from what is typed: a photo over a slow line keeps no reading waiting. One after the other. */
const queue = sendQueue<Queued>({
  name: 'tribos:photos',
  shelf: itemShelf('tribos-photos', (a, b) => (a.at < b.at ? -1 : 1)),
  again: AGAIN_MS,
  deliver: async ([photo]) => {
    await api.send<PhotoView>(address(photo!), photo!.file);
    await queryClient.invalidateQueries({ queryKey: keys.photos(photo!.jobId) });
  },
});

export const useQueued = queue.use;

/** Says whose photos may be sent from now on. */
export const sendPhotosFor = queue.sendFor;

/** Keeps a photo or sound on this device at once, then sends it when the line allows. */
export async function keepPhoto(
  of: Pick<Queued, 'jobId' | 'station' | 'entry' | 'caption' | 'original' | 'file'>,
): Promise<string> {
  const id = v7();
  await queue.add([{ ...of, id, personId: queue.person(), at: new Date().toISOString(), refused: null }]);
  return id;
}

export const throwAway = queue.discard;
