import type { LeadTime } from '../job/index.js';
import { seedOf, xoshiro128ss } from '../statistics/index.js';

/** Working days: half of the time it takes no longer, nine times in ten no longer than the second. */
export interface Days {
  readonly median: number;
  readonly late: number;
}

const RUNS = 2_000;

/** One draw from a triangular time. */
function drawn({ soonest, usual, latest }: LeadTime, uniform: number): number {
  if (latest <= soonest) return usual;
  const at = (usual - soonest) / (latest - soonest);
  return uniform < at
    ? soonest + Math.sqrt(uniform * (latest - soonest) * (usual - soonest))
    : latest - Math.sqrt((1 - uniform) * (latest - soonest) * (latest - usual));
}

/**
 * How long a way takes: its parts come side by side and the last of them counts, then the outside work, then the hours
 * on the bench, eight to the day. Times are triangular; 2 000 runs, by nearest rank, whole days rounded up.
 * @param parts   lead times of what has to come first
 * @param outside lead times of work one after the other
 * @param minutes on the bench
 * @example daysOf([{ soonest: 2, usual: 3, latest: 8 }], [], 120).median // 5
 */
export function daysOf(parts: readonly LeadTime[], outside: readonly LeadTime[], minutes: number): Days {
  const { uniform } = xoshiro128ss(seedOf(JSON.stringify([parts, outside, minutes])));
  const bench = minutes / (8 * 60);
  const runs = Float64Array.from({ length: RUNS }, () => {
    const wait = parts.reduce((most, p) => Math.max(most, drawn(p, uniform())), 0);
    return outside.reduce((sum, o) => sum + drawn(o, uniform()), wait + bench);
  }).sort();
  const rank = (share: number) => Math.ceil(runs[Math.ceil(share * RUNS) - 1]!);
  return { median: rank(0.5), late: rank(0.9) };
}
