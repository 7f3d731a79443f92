import {
  judgeJob,
  mm,
  type EngineSpec,
  type FindingEntry,
  type JobFile,
  type LeafEntry,
  type AnyEntry,
  type LogEntry,
  type Figure,
  type WorkEntry,
} from '@tribos/core';
import { HERE, bores, GAUGES, jobFile, LEAVES, TWIN } from '../support.js';

// Short words for the parts of a job that is judged falsely when a rule is forgotten.
export const AT = '2026-03-01T10:00:00.000Z';
export const LATER = '2026-03-02T10:00:00.000Z';
export const ONE: EngineSpec = { ...TWIN, cylinders: ['cylinder'] };
export const PLATED: EngineSpec = { ...ONE, wall: 'plated', sleeveOuter: null };
/** A bore read in four directions, so that nothing about its shape is unseen. */
export const full = (...rows: number[]) =>
  bores([rows.map((d) => [0, 0.0005, 0, 0.0005].map((o) => (d - o).toFixed(4)))], 'ring-set', ONE).map(
    (e) => ({
      ...e,
      step: 1_000,
    }),
  );
export const SOUND = () => full(77.02, 77.016, 77.012);
export const work = (what: WorkEntry['what'], over: Partial<WorkEntry> = {}): WorkEntry => ({
  kind: 'work',
  id: `w-${what}`,
  at: LATER,
  by: 'first',
  ...HERE,
  what,
  cylinder: 0,
  kitId: null,
  ticket: null,
  text: '',
  ...over,
});
export const finding = (what: FindingEntry['what'], over: Partial<FindingEntry> = {}): FindingEntry => ({
  kind: 'finding',
  id: `f-${what}`,
  at: AT,
  by: 'first',
  ...HERE,
  cylinder: 0,
  what,
  place: null,
  deep: null,
  nail: null,
  ...over,
});
export const leaf = (
  thickness: number,
  answer: LeafEntry['answer'],
  kit: string | null = null,
): LeafEntry => ({
  kind: 'leaf',
  id: `l-${thickness}`,
  at: AT,
  by: 'first',
  ...HERE,
  station: { part: 'clearance', cylinder: 0, kit },
  instrumentId: 'leaves',
  stack: [mm(thickness)],
  answer,
});
export const file = (
  log: readonly (AnyEntry | LogEntry)[],
  over: Parameters<typeof jobFile>[1] = {},
): JobFile =>
  jobFile(log, {
    engine: ONE,
    instruments: [...GAUGES, LEAVES],
    ...over,
    job: { plan: 'full', ...over?.job },
  });
export const item = (f: JobFile, key: string): Figure => judgeJob(f).items.find((i) => i.key === key)!;
