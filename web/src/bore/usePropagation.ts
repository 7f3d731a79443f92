import { useQueries, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { proxy, wrap, type Remote } from 'comlink';
import { startTransition, useCallback, useEffect, useMemo, useState } from 'react';
import { mapKey, type MapProblem, type MapSpread, type SpreadOf } from '@tribos/core/bore';
import { keys } from '../kit/queries.js';
import { store } from '../kit/store.js';
import type { PropagationWorker } from './propagation.worker.js';

/** Going back to a job within this time finds its maps worked. */
const KEPT_MS = 30 * 60_000;
/** Often enough to be seen moving, seldom enough to cost nothing. */
const SHOW_MS = 120;

const spreads = (client: QueryClient) => client.getQueryCache().findAll({ queryKey: keys.spreads });
/** When the last map came: another time is how a look-up learns of it. */
const newest = (client: QueryClient): number =>
  spreads(client).reduce((last, q) => Math.max(last, q.state.dataUpdatedAt), 0);

/** Looks propagated maps up; the function changes when there is something new to find. */
export function useSpreads(): SpreadOf {
  const client = useQueryClient();
  const [seen, setSeen] = useState(() => newest(client));
  useEffect(() => {
    // Not urgent: a key pressed meanwhile is drawn first.
    const look = () => startTransition(() => setSeen(newest(client)));
    look();
    return client.getQueryCache().subscribe((event) => {
      if (event.type === 'updated' && event.action.type === 'success' && isSpread(event.query.queryKey))
        look();
    });
  }, [client]);
  return useCallback(
    (problem: MapProblem) => client.getQueryData<MapSpread>(keys.spread(mapKey(problem))) ?? null,
    // eslint-disable-next-line react-hooks/exhaustive-deps -- a new function is how a memo learns of new spreads
    [client, seen],
  );
}

const isSpread = (key: readonly unknown[]): boolean => key[0] === keys.spreads[0];

const share = store<number | null>(null);
let shown = 0;

function show(next: number | null): void {
  const now = performance.now();
  if (next !== null && share.get() !== null && now - shown < SHOW_MS) return;
  shown = now;
  share.set(next);
}

/** Share done of the map being worked; null when there is nothing to work. Only who asks is drawn anew. */
export const useWorking = share.use;

let worker: Remote<PropagationWorker> | null = null;
/** Maps wait for one another: the first is seen soonest when nothing else takes its core. */
let before: Promise<unknown> = Promise.resolve();
let waiting = 0;

function start(): Remote<PropagationWorker> {
  // Made when the first map is complete: most screens never need it.
  worker ??= wrap<PropagationWorker>(
    new Worker(new URL('./propagation.worker.ts', import.meta.url), { type: 'module' }),
  );
  return worker;
}

/** Works one map in the worker, after those asked for before it; given up as soon as nobody wants it. */
async function work(problem: MapProblem, signal: AbortSignal): Promise<MapSpread> {
  waiting += 1;
  show(0);
  const mine = before.then(async () => {
    signal.throwIfAborted();
    const cancel = () => void start().cancel();
    signal.addEventListener('abort', cancel);
    // Word of progress comes by a way of its own and may be late.
    let running = true;
    try {
      const spread = await start().work(
        problem,
        proxy((done: number) => {
          if (running) show(done);
        }),
      );
      signal.throwIfAborted();
      return spread!;
    } finally {
      running = false;
      signal.removeEventListener('abort', cancel);
    }
  });
  before = mine.catch(() => undefined);
  try {
    return await mine;
  } finally {
    waiting -= 1;
    if (waiting === 0) show(null);
  }
}

/** Works the maps that are not propagated yet, one after another; one that is no longer asked for is given up. */
export function usePropagate(maps: readonly (MapProblem | null)[]): void {
  const wanted = useMemo(
    () => new Map(maps.filter((m) => m !== null).map((problem) => [mapKey(problem), problem])),
    [maps],
  );
  useQueries({
    queries: [...wanted].map(([key, problem]) => ({
      queryKey: keys.spread(key),
      queryFn: ({ signal }: { signal: AbortSignal }) => work(problem, signal),
      staleTime: 'static' as const,
      gcTime: KEPT_MS,
      retry: false,
      structuralSharing: false,
      // Found by `useSpreads`, without haste.
      notifyOnChangeProps: [],
    })),
  });
}
