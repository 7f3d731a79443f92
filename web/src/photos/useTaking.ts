import { useState } from 'react';
import { keepPhoto } from '../outbox/index.js';
import { shrunk } from './shrink.js';
import { useRecorder } from './useRecorder.js';

/** Where a photo or sound belongs: a station of a job, and one entry of its log where it is of one. */
export interface Belongs {
  readonly jobId: string;
  readonly station: string;
  readonly entry?: string | null;
  readonly caption?: string;
}

/** Takes photos and sounds: kept on this device at once, sent when the line allows. */
export function useTaking({ jobId, station, entry = null, caption = '' }: Belongs, original = false) {
  const [working, setWorking] = useState(0);
  const at = { jobId, station, entry, caption };
  const take = async (files: readonly File[]): Promise<readonly string[]> => {
    const ids: string[] = [];
    for (const [i, file] of files.entries()) {
      setWorking(files.length - i);
      ids.push(await keepPhoto({ ...at, original, file: original ? file : await shrunk(file) }));
    }
    setWorking(0);
    return ids;
  };
  const recorder = useRecorder((file) => void keepPhoto({ ...at, original: true, file }));
  return { working, take, recorder };
}
