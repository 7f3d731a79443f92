import { uncertaintyOf, type Estimate } from '../gauges/index.js';
import { expectNormal, normalCdf } from '../statistics/index.js';

// Taken once: in the loops below looking them up each time is most of the time.
const { max, sqrt } = Math;

/**
 * How often the largest of several readings of a part that is exactly at its limit everywhere would read at
 * least this far past it: what the readings share moves them all together, what is each one's own is drawn
 * as often as there are readings. The larger of n readings lies higher than any one of them for noise alone.
 *
 * @param beyond  how far past the limit the figure lies, nm; negative inside it
 * @param of      the figure, with its error sources
 * @param others  every figure it was the most extreme of, itself among them
 */
export function extremeTail(beyond: number, of: Estimate, others: readonly Estimate[]): number {
  const { u } = uncertaintyOf(of);
  if (others.length <= 1) return 1 - normalCdf(beyond / u);
  const seen = new Map<string, number>();
  for (const e of others) for (const c of e.components) seen.set(c.key, (seen.get(c.key) ?? 0) + 1);
  let own = 0;
  for (const c of of.components) if ((seen.get(c.key) ?? 0) <= 1) own += c.amplitude * c.amplitude;
  const shared = sqrt(max(0, u * u - own));
  const single = sqrt(own);
  if (single === 0) return 1 - normalCdf(beyond / u);
  return expectNormal(0, shared, (c) => 1 - normalCdf((beyond - c) / single) ** others.length);
}

/**
 * The same for differences, each counted as independent of the others: a little high, so that `beyond` is
 * said a little less often until the whole map is worked.
 * @param chances number of differences of which the figure is the largest, at least 1
 */
export const differenceTail = (beyond: number, u: number, chances: number): number =>
  1 - normalCdf(beyond / u) ** max(1, chances);
