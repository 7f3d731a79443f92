import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { v7 } from 'uuid';
import type { TimerView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { chime } from './chime.js';

/** Everything that waits by itself in this shop, the soonest first. */
export function useTimers() {
  const client = useQueryClient();
  const { data = [] } = useQuery({
    queryKey: keys.timers,
    queryFn: () => api.get<TimerView[]>('/timers'),
    staleTime: 30_000,
  });
  return {
    timers: data,
    begin: async (jobId: string, station: string, what: string, minutes: number): Promise<void> => {
      const now = await api.post<TimerView[]>('/timers', {
        id: v7(),
        jobId,
        station,
        what,
        began: new Date().toISOString(),
        minutes,
      });
      client.setQueryData(keys.timers, now);
    },
    over: async (id: string): Promise<void> => {
      await api.delete(`/timers/${id}`);
      client.setQueryData<TimerView[]>(keys.timers, (before) => before?.filter((t) => t.id !== id));
    },
  };
}

/** This device’s clock, once a second while anything runs. */
export function useTick(running: boolean): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setNow(Date.now()), 1_000);
    return () => clearInterval(timer);
  }, [running]);
  return now;
}

/** Calls back with a sound when one runs out while this screen is open. */
export function useCallBack(timers: readonly TimerView[], now: number): void {
  const before = useRef(now);
  useEffect(() => {
    const out = timers.some((t) => Date.parse(t.ends) <= now && Date.parse(t.ends) > before.current);
    before.current = now;
    if (out) chime();
  }, [timers, now]);
}
