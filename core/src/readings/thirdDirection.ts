import type { BorePlace } from '../cylinder/index.js';
import { halfTurn, isBlocked, thrustAngle, type EngineSpec } from '../specs/index.js';
import { nm } from '../units/index.js';

/** A diameter of a wall that was read. */
export interface ReadAcross {
  readonly depth: number;
  /** Degrees; half a turn on it is the same direction. */
  readonly angle: number;
  readonly value: number;
}

/** Directions to look in, from the thrust axis: between the usual two first, then their own, then between all of them. */
const OFFERED = [45, 135, 0, 90, 22, 68, 112, 158] as const;
/** Nearer than this to one that was read it shows nothing new, degrees. */
const APART = 15;

const between = (a: number, b: number): number => {
  const d = Math.abs(halfTurn(a) - halfTurn(b));
  return Math.min(d, 180 - d);
};

/**
 * Where a third direction shows an oval that lies between the two that were read: at the depth where it counts most, the
 * smallest or the largest, of those that have only two.
 * @param side which of them counts
 * @param only one depth alone, nm; null for the whole map
 * @returns null where every depth has three, or its windows leave none
 * @example thirdDirection({ ports: [], bore: mm(77), pinAxisDeg: 90 }, 0, [0, 90].map((angle) => ({ depth: 15e6, angle, value: 77e6 })), 'max', null)?.angle // 45
 */
export function thirdDirection(
  engine: Pick<EngineSpec, 'ports' | 'bore' | 'pinAxisDeg'>,
  cylinder: number,
  read: readonly ReadAcross[],
  side: 'min' | 'max',
  only: number | null,
): BorePlace | null {
  const depths = [...new Set(read.map((r) => r.depth))].filter((d) => only === null || d === only);
  const atDepth = (depth: number) => read.filter((r) => r.depth === depth);
  const most = (depth: number): number => {
    const values = atDepth(depth).map((r) => r.value);
    return side === 'min' ? -Math.min(...values) : Math.max(...values);
  };
  const open = depths
    .filter((d) => new Set(atDepth(d).map((r) => halfTurn(r.angle))).size < 3)
    .sort((a, b) => most(b) - most(a) || a - b);
  for (const d of open) {
    const depth = nm(d);
    const angle = OFFERED.map((o) => halfTurn(thrustAngle(engine) + o)).find(
      (a) => !isBlocked(engine, depth, a) && atDepth(d).every((r) => between(r.angle, a) >= APART),
    );
    if (angle !== undefined) return { part: 'bore', cylinder, depth, angle };
  }
  return null;
}
