/** Probability a route needs before it is recommended. */
export const ENOUGH = 0.9;

export interface Candidate {
  readonly id: string;
  readonly oversize: number;
  readonly feasible: boolean;
  /** Probability per cylinder that this size does; null for a cylinder that is not read yet. */
  readonly p: readonly (number | null)[];
}

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

/** Smallest feasible size likely enough for every cylinder; null when there is none. */
export function recommend(candidates: readonly Candidate[], enough = ENOUGH): Candidate | null {
  return (
    [...candidates]
      .sort((a, b) => a.oversize - b.oversize)
      .find((c) => c.feasible && (jointP(c.p) ?? 0) >= enough) ?? null
  );
}
