import { dehydrate, hydrate, type DehydratedState, type Query } from '@tanstack/react-query';
import { del, get, set } from 'idb-keyval';
import { queryClient } from './queries.js';

/** What was last seen on this device, so that a page loaded while the line is down still shows its job. */
interface Kept {
  /** Build that wrote it: another build may read other shapes. */
  readonly build: string;
  readonly state: DehydratedState;
}

const KEY = 'tribos:seen';
const SETTLE_MS = 500;
const ROOMS = new Set(['session', 'jobs', 'benches', 'engines', 'gauges']);

const worthKeeping = (query: Query): boolean =>
  query.state.status === 'success' || query.state.data !== undefined
    ? ROOMS.has(String(query.queryKey[0])) && query.queryKey[1] !== 'list'
    : false;

/** Puts back what was seen, before the first screen is drawn. */
export async function restoreSeen(): Promise<void> {
  try {
    const kept = await get<Kept>(KEY);
    if (kept?.build !== __BUILD__) return;
    hydrate(queryClient, kept.state);
    // Shown at once, believed only until the server has been asked.
    await queryClient.invalidateQueries({ refetchType: 'none' });
  } catch {
    // A device that keeps nothing works as long as the line is up.
  }
}

/** Keeps what is seen from now on. */
export function keepSeen(): void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const write = () => {
    const state = dehydrate(queryClient, { shouldDehydrateQuery: worthKeeping });
    // What belongs to a person goes when the person does.
    const signedIn = state.queries.some((q) => q.queryKey[0] === 'session' && q.state.data);
    void (signedIn ? set(KEY, { build: __BUILD__, state } satisfies Kept) : del(KEY)).catch(() => undefined);
  };
  // Between two keys rather than under one, where the browser can tell.
  const settled = () => {
    timer = undefined;
    if ('requestIdleCallback' in window) requestIdleCallback(write, { timeout: SETTLE_MS });
    else write();
  };
  queryClient.getQueryCache().subscribe((event) => {
    if (event.type === 'updated' || event.type === 'removed') timer ??= setTimeout(settled, SETTLE_MS);
  });
}
