import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import type { TimerView } from '@tribos/contract';
import { api } from '../kit/api.js';
import { keys } from '../kit/queries.js';
import { beginTimer, endHere, useBegunHere } from '../outbox/index.js';
import { chime } from './chime.js';

/** Something that waits by itself, its end by the clock of this device. */
export interface Running {
  readonly id: string;
  readonly jobId: string;
  readonly station: string;
  readonly what: string;
  /** By this device's clock, ms: the server says what is left, never when by a clock that may be another. */
  readonly ends: number;
  /** Which job, and who began it. */
  readonly of: string;
}

/** @param now by this device's clock, when the answer came, ms */
export const running = (t: TimerView, now: number): Running => ({
  id: t.id,
  jobId: t.jobId,
  station: t.station,
  what: t.what,
  ends: now + t.left * 1_000,
  of: `${String(t.number).padStart(4, '0')} ${t.machine}, ${t.by}`,
});

/** Everything that waits by itself in this shop, the soonest first. */
export function useTimers() {
  const client = useQueryClient();
  const { data = [] } = useQuery({
    queryKey: keys.timers,
    queryFn: async () => {
      const told = await api.get<TimerView[]>('/timers');
      return told.map((t) => running(t, Date.now()));
    },
    staleTime: 30_000,
  });
  const here = useBegunHere()
    .filter((t) => !data.some((d) => d.id === t.id))
    .map(({ personId: _whose, refused, began, minutes, ...t }): Running => ({
      ...t,
      ends: began + minutes * 60_000,
      // It runs on here whatever the shop said; over takes it away.
      of: refused ?? 'begun here, not told to the shop yet',
    }));
  return {
    timers: here.length === 0 ? data : [...data, ...here].sort((a, b) => a.ends - b.ends),
    begin: (jobId: string, station: string, what: string, minutes: number): Promise<void> =>
      beginTimer({ jobId, station, what, minutes }),
    over: async (id: string): Promise<void> => {
      if (here.some((t) => t.id === id)) return endHere(id);
      await api.delete(`/timers/${id}`);
      client.setQueryData<Running[]>(keys.timers, (before) => before?.filter((t) => t.id !== id));
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
export function useCallBack(timers: readonly Running[], now: number): void {
  const before = useRef(now);
  useEffect(() => {
    const out = timers.some((t) => t.ends <= now && t.ends > before.current);
    before.current = now;
    if (out) chime();
  }, [timers, now]);
}
