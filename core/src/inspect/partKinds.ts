import type { EngineKind } from '../specs/index.js';
import type { PartFindingKind } from '../log/index.js';

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

const part = (
  kind: string,
  name: string,
  section: PartSection,
  per: PartKind['per'],
  material: PartMaterial,
  off: readonly string[],
  finds: readonly PartFindingKind[],
  more: Partial<PartKind> = {},
): PartKind => ({ kind, name, section, per, material, off, finds, companions: [], ...more });

/** In the order they come off. */
export const PART_KINDS: readonly PartKind[] = [
  part(
    'exhaust',
    'exhaust',
    'hangs',
    'engine',
    'steel',
    ['exhaust'],
    ['cracked', 'carboned', 'thread-damaged'],
    {
      companions: ['exhaust gaskets'],
    },
  ),
  part(
    'carburettor',
    'carburettor or throttle body',
    'hangs',
    'engine',
    'aluminium',
    ['carburettor'],
    ['dirty', 'stuck', 'worn', 'thread-damaged', 'repaired'],
  ),
  part('boot', 'intake boot', 'hangs', 'cylinder', 'rubber', ['carburettor'], ['boot-cracked', 'hardened']),
  part('air-filter', 'air filter', 'hangs', 'engine', 'rubber', [], ['dirty', 'broken', 'hardened']),
  part('reeds', 'reeds', 'hangs', 'cylinder', 'steel', ['reeds'], ['reed-chipped', 'cracked', 'worn'], {
    strokes: 2,
    not: ['chainsaw'],
    companions: ['reed block gasket'],
  }),
  part('plug', 'spark plug', 'hangs', 'cylinder', 'electric', ['plugs'], ['broken', 'carboned', 'worn'], {
    always: true,
  }),
  part('starter', 'starter', 'hangs', 'engine', 'steel', ['starter', 'kick'], ['worn', 'broken', 'bent']),
  part('oil-filter', 'oil filter', 'hangs', 'engine', 'rubber', ['filter'], ['dirty'], {
    strokes: 4,
    always: true,
  }),
  part(
    'head',
    'head',
    'head',
    'engine',
    'aluminium',
    ['head'],
    ['cracked', 'corroded', 'carboned', 'thread-damaged', 'scored', 'repaired'],
  ),
  part('head-gasket', 'head gasket', 'head', 'engine', 'rubber', ['head'], ['broken'], { always: true }),
  part('camshaft', 'camshafts', 'head', 'engine', 'steel', ['cams'], ['pitted', 'scored', 'worn', 'blued'], {
    strokes: 4,
    companions: ['buckets that ran on it'],
  }),
  part('cam-chain', 'timing chain and guides', 'head', 'engine', 'steel', ['chain'], ['worn', 'broken'], {
    strokes: 4,
    companions: ['chain link and pin'],
  }),
  part(
    'tensioner',
    'chain tensioner',
    'head',
    'engine',
    'steel',
    ['tensioner'],
    ['stuck', 'worn', 'broken'],
    {
      strokes: 4,
      companions: ['tensioner gasket'],
    },
  ),
  part(
    'valve-intake',
    'intake valve',
    'head',
    'sheet',
    'steel',
    ['head'],
    ['bent', 'pitted', 'blued', 'seat-leaks', 'worn', 'carboned'],
    { strokes: 4, companions: ['stem seal'] },
  ),
  part(
    'valve-exhaust',
    'exhaust valve',
    'head',
    'sheet',
    'steel',
    ['head'],
    ['bent', 'pitted', 'blued', 'seat-leaks', 'worn', 'carboned'],
    { strokes: 4, companions: ['stem seal'] },
  ),
  part('valve-spring', 'valve springs', 'head', 'engine', 'steel', ['head'], ['broken', 'corroded', 'worn'], {
    strokes: 4,
  }),
  part(
    'power-valve',
    'power valve',
    'top',
    'cylinder',
    'steel',
    ['power-valves'],
    ['carboned', 'stuck', 'bent', 'worn'],
    { strokes: 2, companions: ['power valve gasket and seal'] },
  ),
  part(
    'cylinder',
    'cylinder',
    'top',
    'cylinder',
    'aluminium',
    ['barrel'],
    ['cracked', 'corroded', 'thread-damaged', 'carboned', 'repaired'],
  ),
  part('base-gasket', 'base gasket', 'top', 'cylinder', 'rubber', ['barrel'], ['broken'], { always: true }),
  part(
    'piston',
    'piston',
    'top',
    'cylinder',
    'plated',
    ['pin'],
    ['skirt-scuffed', 'land-broken', 'pin-bore-scuffed', 'cracked', 'carboned', 'scored', 'broken'],
    { companions: ['rings', 'pin', 'clips'] },
  ),
  part('clips', 'piston clips', 'top', 'cylinder', 'steel', ['clips'], ['broken'], { always: true }),
  part('pin', 'piston pin', 'top', 'cylinder', 'steel', ['pin'], ['blued', 'scored', 'worn', 'pitted']),
  part('rings', 'rings', 'top', 'cylinder', 'iron', ['rings'], ['broken', 'stuck', 'scored', 'worn']),
  part(
    'small-end',
    'small end bearing',
    'crank',
    'cylinder',
    'bearing',
    ['pin'],
    ['blued', 'pitted', 'rough'],
    {
      strokes: 2,
    },
  ),
  part(
    'rod',
    'connecting rod',
    'crank',
    'cylinder',
    'steel',
    ['pin'],
    ['bent', 'blued', 'worn', 'pitted', 'cracked'],
    { companions: ['big end bearing', 'crankpin'] },
  ),
  part('coil', 'ignition coil', 'hangs', 'engine', 'electric', ['coil'], ['cracked', 'corroded', 'worn']),
  part(
    'flywheel',
    'flywheel',
    'crank',
    'engine',
    'electric',
    ['flywheel', 'starter'],
    ['magnet-loose', 'keyway', 'taper-fretted', 'cracked', 'broken'],
    { companions: ['flywheel key'] },
  ),
  part(
    'clutch-plates',
    'clutch plates',
    'side',
    'engine',
    'friction',
    ['clutch-plates'],
    ['blued', 'worn', 'scored', 'broken'],
    {
      not: ['chainsaw', 'snowmobile', 'watercraft'],
      companions: ['the whole set: plates are never renewed in part'],
    },
  ),
  part('clutch-springs', 'clutch springs', 'side', 'engine', 'steel', ['clutch-plates'], ['worn', 'broken'], {
    not: ['chainsaw', 'snowmobile', 'watercraft'],
  }),
  part(
    'clutch-hub',
    'clutch hub and basket',
    'side',
    'engine',
    'aluminium',
    ['clutch-hub'],
    ['scored', 'worn', 'cracked'],
    { not: ['chainsaw', 'snowmobile', 'watercraft'], companions: ['hub nut lock washer'] },
  ),
  part(
    'clutch',
    'clutch',
    'side',
    'engine',
    'steel',
    ['clutch', 'drive-clutch', 'coupler-off'],
    ['worn', 'blued', 'cracked', 'broken', 'taper-fretted'],
    { only: ['chainsaw', 'snowmobile', 'watercraft'] },
  ),
  part('primary', 'primary gears', 'side', 'engine', 'steel', ['primary'], ['pitted', 'broken', 'worn'], {
    not: ['chainsaw', 'snowmobile', 'watercraft'],
  }),
  part(
    'oil-pump',
    'oil pump',
    'side',
    'engine',
    'steel',
    ['primary', 'sump', 'pump-cover'],
    ['scored', 'worn', 'broken', 'dirty'],
    { strokes: 4, companions: ['oil pump seal'] },
  ),
  part(
    'oil-feed',
    'oil pump',
    'side',
    'engine',
    'steel',
    ['pump-cover', 'oiler'],
    ['stuck', 'worn', 'broken', 'dirty'],
    { strokes: 2, companions: ['oil pump seal'] },
  ),
  part(
    'water-pump',
    'water pump',
    'side',
    'engine',
    'aluminium',
    ['clutch-cover', 'pump-cover'],
    ['impeller-worn', 'corroded', 'scored', 'seal-land'],
    { cooling: 'liquid', not: ['watercraft'], companions: ['water pump seal'] },
  ),
  part(
    'crank',
    'crankshaft',
    'crank',
    'engine',
    'steel',
    ['crank'],
    ['blued', 'pitted', 'scored', 'cracked', 'keyway', 'taper-fretted', 'seal-land', 'worn', 'repaired'],
    { companions: ['main-bearings', 'crank-seals'] },
  ),
  part(
    'shells',
    'bearing shells',
    'crank',
    'engine',
    'shell',
    ['crank'],
    ['copper', 'overlay', 'scored', 'pitted', 'dirty'],
    { strokes: 4, loose: 'shells', companions: ['all shells of that row'] },
  ),
  part(
    'main-bearings',
    'main bearings',
    'crank',
    'engine',
    'bearing',
    ['bearings', 'crank'],
    ['rough', 'pitted', 'blued', 'corroded'],
  ),
  part(
    'crank-seals',
    'crank seals',
    'crank',
    'engine',
    'rubber',
    ['crank', 'split', 'flywheel'],
    ['hardened'],
    {
      always: true,
    },
  ),
  part(
    'cases',
    'crankcases',
    'crank',
    'engine',
    'aluminium',
    ['split'],
    ['cracked', 'thread-damaged', 'seal-land', 'corroded', 'dirty', 'repaired'],
    { companions: ['case gasket or sealant'] },
  ),
  part(
    'gears',
    'gearbox gears',
    'side',
    'engine',
    'steel',
    ['gearbox'],
    ['dogs-rounded', 'pitted', 'broken', 'worn'],
    { not: ['chainsaw', 'snowmobile', 'watercraft'] },
  ),
  part('drum', 'shift drum', 'side', 'engine', 'steel', ['gearbox'], ['galled', 'worn'], {
    not: ['chainsaw', 'snowmobile', 'watercraft'],
  }),
  part('forks', 'shift forks', 'side', 'engine', 'steel', ['gearbox'], ['fork-bent', 'blued', 'worn'], {
    not: ['chainsaw', 'snowmobile', 'watercraft'],
  }),
  part(
    'seals',
    'other seals and O-rings',
    'hangs',
    'engine',
    'rubber',
    ['split', 'barrel', 'clutch-cover'],
    ['hardened'],
    {
      always: true,
    },
  ),
];

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
