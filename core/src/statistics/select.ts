/**
 * Value that would stand at an index if the numbers were sorted (Hoare's selection). Reorders its input.
 * @param values at least one number, none NaN
 * @param k      0 ≤ k < values.length
 */
export const selectAt = (values: Float64Array, k: number): number =>
  selectWithin(values, k, 0, values.length - 1);

function selectWithin(values: Float64Array, k: number, from: number, to: number): number {
  let left = from;
  let right = to;
  while (right > left) {
    const pivot = values[k]!;
    let i = left;
    let j = right;
    do {
      while (values[i]! < pivot) i += 1;
      while (pivot < values[j]!) j -= 1;
      if (i <= j) {
        const kept = values[i]!;
        values[i] = values[j]!;
        values[j] = kept;
        i += 1;
        j -= 1;
      }
    } while (i <= j);
    if (j < k) left = i;
    if (k < i) right = j;
  }
  return values[k]!;
}

/**
 * Values that would stand at several indices if the numbers were sorted: each splits what is left for those beside it,
 * so that the many cost little more than the few. Reorders its input.
 * @param values at least one number, none NaN
 * @param ks     ascending, each 0 ≤ k < values.length
 * @returns in the order of the indices
 */
export function selectAll(values: Float64Array, ks: readonly number[]): number[] {
  const found = new Array<number>(ks.length);
  const between = (first: number, last: number, from: number, to: number): void => {
    if (first > last) return;
    const middle = (first + last) >> 1;
    const k = ks[middle]!;
    found[middle] = selectWithin(values, k, from, to);
    // What is left of it is no larger, what is right of it no smaller.
    between(first, middle - 1, from, k);
    between(middle + 1, last, k, to);
  };
  between(0, ks.length - 1, 0, values.length - 1);
  return found;
}
