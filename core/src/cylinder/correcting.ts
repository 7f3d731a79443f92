import { placeKey } from '../ledger/index.js';
import type { SizePlace } from './place.js';
import { SUPERSEDES, type SlipCode } from './slipCodes.js';

/** How far a figure typed instead may lie from the first and still be the same reading again, in s. */
export const SCATTER = 5;

/** What of a reading says whether it stands in for another. */
export interface Correcting {
  readonly station: SizePlace;
  readonly instrumentId: string;
  readonly value: number;
  readonly corrects: { readonly readingId: string; readonly slip: SlipCode } | null;
}

/**
 * Whether one reading stands in for another: only a named slip that the house itself found on that very
 * reading, taken again at the same place. A slip of the fingers is none while the figure typed instead lies
 * within the gauge's scatter of the first.
 */
export function supersedes(
  by: Correcting,
  of: Correcting | undefined,
  found: ReadonlySet<string>,
  scatter: (instrumentId: string) => number,
): boolean {
  if (!by.corrects || !of || placeKey(of.station) !== placeKey(by.station)) return false;
  const { slip } = by.corrects;
  if (!SUPERSEDES.has(slip) || !found.has(slip)) return false;
  return slip !== 'mistyped' || Math.abs(by.value - of.value) > SCATTER * scatter(of.instrumentId);
}
