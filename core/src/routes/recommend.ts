/** Probability a route needs before it is recommended. */
export const ENOUGH = 0.9;

export interface Candidate {
  readonly oversize: number;
  readonly feasible: boolean;
  /** How far its clearance lies from the middle of the sheet's range, nm; 0 where it is bored to it. */
  readonly offTarget: number;
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

/** Probabilities nearer than this are a tie. */
const TIE = 0.01;

/**
 * The smallest feasible size likely enough for every cylinder: each larger one costs life. Among those of one
 * size the likelier, and where they tie the one that sits nearest the middle of its clearance.
 * @returns null when none is likely enough
 */
export function recommend<C extends Candidate>(candidates: readonly C[], enough = ENOUGH): C | null {
  const able = candidates.filter((c) => c.feasible && (jointP(c.p) ?? 0) >= enough);
  if (able.length === 0) return null;
  const least = Math.min(...able.map((c) => c.oversize));
  const alike = able.filter((c) => c.oversize === least);
  const likeliest = Math.max(...alike.map((c) => jointP(c.p)!));
  return alike
    .filter((c) => likeliest - jointP(c.p)! <= TIE)
    .reduce((best, c) => (c.offTarget < best.offTarget ? c : best));
}
