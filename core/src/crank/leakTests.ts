import type { JobFile } from '../job/index.js';

import { fromBase } from '../units/index.js';
import { governingFor, judgeValue, type Figure } from '../verdicts/index.js';
import { LEAK_END, LEAK_MARK, LEAK_TEST, type LeakTestEntry } from './leakEntries.js';
import { ATMOSPHERE, leakSlope, SETTLE, type LeakMark, type LeakSlope } from './leakTest.js';

/** A test of the log with its marks, and what it shows. */
export interface LeakRun {
  readonly test: LeakTestEntry;
  readonly marks: readonly LeakMark[];
  readonly slope: LeakSlope | null;
  readonly ended: 'finished' | 'interrupted' | null;
  readonly bubbles: string;
  /** Against its limit; null while it runs, where it was broken off, and while there is too little of it. */
  readonly figure: Figure | null;
  /** What keeps it from proving that the case is tight; null where nothing does. */
  readonly notProved: string | null;
}

const RATE = { pressure: 'crank.leak-rate', vacuum: 'crank.vacuum-rate' } as const;
const LEVEL = { pressure: 'crank.leak-pressure', vacuum: 'crank.vacuum' } as const;
/** A test at less than this of the sheet’s pressure leaks less than it should show. */
const NEAR_ENOUGH = 0.95;
/** By the first mark it still holds so much of that. */
const HELD = 0.85;

function notProved(
  file: JobFile,
  test: LeakTestEntry,
  slope: LeakSlope,
  marks: readonly LeakMark[],
): string | null {
  const level = governingFor(file, LEVEL[test.way], ['new', 'service'], 'min');
  const asked = level.status === 'governed' ? level.limit.low : null;
  if (asked !== null && test.value < asked * NEAR_ENOUGH)
    return `It was tested at ${bar(test.value)}, and the sheet asks for ${bar(asked)}: at less it leaks less.`;
  // A large leak falls while it settles, and what is left falls slowly: the marks alone would look tight.
  const first = marks.find((m) => m.seconds >= SETTLE)?.pressure ?? 0;
  const whole = asked ?? test.value;
  if (first < whole * HELD)
    return `It had fallen to ${bar(first)} before the first mark: the slope from there says little of ${bar(whole)}. Set it again.`;
  return slope.hidden === null
    ? 'The volume of crankcase or tester is not known: the air of the tester hides part of a leak.'
    : null;
}

/** kPa as bar, three decimals at most. */
export const bar = (kPa: number): string => `${Number(fromBase('pressure', kPa, 'bar').toFixed(3))} bar`;

function judged(file: JobFile, test: LeakTestEntry, slope: LeakSlope, why: string | null): Figure {
  const figure = judgeValue(file, {
    subject: { of: 'engine' },
    feature: RATE[test.way],
    side: 'max',
    title: test.way === 'pressure' ? 'Crankcase leak by pressure' : 'Crankcase leak by vacuum',
    of: {
      value: slope.loss,
      components: [
        {
          key: `${test.id}:marks`,
          kind: 'repeatability',
          amplitude: Math.sqrt(Math.max(0, slope.u ** 2 - slope.fromWarmth ** 2)),
          // Found from the marks themselves, less the two a line takes; what the gauge resolves is known.
          dof: slope.scatter > test.resolution / Math.sqrt(12) ? Math.max(1, slope.marks - 2) : Infinity,
          shape: 'normal',
        },
        {
          key: `${test.id}:warmth`,
          kind: 'temperature',
          amplitude: slope.fromWarmth,
          dof: Infinity,
          shape: 'normal',
        },
      ],
    },
    states: ['service', 'new'],
    progress: { read: slope.marks, planned: slope.marks },
    blockedBy: null,
    caveats: [],
    working: [],
    step: 0.1,
    instruments: [],
    depth: null,
    at: test.at,
    named: `leak-${test.when}-${test.way}`,
  });
  // A leak that shows is a leak; one that could hide is not a pass.
  return why !== null && figure.state === 'within'
    ? { ...figure, state: 'undecided', because: 'incomplete' }
    : figure;
}

/** Leak tests of a job, in order. */
export const leakRuns = (file: JobFile, atmosphere = ATMOSPHERE): readonly LeakRun[] =>
  LEAK_TEST.in(file.log).map((test): LeakRun => {
    const marks = LEAK_MARK.in(file.log)
      .filter((m) => m.test === test.id)
      .map((m) => ({ seconds: m.seconds, pressure: m.value, celsius: m.celsius }))
      .sort((a, b) => a.seconds - b.seconds);
    const end = LEAK_END.in(file.log).findLast((e) => e.test === test.id) ?? null;
    const { way, resolution, engineVolume, testerVolume } = test;
    const slope = leakSlope({ way, marks, resolution, engineVolume, testerVolume, atmosphere });
    const judge = end?.how === 'finished' && slope?.enough === true;
    const why = judge ? notProved(file, test, slope, marks) : null;
    return {
      test,
      marks,
      slope,
      ended: end?.how ?? null,
      bubbles: end?.bubbles ?? '',
      figure: judge ? judged(file, test, slope, why) : null,
      notProved: why,
    };
  });

/** What a run shows, in a sentence without its full stop. */
export function leakText({ test, slope, ended, figure, notProved: why, bubbles }: LeakRun): string {
  const what = `Crankcase ${test.way}, ${bar(test.value)}`;
  const where = bubbles.trim() === '' ? '' : `. Bubbles: ${bubbles.trim()}`;
  if (ended === 'interrupted') return `${what}: broken off, kept and not judged${where}`;
  if (ended === null) return `${what}: runs`;
  if (!slope?.enough) return `${what}: too few marks over too short a time, kept and not judged${where}`;
  const loss = `${Number(fromBase('pressure-rate', slope.loss, 'bar/min').toFixed(4))} ± ${Number(fromBase('pressure-rate', 2 * slope.u, 'bar/min').toFixed(4))} bar/min`;
  const at =
    figure?.limitAt == null
      ? 'no limit on file'
      : `limit ${Number(fromBase('pressure-rate', figure.limitAt, 'bar/min').toFixed(4))}`;
  const flow = slope.flow === null ? '' : `, ${slope.flow.toFixed(1)} cm³ a minute`;
  return `${what}: loses ${loss}${flow}, ${at}${why === null ? '' : `. ${why.replace(/\.$/u, '')}`}${where}`;
}
