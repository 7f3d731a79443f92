import { ledgerOf } from '../ledger/index.js';
import { leakRunsAfter } from '../before/index.js';
import { leakText, type LeakRun } from '../crank/index.js';
import type { JobFile } from '../job/index.js';

import type { Figure } from '../verdicts/index.js';
import { lastOpened } from './lastOpened.js';

const WAYS = ['pressure', 'vacuum'] as const;
type Way = (typeof WAYS)[number];
const RATE = { pressure: 'crank.leak-rate', vacuum: 'crank.vacuum-rate' } as const;

/** The last test of each way since the engine was last opened: one before that was of other seals. */
export function leaksNow(file: JobFile): ReadonlyMap<Way, LeakRun> {
  const since = lastOpened(file);
  const { at } = ledgerOf(file.log);
  return new Map(
    leakRunsAfter(file)
      .filter((r) => r.ended === 'finished' && at(r.test.id) > since)
      .map((r) => [r.test.way, r] as const),
  );
}

/** Ways this engine’s sheet has a rate for; by pressure where it has none. */
const waysAsked = ({ engine }: Pick<JobFile, 'engine'>): readonly Way[] => {
  const own = WAYS.filter((w) => engine.limits.some((l) => l.feature === RATE[w]));
  return own.length > 0 ? own : ['pressure'];
};

/** Why a crankcase that was said to hold is not shown to; null where it is. */
export function leakNotProved(file: JobFile): string | null {
  const runs = leaksNow(file);
  for (const way of waysAsked(file)) {
    const run = runs.get(way);
    if (!run) return `Crankcase said to hold, and no test by ${way} since it was opened shows it.`;
    if (run.figure?.state !== 'within') return `${leakText(run)}.`;
  }
  return null;
}

/** Verdicts of the tests after it went together. */
export const leakFigures = (file: JobFile): readonly Figure[] =>
  [...leaksNow(file).values()].flatMap((r) => r.figure ?? []);
