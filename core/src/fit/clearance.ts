import { difference, type Estimate } from '../gauges/index.js';

/** Diametral clearances between one bore and one piston. */
export interface Clearances {
  /** Smallest bore − piston: against the minimum, where it seizes. */
  readonly tightest: Estimate;
  /** Largest bore − piston: against the maximum, where it is worn. */
  readonly loosest: Estimate;
}

/**
 * The two clearances of a bore and a piston. Sources of error that both share cancel.
 * @param piston sized at the maker's gauge height, across the pin
 */
export function clearances(smallest: Estimate, largest: Estimate, piston: Estimate): Clearances {
  return { tightest: difference(smallest, piston), loosest: difference(largest, piston) };
}
