import type { LimitState } from './limit.js';

/** Where a surface or part stands in this job. */
export type Condition = 'reused' | 'renewed' | 'resized';

/**
 * Which state of the limits applies: a reused surface is held against its service limit; anything renewed
 * or resized, and every clearance that involves such a part, against the range for new parts.
 * @param parts every part the figure involves, at least one
 */
export function limitState(parts: readonly Condition[]): LimitState {
  return parts.every((p) => p === 'reused') ? 'service' : 'new';
}
