import { nm, type Nanometres } from '../units/index.js';
import type { Depths, EngineSpec } from './engine.js';

/** What is known of an engine nobody has on file. */
export type EngineKnown = Pick<EngineSpec, 'id' | 'maker' | 'model' | 'kind' | 'strokes' | 'bore'> &
  Partial<Pick<EngineSpec, 'cylinders' | 'stroke' | 'cooling'>>;

/** An engine's own facts, without limits, kits and what rooms need of it. */
export type EngineFounded = Omit<EngineSpec, 'limits' | 'kits' | 'parts'>;

const MILLIMETRE = 1_000_000;
const whole = (value: number): Nanometres => nm(Math.round(value / MILLIMETRE) * MILLIMETRE);

/**
 * Three depths and the end of the wall as they mostly lie in an engine of this bore: just below the top ring's reversal, half
 * way, and low in the travel, on a two-stroke below its ports. A proposal until somebody looks: the stroke is taken as the
 * bore where nobody has typed it.
 * @param bore nm
 * @param stroke nm, or null
 * @example proposedDepths({ bore: 77e6, stroke: 68e6, strokes: 4 }).depths.top // 11000000
 */
export function proposedDepths({
  bore,
  stroke,
  strokes,
}: Pick<EngineSpec, 'bore' | 'strokes'> & { readonly stroke: number | null }): {
  readonly depths: Depths;
  readonly wallDepth: Nanometres;
} {
  const travel = stroke ?? bore;
  const top = whole(Math.max(5 * MILLIMETRE, 0.14 * bore));
  const low = whole((strokes === 2 ? 1.1 : 0.95) * travel);
  return {
    depths: { top, mid: whole((top + low) / 2), low },
    wallDepth: whole(Math.max(low + 5 * MILLIMETRE, travel + 0.5 * bore)),
  };
}

/**
 * An engine of which little is known: kind, strokes and bore are enough. What is proposed is named as that, what cannot be
 * guessed is null or unknown until something hangs on it and asks.
 */
export function foundEngine(known: EngineKnown): EngineFounded {
  const stroke = known.stroke ?? null;
  const isAir = known.kind === 'chainsaw';
  return {
    ...known,
    cylinders: known.cylinders ?? ['cylinder'],
    stroke,
    wall: 'unknown',
    zeroAt: 'exhaust',
    pinAxisDeg: 90,
    ...proposedDepths({ ...known, stroke }),
    ports: [],
    sleeveOuter: null,
    pin: null,
    cooling: known.cooling ?? (isAir ? 'air' : 'liquid'),
    year: null,
    code: null,
    proposed: [
      'depths',
      'wall-depth',
      'pin-axis',
      'zero',
      ...(known.cylinders === undefined ? (['cylinders'] as const) : []),
      ...(known.cooling === undefined && !isAir ? (['cooling'] as const) : []),
    ],
  };
}
