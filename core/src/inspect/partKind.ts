import type { EngineKind } from '../specs/index.js';
import type { PartFindingKind } from '../cylinder/index.js';

/** What a part is made of, as far as cleaning may harm it. */
export const MATERIALS = {
  steel: 'steel',
  iron: 'cast iron',
  aluminium: 'aluminium',
  plated: 'plated or coated aluminium',
  bearing: 'rolling bearing',
  shell: 'bearing shell',
  rubber: 'rubber, seals, plastic',
  friction: 'friction lining',
  electric: 'winding or magnet',
} as const;
export type PartMaterial = keyof typeof MATERIALS;

/** A kind of part that lies on the bench after a strip, what may be found on it, and what goes with it. */
export interface PartKind {
  readonly kind: string;
  readonly name: string;
  readonly section: PartSection;
  /** One of an engine, one of each cylinder, or as many as its sheet names. */
  readonly per: 'engine' | 'cylinder' | 'sheet';
  readonly strokes?: 2 | 4;
  readonly only?: readonly EngineKind[];
  readonly not?: readonly EngineKind[];
  readonly cooling?: 'liquid' | 'air';
  /** Only where the strip takes such loose parts off: an engine on rolling bearings has no shells. */
  readonly loose?: string;
  /** Steps of the strip after which it lies on the bench; none for one that is always there. */
  readonly off: readonly string[];
  readonly material: PartMaterial;
  readonly finds: readonly PartFindingKind[];
  /** Renewed whenever it was off, whatever it looks like. */
  readonly always?: true;
  /** Got with it when it is replaced: other parts by their kind, or what has no name of its own here. */
  readonly companions: readonly string[];
}

export const SECTIONS_OF_PARTS = {
  top: 'Cylinder and piston',
  head: 'Head and valves',
  crank: 'Crank and cases',
  side: 'Clutch, gearbox, drive',
  hangs: 'What hangs on it',
} as const;
export type PartSection = keyof typeof SECTIONS_OF_PARTS;

export const part = (
  kind: string,
  name: string,
  section: PartSection,
  per: PartKind['per'],
  material: PartMaterial,
  off: readonly string[],
  finds: readonly PartFindingKind[],
  more: Partial<PartKind> = {},
): PartKind => ({ kind, name, section, per, material, off, finds, companions: [], ...more });
