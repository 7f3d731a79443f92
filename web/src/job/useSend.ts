import { useState } from 'react';
import type { JobFile } from '@tribos/core/ground';
import type { SentEntry } from '@tribos/core/house';
import { post } from '../outbox/index.js';
import { refusedBy } from './refusedBy.js';

/**
 * Writes entries of a job that need no form: checked as its reader will, kept on this device, then sent.
 * @returns the sentence the last one was refused with, null where it was taken; and the way to send another
 */
export function useSend(file: JobFile) {
  const [trouble, say] = useState<string | null>(null);
  return {
    trouble,
    say,
    /** @param entries all of them, or none. @returns whether they were taken */
    send: (...entries: readonly SentEntry[]): boolean => {
      const refused = refusedBy(file, ...entries);
      say(refused);
      if (refused !== null) return false;
      void post(file.job.id, [...entries]);
      return true;
    },
  };
}
