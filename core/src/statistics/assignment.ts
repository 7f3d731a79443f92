/**
 * The cheapest assignment of each row to a column of its own (Kuhn and Munkres, by shortest augmenting paths). Costs are
 * whole numbers of any size, so that several wishes in order may be one number.
 * @param cost  rows × columns, at least as many columns as rows; null where they may not be paired
 * @returns the column of each row and the whole cost; null where there is none
 */
export function cheapestAssignment(
  cost: readonly (readonly (bigint | null)[])[],
): { readonly columns: readonly number[]; readonly cost: bigint } | null {
  const rows = cost.length;
  const columns = cost[0]?.length ?? 0;
  if (rows > columns) return null;
  // Dearer than all that is allowed together: taken only where nothing else is left.
  const never = cost.flat().reduce<bigint>((sum, c) => sum + (c ?? 0n), 1n) + 1n;
  const at = (i: number, j: number): bigint => cost[i - 1]![j - 1] ?? never;
  const u = Array<bigint>(rows + 1).fill(0n);
  const v = Array<bigint>(columns + 1).fill(0n);
  const row = Array<number>(columns + 1).fill(0);
  for (let i = 1; i <= rows; i += 1) {
    row[0] = i;
    let j0 = 0;
    const least = Array<bigint | null>(columns + 1).fill(null);
    const used = Array<boolean>(columns + 1).fill(false);
    const way = Array<number>(columns + 1).fill(0);
    do {
      used[j0] = true;
      const i0 = row[j0]!;
      let delta: bigint | null = null;
      let j1 = 0;
      for (let j = 1; j <= columns; j += 1) {
        if (used[j]) continue;
        const left = at(i0, j) - u[i0]! - v[j]!;
        if (least[j] === null || left < least[j]!) {
          least[j] = left;
          way[j] = j0;
        }
        if (delta === null || least[j]! < delta) {
          delta = least[j]!;
          j1 = j;
        }
      }
      for (let j = 0; j <= columns; j += 1) {
        if (used[j]) {
          u[row[j]!] = u[row[j]!]! + delta!;
          v[j] = v[j]! - delta!;
        } else if (least[j] !== null) least[j] = least[j]! - delta!;
      }
      j0 = j1;
    } while (row[j0] !== 0);
    do {
      const j1 = way[j0]!;
      row[j0] = row[j1]!;
      j0 = j1;
    } while (j0 !== 0);
  }
  const found = Array<number>(rows).fill(-1);
  for (let j = 1; j <= columns; j += 1) if (row[j]! > 0) found[row[j]! - 1] = j - 1;
  let total = 0n;
  for (const [i, j] of found.entries()) {
    const c = cost[i]![j];
    if (c === null || c === undefined) return null;
    total += c;
  }
  return { columns: found, cost: total };
}
