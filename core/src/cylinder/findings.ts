import type { EngineWall } from '../specs/index.js';
import { ledgerOf, type AnyEntry } from '../ledger/index.js';
import { FINDING, type FindingEntry, type FindingKind } from './finding.js';
import { WORK_DONE } from './workDone.js';
import { WORK } from './workTable.js';

/**
 * Findings that stand on each cylinder, oldest first. `clean` withdraws what was found before it and a
 * renewed wall carries none of the old one's, but a crack outlives both: it is in the casting. Another
 * cylinder begins with nothing.
 */
export function findings(log: readonly AnyEntry[], cylinders: number): FindingEntry[][] {
  const found: FindingEntry[][] = Array.from({ length: cylinders }, () => []);
  const keep = (cylinder: number | null, stays: (f: FindingEntry) => boolean) =>
    found.forEach((list, i) => {
      if (cylinder === null || cylinder === i) found[i] = list.filter(stays);
    });
  const ledger = ledgerOf(log);
  for (const e of ledger.standing([FINDING.kind, WORK_DONE.kind])) {
    if (WORK_DONE.is(e)) {
      const { wall } = WORK[e.what];
      if (wall === 'exchanged') keep(e.cylinder, () => false);
      else if (wall === 'renewed') keep(e.cylinder, (f) => f.what === 'crack');
    }
    if (!FINDING.is(e) || e.cylinder >= cylinders) continue;
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
export function findingSays(f: Pick<FindingEntry, 'what' | 'deep' | 'nail'>, wall: EngineWall): FindingSays {
  if (f.what === 'crack') return 'beyond';
  if (wall === 'iron-sleeve') return null;
  if (f.what === 'flaking' || f.what === 'bare') return 'beyond';
  if (!HAS_DEPTH.has(f.what) || f.nail === 'slides') return null;
  if (f.nail === 'catches') return wall === 'unknown' ? 'undecided' : 'beyond';
  if (f.deep === null) return 'undecided';
  return f.deep > FELT ? (wall === 'unknown' ? 'undecided' : 'beyond') : null;
}
