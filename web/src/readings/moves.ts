import {
  isBlocked,
  PISTON_PLACES,
  thrustAngle,
  type BoreStation,
  type EngineSpec,
  type PistonPlace,
  type Station,
} from '@tribos/core';

export type Direction = 'left' | 'right' | 'up' | 'down';

const PLACES = Object.keys(PISTON_PLACES) as PistonPlace[];

/**
 * Where an arrow leads on the map: across the directions and down the depths, below the lowest to the
 * piston, past the edge to the next cylinder. Stations in a window are stepped over.
 * @param kit kit whose pistons are being measured, or null
 */
export function move(engine: EngineSpec, from: Station, direction: Direction, kit: string | null): Station {
  const depths = [engine.depths.top, engine.depths.mid, engine.depths.low];
  const thrust = thrustAngle(engine);
  const angles = [0, 45, 90, 135].map((o) => (thrust + o) % 180);
  if (from.part === 'piston') {
    if (direction === 'up') {
      const low: BoreStation = { part: 'bore', cylinder: from.cylinder, depth: depths[2]!, angle: thrust };
      return isBlocked(engine, low.depth, low.angle)
        ? (free(engine, low, 'up', angles, depths) ?? from)
        : low;
    }
    if (direction === 'down') return from;
    const at = PLACES.indexOf(from.place) + (direction === 'right' ? 1 : -1);
    const place = PLACES[at];
    if (place) return { ...from, place };
    return {
      ...from,
      ...neighbour(engine, from.cylinder, direction),
      place: direction === 'right' ? PLACES[0]! : PLACES.at(-1)!,
    };
  }
  const next = free(engine, from, direction, angles, depths);
  if (next) return next;
  if (direction === 'down') return { part: 'piston', cylinder: from.cylinder, place: 'gauge-height', kit };
  if (direction === 'up') return from;
  const { cylinder } = neighbour(engine, from.cylinder, direction);
  const edge: BoreStation = { ...from, cylinder, angle: direction === 'right' ? angles[0]! : angles.at(-1)! };
  return isBlocked(engine, edge.depth, edge.angle)
    ? (free(engine, edge, direction, angles, depths) ?? from)
    : edge;
}

const neighbour = (engine: EngineSpec, cylinder: number, direction: Direction): { cylinder: number } => ({
  cylinder: (cylinder + (direction === 'right' ? 1 : -1) + engine.cylinders.length) % engine.cylinders.length,
});

function free(
  engine: EngineSpec,
  from: BoreStation,
  direction: Direction,
  angles: readonly number[],
  depths: readonly BoreStation['depth'][],
): BoreStation | null {
  let a = Math.max(0, angles.indexOf(from.angle));
  let d = Math.max(0, depths.indexOf(from.depth));
  for (;;) {
    if (direction === 'left') a -= 1;
    if (direction === 'right') a += 1;
    if (direction === 'up') d -= 1;
    if (direction === 'down') d += 1;
    const [angle, depth] = [angles[a], depths[d]];
    if (angle === undefined || depth === undefined) return null;
    if (!isBlocked(engine, depth, angle)) return { ...from, angle, depth };
  }
}
