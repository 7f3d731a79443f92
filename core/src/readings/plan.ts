import { nm, um, type Nanometres } from '../units/index.js';
import type { EngineSpec, Port } from '../specs/index.js';
import { halfTurn, type BoreStation, type PistonStation, type SizeStation } from './station.js';

/** quick 2 directions × 2 depths · usual 2 × 3 · full 4 × 3. */
export type PlanName = 'quick' | 'usual' | 'full';

export interface PlannedStation {
  readonly station: BoreStation;
  /** A contact would fall in or next to a port window: drawn, never asked for. */
  readonly blocked: boolean;
}

/** A contact needs this much wall beside a window. */
const CLEAR_OF_PORT = um(1500);

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

/** Thrust axis (across the pin), 0 ≤ angle < 180. */
export const thrustAngle = (engine: Pick<EngineSpec, 'pinAxisDeg'>): number =>
  halfTurn(engine.pinAxisDeg + 90);

function directions(engine: EngineSpec, plan: PlanName, depth: Nanometres): readonly number[] {
  const thrust = thrustAngle(engine);
  const offsets = plan === 'full' ? [0, 45, 90, 135] : [0, 90];
  const usual = offsets.map((o) => halfTurn(thrust + o));
  const free = usual.filter((a) => !isBlocked(engine, depth, a));
  // Between the exhaust roof and the transfers the default pair would fall into a window: turn it.
  if (plan !== 'full' && free.length < usual.length) {
    const turned = [45, 135].map((o) => halfTurn(thrust + o));
    if (turned.filter((a) => !isBlocked(engine, depth, a)).length > free.length) return turned;
  }
  return usual;
}

/**
 * Stations of one cylinder's bore, in the order they are walked: depth by depth from the top.
 * @param cylinder index into the engine's cylinders
 */
export function borePlan(engine: EngineSpec, plan: PlanName, cylinder: number): PlannedStation[] {
  const { top, mid, low } = engine.depths;
  const depths = plan === 'quick' ? [top, low] : [top, mid, low];
  return depths.flatMap((depth) =>
    directions(engine, plan, depth).map((angle) => ({
      station: { part: 'bore' as const, cylinder, depth: nm(depth), angle },
      blocked: isBlocked(engine, depth, angle),
    })),
  );
}

/** The piston of one cylinder at the maker's gauge height. */
export const pistonStation = (cylinder: number, kit: string | null): PistonStation => ({
  part: 'piston',
  cylinder,
  place: 'gauge-height',
  kit,
});

/**
 * The whole walk of a job: the bores of every cylinder, then the pistons. Once a kit is chosen its pistons
 * are measured and the old ones no longer matter.
 * @param kitOf id of the kit whose piston is asked for in a cylinder; null for the one that came out
 */
export function walk(
  engine: EngineSpec,
  plan: PlanName,
  kitOf: (cylinder: number) => string | null = () => null,
): SizeStation[] {
  const each = engine.cylinders.map((_, i) => i);
  return [
    ...each.flatMap((i) =>
      borePlan(engine, plan, i)
        .filter((p) => !p.blocked)
        .map((p) => p.station),
    ),
    ...each.map((i) => pistonStation(i, kitOf(i))),
  ];
}
