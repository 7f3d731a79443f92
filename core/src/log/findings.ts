import type { Wall } from '../specs/index.js';
import type { LogEntry } from './entries.js';
import type { FindingEntry, FindingKind } from './finding.js';
import { undoneIn } from './undone.js';
import { WORK, workBy } from './work.js';

/**
 * Findings that stand on each cylinder, oldest first. `clean` withdraws what was found before it and a
 * renewed wall carries none of the old one's, but a crack outlives both: it is in the casting. Another
 * cylinder begins with nothing.
 */
export function findings(log: readonly LogEntry[], cylinders: number): FindingEntry[][] {
  const found: FindingEntry[][] = Array.from({ length: cylinders }, () => []);
  const gone = undoneIn(log);
  const works = workBy(log);
  const keep = (cylinder: number | null, stays: (f: FindingEntry) => boolean) =>
    found.forEach((list, i) => {
      if (cylinder === null || cylinder === i) found[i] = list.filter(stays);
    });
  for (const e of log) {
    const work = works.get(e);
    const wall = work && WORK[work.what].wall;
    if (wall === 'exchanged') keep(work!.cylinder, () => false);
    else if (wall === 'renewed') keep(work!.cylinder, (f) => f.what === 'crack');
    if (e.kind !== 'finding' || e.cylinder >= cylinders || gone.has(e.id)) continue;
    if (e.what === 'clean') keep(e.cylinder, (f) => f.what === 'crack');
    else found[e.cylinder]!.push(e);
  }
  return found;
}

/** What is known of the deepest score of a wall, radial from the worn wall, nm. */
export interface Score {
  /** Deepest that was measured; 0 where there is none. */
  readonly depth: number;
  /** A score is felt and no fingernail catches in it: up to this much deep, anything alike; else 0. */
  readonly felt: number;
  /** Some score's depth is not known at all: it is not 0. */
  readonly unknown: boolean;
}

/** A score that is felt but does not catch a fingernail is at most this deep, nm. */
export const FELT = 10_000;

const HAS_DEPTH: ReadonlySet<FindingKind> = new Set(['score', 'scuff', 'pitting'] as const);

/** The deepest score of each cylinder, from the findings that stand on it. */
export const scoresOf = (standing: readonly (readonly FindingEntry[])[]): Score[] =>
  standing.map((list) => {
    const marks = list.filter((f) => HAS_DEPTH.has(f.what));
    const open = marks.filter((f) => f.deep === null);
    return {
      depth: Math.max(0, ...list.map((f) => f.deep ?? 0)),
      felt: open.some((f) => f.nail === 'slides') ? FELT : 0,
      unknown: open.some((f) => f.nail !== 'slides'),
    };
  });

/** What a finding says of the wall it is on. */
export type FindingSays = 'beyond' | 'undecided' | null;

/**
 * The verdict a finding is: a crack anywhere, and on a coated wall flaking, bare metal or a groove that a
 * fingernail catches, end it whatever the sizes say. A mark in a coating whose depth nobody knows leaves it
 * undecided. On iron a score is not the end: the bar may take it out.
 */
export function findingSays(f: Pick<FindingEntry, 'what' | 'deep' | 'nail'>, wall: Wall): FindingSays {
  if (f.what === 'crack') return 'beyond';
  if (wall === 'iron-sleeve') return null;
  if (f.what === 'flaking' || f.what === 'bare') return 'beyond';
  if (!HAS_DEPTH.has(f.what) || f.nail === 'slides') return null;
  if (f.nail === 'catches') return 'beyond';
  return f.deep === null ? 'undecided' : f.deep > FELT ? 'beyond' : null;
}
