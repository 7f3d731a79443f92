import { TAKE_BACK, type JobFile } from '@tribos/core/ground';
import { leakRunsAfter } from '@tribos/core/before';
import { timelineOf } from '@tribos/core/house';
import { useState } from 'react';
import { newEntry, useSend } from '../job/index.js';
import { useLeakSpots, type Testing } from './useLeakSpots.js';
import { useSpotBar } from './useSpotBar.js';

/** The crankcase tested again after its new seals: what the check beside it is proved by. */
export function useLeakAfter(file: JobFile, mayDo: boolean) {
  const { trouble, send } = useSend(file);
  const [at, setAt] = useState('');
  const testing: Testing = {
    file,
    keep: (where, kind, fields) => {
      setAt(where);
      const entry = newEntry(kind, fields);
      return send(entry) ? entry.id : null;
    },
    troubleAt: (where) => (trouble !== null && at === where ? trouble : undefined),
  };
  const leak = useLeakSpots(testing, 'after');
  const last = leakRunsAfter(file).at(-1) ?? null;
  const [inHand, setInHand] = useState(false);
  // A clock that runs is in hand; else it is once somebody takes it.
  const isInHand = mayDo && file.engine.strokes === 2 && (inHand || leak.running !== null);
  const takeBack = () => {
    if (last) send(newEntry(TAKE_BACK, { of: last.test.id }));
  };
  const bar = useSpotBar(leak.spots, isInHand, takeBack);
  return {
    testing,
    leak,
    bar: {
      ...bar,
      pick: (key: string | null) => {
        setInHand(true);
        bar.pick(key);
      },
    },
    isInHand,
    /** Out of the hand again: the bar is the list's. */
    layDown: () => setInHand(false),
    last,
    lastSaid: last
      ? (timelineOf(file).find((t) => t.id === last.test.id)?.sentence ?? 'the last test')
      : null,
    takeBack,
  };
}

export type LeakInHand = ReturnType<typeof useLeakAfter>;
