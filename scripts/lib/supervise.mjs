import { say } from './say.mjs';

const FIRST_MS = 500;
const MOST_MS = 30_000;
/** One that stood this long begins with the shortest wait again. */
const STEADY_MS = 60_000;

/** Waits before the next start of something that keeps failing: longer each time, up to half a minute. */
export function backOff(now = Date.now) {
  let wait = FIRST_MS;
  let last = 0;
  return {
    /** @returns how long to wait, ms */
    next() {
      if (now() - last > STEADY_MS + wait) wait = FIRST_MS;
      last = now();
      const ms = wait;
      wait = Math.min(MOST_MS, wait * 2);
      return ms;
    },
  };
}

/**
 * Starts something again whenever it is gone, until told to stop, and says so.
 * @param {{what: string, isGone: () => boolean, start: () => unknown, everyMs?: number}} of
 * @returns {() => void} stops looking
 */
export function supervise({ what, isGone, start, everyMs = 1_000 }) {
  const pause = backOff();
  let stopped = false;
  let timer = setTimeout(look, everyMs);
  async function look() {
    if (stopped) return;
    if (isGone()) {
      const wait = pause.next();
      say(`${what} is gone. Starting it again.`);
      await new Promise((resolve) => setTimeout(resolve, wait));
      if (stopped) return;
      try {
        await start();
        if (!stopped) say(`${what} is back.`);
      } catch (error) {
        say(`${what} did not come back: ${error.message}`);
      }
    }
    if (!stopped) timer = setTimeout(look, everyMs);
  }
  return () => {
    stopped = true;
    clearTimeout(timer);
  };
}
