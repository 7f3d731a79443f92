import { difference, exactly, type Estimate } from '../gauges/index.js';
import type { TaperDefinition } from '../specs/index.js';

/** A diameter at one depth in one direction. */
export interface WallReading {
  readonly depth: number;
  readonly angle: number;
  readonly of: Estimate;
}

function spread(readings: readonly WallReading[]): Estimate {
  const sorted = [...readings].sort((a, b) => a.of.value - b.of.value);
  const [low, high] = [sorted[0], sorted.at(-1)];
  return low && high && low !== high ? difference(high.of, low.of) : exactly(0);
}

/** Of at least one: a taper of nothing is as uncertain as any other. */
const largestOf = (estimates: readonly Estimate[]): Estimate =>
  estimates.reduce((a, b) => (b.value > a.value ? b : a));

/**
 * Taper of a bore as a difference of diameters, by the limit's own definition.
 * `worst-direction`: largest spread over depths within one direction. `top-bottom`: largest difference
 * between the outermost depths in one direction. `cross-depth`: spread over depths of the largest diameter.
 *
 * @returns null with fewer than two depths
 */
export function taper(
  readings: readonly WallReading[],
  definition: TaperDefinition = 'worst-direction',
): Estimate | null {
  const depths = [...new Set(readings.map((r) => r.depth))].sort((a, b) => a - b);
  if (depths.length < 2) return null;
  const byAngle = [...new Set(readings.map((r) => r.angle))]
    .map((angle) => readings.filter((r) => r.angle === angle))
    .filter((g) => g.length > 1);
  // Directions may differ by depth where ports turn them; then only depths can be compared.
  if (definition === 'cross-depth' || byAngle.length === 0) {
    return spread(
      depths.map((d) =>
        readings.filter((r) => r.depth === d).reduce((a, b) => (b.of.value > a.of.value ? b : a)),
      ),
    );
  }
  if (definition === 'top-bottom') {
    const ends = [depths[0], depths.at(-1)];
    return largestOf(byAngle.map((g) => spread(g.filter((r) => ends.includes(r.depth)))));
  }
  return largestOf(byAngle.map(spread));
}
