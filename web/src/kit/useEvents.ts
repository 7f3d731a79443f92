import { useEffect } from 'react';
import { keys, queryClient } from './queries.js';
import { signal } from './store.js';
import { lineOf, onLine, setLine, type Line } from './line.js';
import { isTopic, touch } from './topics.js';

/** After a gap, or of a topic newer than this page, anything may have changed. */
const heard = (table: string, id: string): void =>
  void (isTopic(table) ? touch(table, id) : queryClient.invalidateQueries());

/** The foot-switch of a phone was pressed, for the screen of that name. */
export const presses = signal<[screen: string]>();

const AGAIN_MS = 1_000;

/** Asks what it is that does not answer. */
const probed = (): Promise<Line> =>
  fetch('/api/health').then(
    async (response) => {
      const { code = '' } = response.ok
        ? {}
        : ((await response.json().catch(() => ({}))) as { code?: string });
      return lineOf(response.status, code) ?? 'up';
    },
    () => 'server',
  );

/** Asks again and again until everything answers; what is back says nothing by itself. */
function askUntilUp(): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const ask = async () => {
    const now = await probed();
    setLine(now);
    if (now === 'up') void queryClient.invalidateQueries();
  };
  const stop = onLine((now) => {
    clearTimeout(timer);
    if (now !== 'up') timer = setTimeout(again, AGAIN_MS);
  });
  const again = () => {
    timer = setTimeout(again, AGAIN_MS);
    void ask();
  };
  return () => {
    stop();
    clearTimeout(timer);
  };
}

/** Hears what others change, and whether the line is up. */
export function useEvents(): void {
  useEffect(() => {
    let source: EventSource | null = null;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let first = true;
    const open = () => {
      source = new EventSource('/api/events');
      source.onopen = () => {
        setLine('up');
        if (!first) void queryClient.invalidateQueries();
        first = false;
      };
      source.onmessage = (event) => {
        const { table, id } = JSON.parse(event.data as string) as { table: string; id: string };
        if (table === 'presses') presses.tell(id);
        else heard(table, id);
      };
      source.onerror = () => {
        void probed().then(setLine);
        // It may have ended because the session did: then the sign-in is shown.
        void queryClient.invalidateQueries({ queryKey: keys.session });
        // A browser gives up on some failures; opening anew never does.
        source?.close();
        timer = setTimeout(open, AGAIN_MS);
      };
    };
    open();
    const quiet = askUntilUp();
    // A page kept for the back button would keep its connection too, and a browser allows only a few.
    const hide = () => {
      clearTimeout(timer);
      source?.close();
    };
    const show = (event: PageTransitionEvent) => {
      if (event.persisted) open();
    };
    window.addEventListener('pagehide', hide);
    window.addEventListener('pageshow', show);
    return () => {
      window.removeEventListener('pagehide', hide);
      window.removeEventListener('pageshow', show);
      clearTimeout(timer);
      quiet();
      source?.close();
    };
  }, []);
}
