import type { BenchesView } from '@tribos/contract';
import { nextText } from '../kit/nextText.js';
import { stationPath } from '../kit/stationPath.js';
import type { Running } from './useTimers.js';

/** A reading at the pace of one at a bench, with the gauge in hand, minutes. */
const A_READING = 0.5;

/** Something to do while an engine waits by itself. */
export interface Thing {
  readonly key: string;
  readonly number: number;
  readonly engine: string;
  readonly what: string;
  readonly to: string;
  /** About how long, minutes; null where nobody can say. */
  readonly minutes: number | null;
}

/**
 * What can be done until the next time runs out: work on the engines that do not wait, what fits first, then what
 * nobody can say the length of; never what would surely be cut short.
 * @param left minutes until the soonest runs out
 */
export function meanwhile(
  view: Pick<BenchesView, 'benches' | 'waiting'>,
  timers: readonly Pick<Running, 'jobId'>[],
  left: number,
  unit: 'mm' | 'in',
): readonly Thing[] {
  const waits = new Set(timers.map((t) => t.jobId));
  const benches = view.benches.flatMap(({ job }) =>
    job === null || waits.has(job.id)
      ? []
      : [
          {
            key: job.id,
            number: job.number,
            engine: job.engine,
            what: nextText(job, unit),
            to: stationPath(job.id, job.next?.station ?? 'measure'),
            minutes:
              job.next?.station === 'measure' && job.read < job.planned
                ? Math.ceil((job.planned - job.read) * A_READING)
                : null,
          },
        ],
  );
  const shelf = view.waiting
    .filter((job) => !waits.has(job.id) && job.next?.station === 'measure' && job.read < job.planned)
    .map((job) => ({
      key: job.id,
      number: job.number,
      engine: job.engine,
      what: `${job.planned - job.read} readings to take.`,
      to: stationPath(job.id, 'measure'),
      minutes: Math.ceil((job.planned - job.read) * A_READING),
    }));
  const all = [...benches, ...shelf];
  return [
    ...all.filter((t) => t.minutes !== null && t.minutes <= left),
    ...all.filter((t) => t.minutes === null),
  ];
}
