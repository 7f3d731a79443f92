import type { EngineSpec } from '../../specs/index.js';
import { Refused } from '../../ledger/index.js';

/** @throws Refused where the engine has no such cylinder */
export function onCylinder(engine: EngineSpec, cylinder: number, path = '/station/cylinder'): void {
  if (cylinder >= engine.cylinders.length) throw new Refused(path, 'This engine has no such cylinder.');
}

/** @throws Refused where the wall ends above it */
export function onWall(engine: EngineSpec, depth: number, path = '/station/depth'): void {
  if (depth > engine.wallDepth) throw new Refused(path, 'That is below the end of the wall.');
}

/** @throws Refused where the engine has no such kit */
export function onKit(engine: EngineSpec, kit: string | null, path = '/station/kit'): void {
  if (kit !== null && !engine.kits.some((k) => k.id === kit))
    throw new Refused(path, 'This engine has no such kit.');
}

/** A cylinder by its name. */
export const cylinderName = (engine: EngineSpec, cylinder: number): string =>
  engine.cylinders[cylinder] ?? `cylinder ${cylinder + 1}`;

/** A piston by its kit's name. */
export function pistonName(engine: EngineSpec, kitId: string | null): string {
  const kit = engine.kits.find((k) => k.id === kitId);
  return kit ? `${kit.name} piston` : 'piston';
}
