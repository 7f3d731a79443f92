import { um, type Nanometres } from '../units/index.js';
import type { EngineSpec, Port } from './engine.js';

/** A diameter at θ is the diameter at θ + 180. */
export const halfTurn = (angle: number): number => ((angle % 180) + 180) % 180;

/** A contact, or the end of a ring, needs this much wall beside a window. */
export const CLEAR_OF_PORT = um(1500);

const turn = (angle: number): number => ((angle % 360) + 360) % 360;

function inside(angle: number, port: Port, grow: number): boolean {
  const from = turn(port.from - grow);
  const width = port.to - port.from + 2 * grow;
  return width >= 360 || turn(angle - from) <= width;
}

/** Whether either contact of a diameter lies in a port window grown by 1.5 mm all round. */
export function isBlocked(
  engine: Pick<EngineSpec, 'ports' | 'bore'>,
  depth: Nanometres,
  angle: number,
): boolean {
  const grow = ((CLEAR_OF_PORT / (engine.bore / 2)) * 180) / Math.PI;
  return engine.ports.some(
    (port) =>
      depth >= port.roof - CLEAR_OF_PORT &&
      depth <= port.floor + CLEAR_OF_PORT &&
      (inside(angle, port, grow) || inside(angle + 180, port, grow)),
  );
}

/**
 * The window a point of the wall lies in or too near to; null on solid wall.
 * @param angle clockwise from the engine's zero, seen from above, degrees
 * @param clear wall that has to be left beside the point along the circle, nm
 * @param depth from the deck, nm; null for anywhere a ring passes
 */
export function windowNear(
  engine: Pick<EngineSpec, 'ports' | 'bore'>,
  angle: number,
  clear: number,
  depth: Nanometres | null,
): Port | null {
  const grow = ((clear / (engine.bore / 2)) * 180) / Math.PI;
  return (
    engine.ports.find(
      (port) =>
        (depth === null || (depth >= port.roof - CLEAR_OF_PORT && depth <= port.floor + CLEAR_OF_PORT)) &&
        inside(angle, port, grow),
    ) ?? null
  );
}

/**
 * Where a ring's ends may lie at a depth: arcs of solid wall, whole degrees clockwise from the engine's zero, each from
 * its first degree to its last; one arc over the whole turn where no window is near.
 */
export function solidWall(
  engine: Pick<EngineSpec, 'ports' | 'bore'>,
  depth: Nanometres,
): readonly (readonly [from: number, to: number])[] {
  const solid = Array.from({ length: 360 }, (_, a) => windowNear(engine, a, CLEAR_OF_PORT, depth) === null);
  const first = solid.findIndex((s, a) => s && !solid[(a + 359) % 360]);
  if (first < 0) return solid[0] ? [[0, 359]] : [];
  const arcs: [number, number][] = [];
  for (let i = 0; i < 360; i += 1) {
    const a = (first + i) % 360;
    if (!solid[a]) continue;
    if (!solid[(a + 359) % 360]) arcs.push([a, a]);
    else arcs.at(-1)![1] = a;
  }
  return arcs;
}

/** Thrust axis (across the pin), 0 ≤ angle < 180. */
export const thrustAngle = (engine: Pick<EngineSpec, 'pinAxisDeg'>): number =>
  halfTurn(engine.pinAxisDeg + 90);

/** A direction by what it means to the piston: thrust, pin, or degrees from thrust. */
export function directionName(engine: Pick<EngineSpec, 'pinAxisDeg'>, angle: number): string {
  const from = halfTurn(angle - thrustAngle(engine));
  return from === 0 ? 'thrust' : from === 90 ? 'pin' : `${from}°`;
}
