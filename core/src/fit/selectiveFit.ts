import { OutOfRange } from '../errors.js';

/** Most pieces matched at once: beyond it the search is no longer at once, and no engine has more. */
export const MOST_PIECES = 12;

export interface SelectiveFitInput {
  /** Sizes of the holes and of what goes into them, nm, as many of each. */
  readonly bores: readonly { readonly smallest: number; readonly mean: number }[];
  readonly pistons: readonly number[];
  /** Least clearance that may be built, nm. */
  readonly least: number;
  /** Clearance aimed at, nm. */
  readonly target: number;
}

export interface SelectiveFit {
  /** Index of the piston for each bore. */
  readonly pistonFor: readonly number[];
  readonly clearances: readonly number[];
  /** Largest distance from the target, nm. */
  readonly worst: number;
}

/**
 * Matches pistons to bores: pairs whose tightest clearance is below the least are forbidden, then the worst
 * distance from the target is made as small as it can be, then the sum of distances; ties go to the lowest
 * index. Exact, by dynamic programming over the sets of pistons used.
 * @returns null when no matching keeps every pair apart enough
 * @throws OutOfRange when the counts differ or exceed twelve
 */
export function selectiveFit(input: SelectiveFitInput): SelectiveFit | null {
  const { bores, pistons, least, target } = input;
  const n = bores.length;
  if (pistons.length !== n) throw new OutOfRange('number of pistons', pistons.length, `${n}, one a bore`);
  if (n === 0 || n > MOST_PIECES) throw new OutOfRange('number of bores', n, `1 to ${MOST_PIECES}`);
  const clearance = bores.map((b) => pistons.map((p) => b.mean - p));
  const off = bores.map((b, i) =>
    pistons.map((p, j) => (b.smallest - p < least ? Infinity : Math.abs(clearance[i]![j]! - target))),
  );
  // First the smallest worst distance, then the smallest sum among matchings that keep it.
  const distances = [...new Set(off.flat().filter(Number.isFinite))].sort((a, b) => a - b);
  let low = 0;
  let high = distances.length - 1;
  if (high < 0 || match(off, distances[high]!) === null) return null;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (match(off, distances[middle]!) === null) low = middle + 1;
    else high = middle;
  }
  const worst = distances[low]!;
  const pistonFor = match(off, worst)!;
  return { pistonFor, clearances: pistonFor.map((p, b) => clearance[b]![p]!), worst };
}

/** Matching with the least sum among pairs no farther off than `most`; null when there is none. */
function match(off: readonly (readonly number[])[], most: number): number[] | null {
  const n = off.length;
  const full = 1 << n;
  const best = new Float64Array(full).fill(Infinity);
  const choice = new Int32Array(full).fill(-1);
  best[0] = 0;
  // From the last bore back, so that walking forward picks the lowest index among equals.
  for (let used = 1; used < full; used += 1) {
    let count = 0;
    for (let bits = used; bits; bits &= bits - 1) count += 1;
    const bore = n - count;
    for (let p = 0; p < n; p += 1) {
      if (!(used & (1 << p))) continue;
      const cost = off[bore]![p]!;
      if (cost > most) continue;
      const sum = best[used ^ (1 << p)]! + cost;
      if (sum < best[used]!) {
        best[used] = sum;
        choice[used] = p;
      }
    }
  }
  if (!Number.isFinite(best[full - 1]!)) return null;
  const result: number[] = [];
  for (let used = full - 1; used; used ^= 1 << result.at(-1)!) result.push(choice[used]!);
  return result;
}
