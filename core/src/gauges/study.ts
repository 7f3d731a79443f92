import { OutOfRange } from '../errors.js';
import { sampleSd } from '../statistics/index.js';

/** What a person's blind repeats with one gauge showed. It replaces the usual figure from then on. */
export interface Study {
  readonly instrumentId: string;
  readonly by: string;
  /** ISO time it was finished. */
  readonly at: string;
  /** Standard deviation of one reading, nm. */
  readonly s: number;
  readonly repeats: number;
}

/** Repeats a study of one person needs at least. */
export const FEWEST_REPEATS = 10;

export interface Repeatability {
  /** nm */
  readonly s: number;
  /** Degrees of freedom, repeats − 1. */
  readonly dof: number;
}

/**
 * Standard deviation of blind, re-seated repeats at one place.
 * @param values  nm, at least ten
 * @param resolution smallest step of the gauge, nm: repeats that all show the same figure prove no less than
 *   half a step of scatter over √3
 * @throws OutOfRange with fewer than ten
 */
export function repeatabilityStudy(values: readonly number[], resolution: number): Repeatability {
  if (values.length < FEWEST_REPEATS)
    throw new OutOfRange('number of repeats', values.length, `at least ${FEWEST_REPEATS}`);
  return { s: Math.max(sampleSd(values), resolution / Math.sqrt(12)), dof: values.length - 1 };
}

/** The study that stands for a person and a gauge: the last one. */
export function studyFor(studies: readonly Study[], instrumentId: string, by: string): Study | null {
  return studies.findLast((s) => s.instrumentId === instrumentId && s.by === by) ?? null;
}
