import type { JobFile } from '../job/index.js';
import type { AnyEntry } from '../ledger/index.js';
import { jobLedger, mayNotGoBack, openCrank } from './openCrank.js';
import { looseOf, stripPlan, type PlannedStep } from './plan.js';
import { stripLog } from './standing.js';
import type { Stripped } from './stripEntries.js';

type Done = Stripped['steps'][number];

/** A step of the strip as it goes back: with as many of its loose parts as are still out. */
export function backWith(file: JobFile, s: PlannedStep): Done {
  const ledger = jobLedger(file);
  return {
    step: s.step.key,
    name: s.step.what,
    loose: looseOf(file.engine, s.step).map((l) => ({
      ...l,
      count: ledger.find((x) => x.item === l.item)?.open ?? 0,
    })),
    opens: s.step.opens,
  };
}

/** Why steps that close a way to the crank do not go back now; null where they may. */
export function whyNotBack(file: JobFile, steps: readonly Done[]): string | null {
  const { ways } = openCrank(file);
  const closing = steps.filter((s) => s.opens !== '' && ways.includes(s.opens));
  if (closing.length === 0) return null;
  const entry = { id: 'about to', kind: 'refitted', steps } as unknown as AnyEntry;
  return mayNotGoBack([...stripLog(file), entry], closing.length >= ways.length);
}

/** Steps of the strip that are off and go back with something else, in the order they go back. */
export const offAmong = (file: JobFile, keys: readonly string[]): readonly PlannedStep[] =>
  stripPlan(file)
    .steps.filter((s) => s.state === 'done' && keys.includes(s.step.key))
    .reverse();
