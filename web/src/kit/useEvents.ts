import { useEffect, useSyncExternalStore } from 'react';
import { keys, queryClient } from './queries.js';

type Line = 'up' | 'down';
let line: Line = 'up';
const listeners = new Set<() => void>();

export function setLine(next: Line): void {
  if (next === line) return;
  line = next;
  listeners.forEach((l) => l());
}

/** Whether the server answers. */
export function useLine(): Line {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => line,
  );
}

/** Called when the line comes back. */
export function onLineUp(work: () => void): () => void {
  const listener = () => {
    if (line === 'up') work();
  };
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function heard(table: string, id: string): void {
  if (table === 'reconnected') {
    void queryClient.invalidateQueries();
    return;
  }
  if (table === 'log_entries' || table === 'decisions' || table === 'jobs') {
    void queryClient.invalidateQueries({ queryKey: keys.job(id) });
    void queryClient.invalidateQueries({ queryKey: keys.benches });
    void queryClient.invalidateQueries({ queryKey: ['jobs', 'list'] });
  } else if (table === 'engines' || table === 'limits' || table === 'kits') {
    void queryClient.invalidateQueries({ queryKey: keys.engines });
    void queryClient.invalidateQueries({ queryKey: keys.allJobs });
  } else {
    void queryClient.invalidateQueries({ queryKey: keys.gauges });
    void queryClient.invalidateQueries({ queryKey: keys.allJobs });
  }
}

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
