import { useEffect, useRef, useState } from 'react';
import { fromBase, parseFigure } from '@tribos/core/ground';
import { leakRunsAfter, leakRunsBefore } from '@tribos/core/before';
import { LEAK_MARK, LEAK_TEST, SETTLE, type LeakRun } from '@tribos/core/crank';
import { chime } from '../timers/index.js';
import type { Before } from './useBefore.js';
import type { Spot } from './useSpotBar.js';

/** A mark is asked for so often once it has settled, s. */
const EVERY = 45;

/** Who keeps entries of a test, and says why one was not kept. */
export type Testing = Pick<Before, 'file' | 'keep' | 'troubleAt'>;

/** How a crankcase is tested: said once, and goes with every test until it is said otherwise. */
export interface LeakHow {
  readonly way: 'pressure' | 'vacuum';
  readonly unit: 'bar' | 'kPa' | 'psi';
  /** Smallest division of the gauge, as typed. */
  readonly division: string;
  /** Volumes, cm³, as typed; empty where they are not known. */
  readonly engine: string;
  readonly tester: string;
}

const DIVISION = { bar: '0.005', kPa: '0.5', psi: '0.1' } as const;
const numberOf = (text: string): number | null =>
  text.trim() === '' ? null : Number(text.replace(',', '.'));
const kept = (v: number | null): string => (v === null ? '' : String(v));

/** As it was tested last, where it was. */
function asLast(runs: readonly LeakRun[]): LeakHow {
  const last = runs.at(-1)?.test;
  const unit = last?.unit ?? 'bar';
  return {
    way: last?.way ?? 'pressure',
    unit,
    division: DIVISION[unit],
    engine: kept(last?.engineVolume ?? null),
    tester: kept(last?.testerVolume ?? null),
  };
}

/** The last mark in the unit of its gauge; empty before any. */
function lastMark({ marks, test }: LeakRun): string {
  const last = marks.at(-1);
  return last ? String(Number(fromBase('pressure', last.pressure, test.unit).toFixed(4))) : '';
}

export const clock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

/** Now, in seconds after a moment, to a tenth. */
const secondsSince = (at: string): number => Math.round((Date.now() - Date.parse(at)) / 100) / 10;

/** Seconds since a test began, told by a sound when a mark is due. */
function useLeakClock(run: LeakRun | null) {
  const [now, setNow] = useState(() => Date.now());
  const seconds = run ? Math.max(0, (now - Date.parse(run.test.at)) / 1_000) : 0;
  const last = run?.marks.filter((m) => m.seconds >= SETTLE).at(-1);
  const due = last ? last.seconds + EVERY : SETTLE;
  const isDue = run !== null && seconds >= due;
  const told = useRef(isDue);
  const runs = run?.test.id;
  useEffect(() => {
    if (!runs) return;
    const timer = setInterval(() => setNow(Date.now()), 500);
    return () => clearInterval(timer);
  }, [runs]);
  useEffect(() => {
    if (isDue && !told.current) chime();
    told.current = isDue;
  }, [isDue]);
  const says =
    seconds < SETTLE
      ? `settles, first mark at ${clock(SETTLE)}`
      : isDue
        ? 'read it now'
        : `next mark at ${clock(due)}`;
  return { seconds, isDue, says };
}

/** A crankcase leak test through the bar: what it is set to starts the clock, each figure after is a mark of it. */
export function useLeakSpots(testing: Testing, when: 'before' | 'after') {
  const runs = when === 'before' ? leakRunsBefore(testing.file) : leakRunsAfter(testing.file);
  const running = runs.findLast((r) => r.ended === null) ?? null;
  const [how, setHow] = useState(() => asLast(runs));
  const [celsius, setCelsius] = useState('');
  const time = useLeakClock(running);
  const say = (what: 'division' | 'engine' | 'tester') => (text: string) => {
    setHow((h) => ({ ...h, [what]: text }));
    return true;
  };
  const figure = (key: string, where: string, unit: string, is: string, rest: Partial<Spot>): Spot => ({
    key,
    test: 'leak-test',
    where,
    unit,
    kept: is,
    said: '',
    hint: '',
    keep: () => false,
    ...rest,
  });
  const start = (text: string): boolean => {
    const read = parseFigure('pressure', how.division, how.unit);
    const entry = testing.keep('leak-set', LEAK_TEST, {
      way: how.way,
      when,
      text,
      unit: how.unit,
      resolution: read.ok ? read.value : 0,
      engineVolume: numberOf(how.engine),
      testerVolume: numberOf(how.tester),
    });
    // What was taken of another test’s case says nothing of this one.
    if (entry !== null) setCelsius('');
    return entry !== null;
  };
  const mark = (text: string): boolean => {
    if (!running) return false;
    const entry = testing.keep('leak-mark', LEAK_MARK, {
      test: running.test.id,
      seconds: secondsSince(running.test.at),
      text,
      unit: running.test.unit,
      celsius: numberOf(celsius),
    });
    // A warmth goes with the mark it was taken for: the next one is as warm as nobody said yet.
    if (entry !== null) setCelsius('');
    return entry !== null;
  };
  const optional = { optional: true, then: 'leak-set' };
  const spots: readonly Spot[] = running
    ? [
        figure('leak-mark', `${running.test.way} now`, running.test.unit, lastMark(running), {
          hint: `${clock(time.seconds)} · ${time.says}`,
          isRunning: true,
          then: 'leak-mark',
          keep: mark,
        }),
        figure('leak-warm', 'case, where its warmth is taken', '°C', celsius, {
          optional: true,
          then: 'leak-mark',
          keep: (text) => {
            setCelsius(text);
            return true;
          },
        }),
      ]
    : [
        figure('leak-engine', 'volume of the case', 'cm³', how.engine, {
          optional: true,
          hint: 'unknown volumes leave a tight case unproved',
          keep: say('engine'),
        }),
        figure('leak-tester', 'of tester and hoses', 'cm³', how.tester, {
          ...optional,
          keep: say('tester'),
        }),
        figure('leak-division', 'smallest division of the gauge', how.unit, how.division, {
          ...optional,
          keep: say('division'),
        }),
        figure('leak-set', `${how.way} it is set to`, how.unit, '', {
          hint: 'Enter starts the clock',
          optional: runs.length > 0,
          then: 'leak-mark',
          keep: start,
        }),
      ];
  return {
    runs,
    running,
    how,
    /** Another unit brings the division its gauges usually have. */
    say: (more: Partial<LeakHow>) =>
      setHow((h) => ({ ...h, ...(more.unit && { division: DIVISION[more.unit] }), ...more })),
    time,
    spots,
  };
}

export type Leak = ReturnType<typeof useLeakSpots>;
