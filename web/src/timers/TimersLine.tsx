import { lazy, Suspense } from 'react';
import { useCallBack, useTick, useTimers } from './useTimers.js';

const TimersOpen = lazy(async () => ({ default: (await import('./TimersOpen.js')).TimersOpen }));

/** What waits by itself, in the top line of every screen; it calls back whether or not anybody looks. */
export function TimersLine() {
  const waiting = useTimers();
  const now = useTick(waiting.timers.length > 0);
  useCallBack(waiting.timers, now);
  if (waiting.timers.length === 0) return null;
  return (
    <Suspense fallback={null}>
      <TimersOpen {...waiting} now={now} />
    </Suspense>
  );
}
