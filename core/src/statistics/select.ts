/**
 * Value that would stand at an index if the numbers were sorted (Hoare's selection). Reorders its input.
 * @param values at least one number, none NaN
 * @param k      0 ≤ k < values.length
 */
export function selectAt(values: Float64Array, k: number): number {
  let left = 0;
  let right = values.length - 1;
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
