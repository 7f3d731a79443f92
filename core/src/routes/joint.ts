/** All cylinders take the same size, each with its own wear: the joint probability is the product. */
export function jointP(p: readonly (number | null)[]): number | null {
  return p.some((x) => x === null) ? null : p.reduce<number>((product, x) => product * x!, 1);
}

/** The cylinder that chooses: the least likely one. Index, or null before any is read. */
export function weakest(p: readonly (number | null)[]): number | null {
  let worst: number | null = null;
  p.forEach((x, i) => {
    if (x !== null && (worst === null || x < p[worst]!)) worst = i;
  });
  return worst;
}
