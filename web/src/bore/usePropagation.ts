import { proxy, wrap, type Remote } from 'comlink';
import { startTransition, useCallback, useEffect, useMemo, useState } from 'react';
import { mapKey, type MapProblem, type MapSpread, type SpreadOf } from '@tribos/core';
import { store } from '../kit/store.js';
import type { PropagationWorker } from './propagation.worker.js';

const MOST_KEPT = 60;

/** What was propagated on this device, by problem: going back to a job finds it again. */
const kept = new Map<string, MapSpread>();
/** Counts what was kept: a new count is how a look-up learns of it. */
const version = store(0);
let worker: Remote<PropagationWorker> | null = null;
let running: string | null = null;

function keep(key: string, spread: MapSpread): void {
  if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
  kept.set(key, spread);
  version.set(version.get() + 1);
}

function start(): Remote<PropagationWorker> {
  // Made when the first map is complete: most screens never need it.
  worker ??= wrap<PropagationWorker>(
    new Worker(new URL('./propagation.worker.ts', import.meta.url), { type: 'module' }),
  );
  return worker;
}

/** Looks propagated maps up; the function changes when there is something new to find. */
export function useSpreads(): SpreadOf {
  const [seen, setSeen] = useState(version.get);
  // Not urgent: a key pressed meanwhile is drawn first.
  useEffect(() => {
    const look = () => startTransition(() => setSeen(version.get()));
    look();
    return version.listen(look);
  }, []);
  // eslint-disable-next-line react-hooks/exhaustive-deps -- a new function is how a memo learns of new spreads
  return useCallback((problem: MapProblem) => kept.get(mapKey(problem)) ?? null, [seen]);
}

const share = store<number | null>(null);
let shown = 0;
/** Often enough to be seen moving, seldom enough to cost nothing. */
const SHOW_MS = 120;

function show(next: number | null): void {
  const now = performance.now();
  if (next !== null && share.get() !== null && now - shown < SHOW_MS) return;
  shown = now;
  share.set(next);
}

/** Share done of the map being worked; null when there is nothing to work. Only who asks is drawn anew. */
export const useWorking = share.use;

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
