import { groupBy, leastAbsolute, median } from '../statistics/index.js';

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
const RAD = Math.PI / 180;

/** Residuals of Tukey's median polish over depth × direction: all that two directions allow. */
function polished(cells: readonly Cell[]): number[] {
  const middle = median(cells.map((c) => c.value));
  const residual = cells.map((c) => c.value - middle);
  const each = cells.map((_, i) => i);
  const depths = [...groupBy(each, (i) => cells[i]!.depth).values()];
  const directions = [...groupBy(each, (i) => cells[i]!.angle).values()];
  for (let i = 0; i < SWEEPS; i += 1)
    for (const members of [...depths, ...directions]) {
      const shift = median(members.map((k) => residual[k]!));
      for (const k of members) residual[k]! -= shift;
    }
  return residual;
}

/**
 * Residuals of a robust fit of m + a·cos 2θ + b·sin 2θ with each coefficient linear in depth, least absolute
 * deviations: a taper, an oval, and an oval that fades with depth all leave nothing.
 */
function fitted(cells: readonly Cell[]): number[] {
  const depths = cells.map((c) => c.depth);
  const [top, bottom] = [Math.min(...depths), Math.max(...depths)];
  const middle = median(cells.map((c) => c.value));
  const rows = cells.map((c) => {
    const z = bottom > top ? (2 * (c.depth - top)) / (bottom - top) - 1 : 0;
    const [cos, sin] = [Math.cos(2 * c.angle * RAD), Math.sin(2 * c.angle * RAD)];
    return bottom > top ? [1, z, cos, z * cos, sin, z * sin] : [1, cos, sin];
  });
  const values = cells.map((c) => c.value - middle);
  const found = leastAbsolute(rows, values);
  return rows.map((row, i) => values[i]! - row.reduce((sum, x, k) => sum + x * found[k]!, 0));
}

/**
 * Readings that do not belong to their map: residual of a robust fit beyond max(3.5 × 1.4826 × MAD, 5u).
 * Needs at least six readings; with two directions the two of a depth cannot be told apart.
 * @param u standard uncertainty of a difference of two readings, nm
 */
export function outliers(cells: readonly Cell[], u: number): Outlier[] {
  if (cells.length < FEWEST) return [];
  const twoDirections = new Set(cells.map((c) => c.angle)).size <= 2;
  const residual = twoDirections ? polished(cells) : fitted(cells);
  const mad = median(residual.map(Math.abs));
  const limit = Math.max(3.5 * 1.4826 * mad, 5 * u);
  const ofDepth = groupBy(cells, (c) => c.depth);
  const found = new Map<string, Outlier>();
  cells.forEach((cell, i) => {
    const r = residual[i]!;
    if (Math.abs(r) <= limit) return;
    const keys = twoDirections ? ofDepth.get(cell.depth)!.map((c) => c.key) : [cell.key];
    found.set(keys.join(), { keys, residual: r });
  });
  return [...found.values()];
}
