import { median } from '../statistics/index.js';

export interface Cell {
  readonly key: string;
  readonly depth: number;
  readonly angle: number;
  readonly value: number;
}

export interface Outlier {
  /** The cell, or with two directions both cells of its depth, which cannot be told apart. */
  readonly keys: readonly string[];
  /** Distance from what its neighbours lead one to expect, nm. */
  readonly residual: number;
}

const FEWEST = 6;
const SWEEPS = 20;

/**
 * Readings that do not belong to their map: residual of Tukey's median polish over depth × direction
 * beyond max(3.5 × 1.4826 × MAD, 5u). Needs at least six readings.
 * @param u standard uncertainty of one reading's independent part, nm
 */
export function outliers(cells: readonly Cell[], u: number): Outlier[] {
  if (cells.length < FEWEST) return [];
  const residual = new Map(cells.map((c) => [c.key, c.value - median(cells.map((d) => d.value))]));
  const sweep = (group: (c: Cell) => number) => {
    for (const id of new Set(cells.map(group))) {
      const members = cells.filter((c) => group(c) === id);
      const shift = median(members.map((c) => residual.get(c.key)!));
      for (const c of members) residual.set(c.key, residual.get(c.key)! - shift);
    }
  };
  for (let i = 0; i < SWEEPS; i += 1) {
    sweep((c) => c.depth);
    sweep((c) => c.angle);
  }
  const mad = median([...residual.values()].map(Math.abs));
  const limit = Math.max(3.5 * 1.4826 * mad, 5 * u);
  const twoDirections = new Set(cells.map((c) => c.angle)).size === 2;
  const found = new Map<string, Outlier>();
  for (const cell of cells) {
    const r = residual.get(cell.key)!;
    if (Math.abs(r) <= limit) continue;
    const keys = twoDirections ? cells.filter((c) => c.depth === cell.depth).map((c) => c.key) : [cell.key];
    found.set(keys.join(), { keys, residual: r });
  }
  return [...found.values()];
}
