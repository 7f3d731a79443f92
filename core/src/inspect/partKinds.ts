import { BOTTOM_PARTS } from './bottomParts.js';
import type { PartKind } from './partKind.js';
import { TOP_PARTS } from './topParts.js';

/** In the order they come off. */
export const PART_KINDS: readonly PartKind[] = [...TOP_PARTS, ...BOTTOM_PARTS];

/** Kinds of which something is read with a gauge: what is measured to decide goes on the Measure plan. */
const GAUGED: ReadonlySet<string> = new Set([
  'reeds',
  'head',
  'camshaft',
  'valve-intake',
  'valve-exhaust',
  'valve-spring',
  'cylinder',
  'piston',
  'pin',
  'rings',
  'rod',
  'coil',
  'clutch-plates',
  'clutch-springs',
  'oil-pump',
  'water-pump',
  'carburettor',
  'power-valve',
  'starter',
  'crank',
  'shells',
  'gears',
  'forks',
]);

/** Whether anything of a kind of part is read with a gauge. */
export const isGauged = (kind: PartKind): boolean => GAUGED.has(kind.kind);

/** @returns the kind of a part by its key: `rod:0` is a `rod` */
export const kindOfPart = (key: string): PartKind | null =>
  PART_KINDS.find((k) => k.kind === key.split(':')[0]) ?? null;
