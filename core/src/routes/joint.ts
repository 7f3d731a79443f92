/**
 * All cylinders take the same size, each with its own wear: the joint probability is the product.
 * @example jointP([0.9, 0.8]) // 0.72
 */
export function jointP(p: readonly (number | null)[]): number | null {
  return p.some((x) => x === null) ? null : p.reduce<number>((product, x) => product * x!, 1);
}

/**
 * The cylinder that chooses: the least likely one. Index, or null before any is read.
 * @example weakest([0.9, 0.8, null]) // 1
 */
export function weakest(p: readonly (number | null)[]): number | null {
  let worst: number | null = null;
  p.forEach((x, i) => {
    if (x !== null && (worst === null || x < p[worst]!)) worst = i;
  });
  return worst;
}
