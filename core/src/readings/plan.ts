import { pistonAsked, jobKind, wallsAsked, type JobFile, type PlanName } from '../job/index.js';
import { placeKey, type AnyPlace } from '../ledger/index.js';
import type { BorePlace, PistonPlace, SizePlace } from '../cylinder/index.js';
import { halfTurn, isBlocked, thrustAngle, type EngineSpec } from '../specs/index.js';
import { nm, type Nanometres } from '../units/index.js';

export interface PlannedPlace {
  readonly station: BorePlace;
  /** A contact would fall in or next to a port window: drawn, never asked for. */
  readonly blocked: boolean;
}

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
export function borePlan(engine: EngineSpec, plan: PlanName, cylinder: number): PlannedPlace[] {
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
export const pistonPlace = (cylinder: number, kit: string | null): PistonPlace => ({
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
): SizePlace[] {
  const each = engine.cylinders.map((_, i) => i);
  return [
    ...each.flatMap((i) =>
      borePlan(engine, plan, i)
        .filter((p) => !p.blocked)
        .map((p) => p.station),
    ),
    ...each.map((i) => pistonPlace(i, kitOf(i))),
  ];
}

/** Where a rule that goes by the bore wants it read, in a job that sizes rings alone. */
function ringSetWalk(file: JobFile): SizePlace[] {
  const { engine, job } = file;
  const goesByBore = engine.limits.some((l) => l.feature.endsWith('.factor') || l.rows !== undefined);
  if (jobKind(file) !== 'ring-set' || !goesByBore) return [];
  return engine.cylinders.flatMap((_, i) =>
    borePlan(engine, job.plan, i)
      .filter((p) => !p.blocked && p.station.depth === engine.depths.top)
      .map((p) => p.station),
  );
}

/**
 * The walk of a job with the pistons that are asked for; empty where its top is left on.
 * @param all the cylinders even then
 */
export const walkOf = (file: JobFile, all = false): SizePlace[] =>
  !wallsAsked(file) && !all
    ? ringSetWalk(file)
    : walk(file.engine, file.job.plan, (i) => pistonAsked(file, i)?.id ?? null);

/** Next unread station of the walk after a given one, wrapping round; null when all are read. */
export function nextPlace<P extends AnyPlace>(
  places: readonly P[],
  readings: {
    readonly places: ReadonlyMap<string, unknown>;
    readonly gaps?: ReadonlyMap<string, unknown>;
  },
  after: string | null,
): P | null {
  const start = after === null ? 0 : places.findIndex((s) => placeKey(s) === after) + 1;
  for (let i = 0; i < places.length; i += 1) {
    const s = places[(start + i) % places.length]!;
    const key = placeKey(s);
    if (!readings.places.has(key) && !readings.gaps?.has(key)) return s;
  }
  return null;
}
