import { useEffect } from 'react';
import { keys, queryClient } from './queries.js';
import { store } from './store.js';
import { isTopic, touch } from './topics.js';

type Line = 'up' | 'down';
const line = store<Line>('up');

export const setLine = line.set;

/** Whether the server answers. */
export const useLine = line.use;

/** Called when the line comes back. */
export const onLineUp = (work: () => void): (() => void) =>
  line.listen(() => {
    if (line.get() === 'up') work();
  });

/** After a gap, or of a topic newer than this page, anything may have changed. */
const heard = (table: string, id: string): void =>
  isTopic(table) ? touch(table, id) : void queryClient.invalidateQueries();

const AGAIN_MS = 1_000;

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
        heard(table, id);
      };
      source.onerror = () => {
        setLine('down');
        // It may have ended because the session did: then the sign-in is shown.
        void queryClient.invalidateQueries({ queryKey: keys.session });
        // A browser gives up on some failures; opening anew never does.
        source?.close();
        timer = setTimeout(open, AGAIN_MS);
      };
    };
    open();
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
      source?.close();
    };
  }, []);
}
