import { useMutation, type QueryKey } from '@tanstack/react-query';
import type { Topic } from '@tribos/contract';
import { queryClient } from './queries.js';
import { touch } from './topics.js';

/**
 * Saves something on the server: what it answers is shown at once, everything of its topic is looked at again.
 * The one way a screen writes.
 * @param send       the request
 * @param after.id   the job, engine or thing the topic is about
 * @param after.view where the answer is shown, when it is a whole view
 * @param after.once it is done when it is `kept`, or only when the screen shows it
 */
export function useSave<V, R>(
  send: (values: V) => Promise<R>,
  after: {
    readonly topic: Topic;
    readonly id: string;
    readonly view?: QueryKey;
    readonly once?: 'kept' | 'shown';
    readonly done?: (answer: R) => void;
  },
) {
  return useMutation({
    mutationFn: send,
    onSuccess: async (answer) => {
      const shown = touch(after.topic, after.id);
      // After the rest was called stale: this answer is newer than what is on its way.
      if (after.view) queryClient.setQueryData(after.view, answer);
      if (after.once === 'shown') await shown;
      after.done?.(answer);
    },
  });
}
