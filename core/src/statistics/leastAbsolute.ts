// Taken once: in the loops below looking them up each time is most of the time.
const { abs, max } = Math;
const ROUNDS = 60;
/** Weights stop growing here: a point the fit goes through must not swallow all others. */
const NEAREST = 1;

/** Solves a·x = b by elimination with pivoting; a tiny ridge keeps what the rows cannot tell at nothing. */
function solve(a: number[][], b: number[]): number[] {
  const n = b.length;
  const ridge = 1e-9 * max(...a.map((row, i) => row[i]!));
  const m = a.map((row, i) => [...row.map((v, j) => (i === j ? v + ridge : v)), b[i]!]);
  for (let c = 0; c < n; c += 1) {
    let pivot = c;
    for (let r = c + 1; r < n; r += 1) if (abs(m[r]![c]!) > abs(m[pivot]![c]!)) pivot = r;
    [m[c], m[pivot]] = [m[pivot]!, m[c]!];
    for (let r = 0; r < n; r += 1) {
      if (r === c) continue;
      const f = m[r]![c]! / m[c]![c]!;
      for (let k = c; k <= n; k += 1) m[r]![k]! -= f * m[c]![k]!;
    }
  }
  return m.map((row, i) => row[n]! / row[i]!);
}

/**
 * Coefficients of the linear model with the least sum of absolute deviations, by iteratively reweighted least
 * squares. One wild value in a handful moves it hardly at all.
 * @param rows   one row of factors for each value
 * @param values in units where a distance of 1 is below anything that matters (nm)
 */
export function leastAbsolute(
  rows: readonly (readonly number[])[],
  values: readonly number[],
): readonly number[] {
  const n = rows[0]?.length ?? 0;
  let weights = values.map(() => 1);
  let found: number[] = new Array<number>(n).fill(0);
  for (let round = 0; round < ROUNDS; round += 1) {
    const normal = Array.from({ length: n }, (_, i) =>
      Array.from({ length: n }, (_x, j) =>
        rows.reduce((sum, row, k) => sum + weights[k]! * row[i]! * row[j]!, 0),
      ),
    );
    const right = Array.from({ length: n }, (_, i) =>
      rows.reduce((sum, row, k) => sum + weights[k]! * row[i]! * values[k]!, 0),
    );
    found = solve(normal, right);
    const near = max(NEAREST, 1000 * 0.7 ** round);
    weights = rows.map(
      (row, k) => 1 / max(near, abs(values[k]! - row.reduce((s, x, i) => s + x * found[i]!, 0))),
    );
  }
  return found;
}
