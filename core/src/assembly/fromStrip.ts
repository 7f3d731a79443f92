import type { JobFile } from '../job/index.js';
import { STRIP_NOTE, stripLog, stripPlan, type StripNote } from '../strip/index.js';
import { assemblyRun, type RunStep } from './run.js';

/** What the strip left for a step of the assembly: notes for it, and the names its photos were taken under. */
export interface FromStrip {
  readonly notes: readonly StripNote[];
  readonly photosOf: readonly string[];
}

/** What was written and photographed at the strip where it is wanted now: of the steps that go back, and for this one. */
export function fromStrip(file: JobFile, steps: readonly RunStep[]): FromStrip {
  const wants = (key: string): boolean =>
    steps.some((s) => s.step.key === key || s.step.refits.includes(key));
  return {
    notes: stripLog(file)
      .filter(STRIP_NOTE.is)
      .filter((n) => wants(n.for)),
    photosOf: stripPlan(file)
      .steps.filter(({ step }) => wants(step.key) || (step.note !== null && wants(step.note.at)))
      .map(({ step }) => step.what),
  };
}

/** Steps that are done and open again once another gasket is laid: what comes off, in order. */
export const opensWithGasket = (file: JobFile): readonly RunStep[] =>
  assemblyRun(file).steps.filter((s) => s.state === 'done' && s.step.reopens.includes('gasket-changed'));
