import { proxy, wrap, type Remote } from 'comlink';
import { startTransition, useCallback, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { mapKey, type MapProblem, type MapSpread, type SpreadOf } from '@tribos/core';
import type { PropagationWorker } from './propagation.worker.js';

const MOST_KEPT = 60;

/** What was propagated on this device, by problem: going back to a job finds it again. */
const kept = new Map<string, MapSpread>();
const listeners = new Set<() => void>();
let version = 0;
let worker: Remote<PropagationWorker> | null = null;
let running: string | null = null;

function keep(key: string, spread: MapSpread): void {
  if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
  kept.set(key, spread);
  version += 1;
  listeners.forEach((l) => l());
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

function start(): Remote<PropagationWorker> {
  // Made when the first map is complete: most screens never need it.
  worker ??= wrap<PropagationWorker>(
    new Worker(new URL('./propagation.worker.ts', import.meta.url), { type: 'module' }),
  );
  return worker;
}

/** Looks propagated maps up; the function changes when there is something new to find. */
export function useSpreads(): SpreadOf {
  const [seen, setSeen] = useState(version);
  // Not urgent: a key pressed meanwhile is drawn first.
  useEffect(() => {
    const look = () => startTransition(() => setSeen(version));
    look();
    const stop = subscribe(look);
    return () => void stop();
  }, []);
  // eslint-disable-next-line react-hooks/exhaustive-deps -- a new function is how a memo learns of new spreads
  return useCallback((problem: MapProblem) => kept.get(mapKey(problem)) ?? null, [seen]);
}

let share: number | null = null;
let shown = 0;
const watchers = new Set<() => void>();
/** Often enough to be seen moving, seldom enough to cost nothing. */
const SHOW_MS = 120;

function show(next: number | null): void {
  const now = performance.now();
  if (next !== null && share !== null && now - shown < SHOW_MS) return;
  share = next;
  shown = now;
  watchers.forEach((w) => w());
}

/** Share done of the map being worked; null when there is nothing to work. Only who asks is drawn anew. */
export const useWorking = (): number | null =>
  useSyncExternalStore(
    (watcher) => {
      watchers.add(watcher);
      return () => watchers.delete(watcher);
    },
    () => share,
  );

/**
 * Works the maps that are not propagated yet, one after another, in a worker. When the readings change the
 * one being worked is given up.
 * @param spreadOf what is propagated already
 */
export function usePropagate(maps: readonly (MapProblem | null)[], spreadOf: SpreadOf): void {
  const next = useMemo(() => maps.find((m) => m !== null && spreadOf(m) === null) ?? null, [maps, spreadOf]);
  const key = next && mapKey(next);
  useEffect(() => {
    if (!next || key === null) {
      show(null);
      if (running !== null) void worker?.cancel();
      running = null;
      return;
    }
    running = key;
    show(0);
    void start()
      .work(
        next,
        proxy((s: number) => {
          if (running === key) show(s);
        }),
      )
      .then((spread) => {
        if (spread) keep(key, spread);
      });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the key stands for the problem
  }, [key]);
  // A job that is left takes its progress with it.
  useEffect(() => () => show(null), []);
}
