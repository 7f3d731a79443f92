import { Unknown } from '../errors.js';
import type { Dimension } from '../units/index.js';

/** What happens when the limit is broken. It sets how sure a verdict must be. */
export type Consequence = 'seizure' | 'wear' | 'cosmetic';

/** Which part's maker governs the feature; everything else belongs to the engine maker. */
export type GovernedBy = 'engine' | 'piston' | 'ring';

export interface FeatureInfo {
  readonly name: string;
  readonly dimension: Dimension;
  readonly governedBy: GovernedBy;
  /** Consequence of being over a maximum and of being under a minimum. */
  readonly over: Consequence;
  readonly under: Consequence;
  /** Holds for one build of head, cams, piston and gasket alone. */
  readonly byBuild?: true;
}

const length = (
  name: string,
  governedBy: GovernedBy,
  over: Consequence,
  under: Consequence,
): FeatureInfo => ({ name, dimension: 'length', governedBy, over, under });

/** What hangs on head, cams, piston and gasket together. */
const ofBuild = (name: string, dimension: Dimension, over: Consequence, under: Consequence): FeatureInfo => ({
  name,
  dimension,
  governedBy: 'engine',
  over,
  under,
  byBuild: true,
});

/** Everything a limit can be about, in the order sheets print it. Data, so that a new feature is one line. */
export const FEATURES = {
  bore: length('Bore', 'engine', 'wear', 'seizure'),
  'bore.out-of-round': length('Out-of-round', 'engine', 'wear', 'cosmetic'),
  'bore.taper': length('Taper', 'engine', 'wear', 'cosmetic'),
  'sleeve.wall': length('Sleeve wall', 'engine', 'cosmetic', 'seizure'),
  piston: length('Piston', 'piston', 'seizure', 'wear'),
  clearance: length('Piston clearance', 'piston', 'wear', 'seizure'),
  'pin.in-piston': length('Pin in piston', 'piston', 'wear', 'seizure'),
  'pin.in-rod': length('Pin in small end', 'engine', 'wear', 'seizure'),
  'ring.gap.top': length('Top ring gap', 'ring', 'wear', 'seizure'),
  'ring.gap.second': length('Second ring gap', 'ring', 'wear', 'seizure'),
  'ring.gap.rail': length('Oil rail gap', 'ring', 'wear', 'seizure'),
  'ring.gap.top.factor': {
    name: 'Top ring gap × bore',
    dimension: 'factor',
    governedBy: 'ring',
    over: 'wear',
    under: 'seizure',
  },
  'ring.gap.second.factor': {
    name: 'Second ring gap × bore',
    dimension: 'factor',
    governedBy: 'ring',
    over: 'wear',
    under: 'seizure',
  },
  'ring.groove.top': length('Top groove clearance', 'piston', 'wear', 'seizure'),
  'ring.groove.second': length('Second groove clearance', 'piston', 'wear', 'seizure'),
  'crank.rod-side': length('Rod side clearance', 'engine', 'wear', 'seizure'),
  'crank.journal': length('Crank journal', 'engine', 'seizure', 'wear'),
  'crank.journal-clearance': length('Journal clearance', 'engine', 'wear', 'seizure'),
  'crank.run-out': length('Crank run-out', 'engine', 'wear', 'cosmetic'),
  'crank.end-float': length('Crank end float', 'engine', 'wear', 'seizure'),
  'crank.rod-radial': length('Big end radial play', 'engine', 'seizure', 'cosmetic'),
  'crank.rod-tilt': length('Small end tilt', 'engine', 'wear', 'cosmetic'),
  'crank.rod-bend': length('Rod bend', 'engine', 'seizure', 'cosmetic'),
  'crank.rod-twist': length('Rod twist', 'engine', 'seizure', 'cosmetic'),
  'crank.small-end': length('Small end', 'engine', 'wear', 'seizure'),
  'crank.air-gap': length('Coil air gap', 'engine', 'cosmetic', 'wear'),
  'crank.journal-oval': length('Journal out-of-round', 'engine', 'wear', 'cosmetic'),
  'crank.journal-taper': length('Journal taper', 'engine', 'wear', 'cosmetic'),
  'crank.housing': length('Main bearing housing', 'engine', 'seizure', 'seizure'),
  'crank.pin': length('Crankpin', 'engine', 'seizure', 'wear'),
  'crank.pin-oval': length('Crankpin out-of-round', 'engine', 'wear', 'cosmetic'),
  'crank.pin-taper': length('Crankpin taper', 'engine', 'wear', 'cosmetic'),
  'crank.pin-clearance': length('Big end clearance', 'engine', 'seizure', 'seizure'),
  'crank.rod-housing': length('Rod housing', 'engine', 'seizure', 'seizure'),
  'head.flatness': length('Head flatness', 'engine', 'wear', 'cosmetic'),
  'head.deck-flatness': length('Cylinder top flatness', 'engine', 'wear', 'cosmetic'),
  'valve.stem.intake': length('Intake valve stem', 'engine', 'seizure', 'wear'),
  'valve.stem.exhaust': length('Exhaust valve stem', 'engine', 'seizure', 'wear'),
  'valve.guide': length('Valve guide', 'engine', 'wear', 'seizure'),
  'valve.stem-clearance.intake': length('Intake stem clearance', 'engine', 'wear', 'seizure'),
  'valve.stem-clearance.exhaust': length('Exhaust stem clearance', 'engine', 'wear', 'seizure'),
  'valve.seat-width': length('Valve seat width', 'engine', 'wear', 'wear'),
  'valve.margin': length('Valve margin', 'engine', 'cosmetic', 'wear'),
  'valve.face-run-out': length('Valve face run-out', 'engine', 'wear', 'cosmetic'),
  'valve.spring-length': length('Valve spring free length', 'engine', 'cosmetic', 'wear'),
  'valve.spring-square': length('Valve spring out of square', 'engine', 'wear', 'cosmetic'),
  'cam.lobe.intake': length('Intake cam lobe', 'engine', 'cosmetic', 'wear'),
  'cam.lobe.exhaust': length('Exhaust cam lobe', 'engine', 'cosmetic', 'wear'),
  'cam.journal': length('Cam journal', 'engine', 'seizure', 'wear'),
  'cam.clearance': length('Cam journal clearance', 'engine', 'wear', 'seizure'),
  'gear.end-float': length('Gear end float', 'engine', 'wear', 'seizure'),
  'gear.fork': length('Shift fork finger', 'engine', 'cosmetic', 'wear'),
  'gear.fork-clearance': length('Fork in its groove', 'engine', 'wear', 'cosmetic'),
  'clutch.plate': length('Friction plate', 'engine', 'wear', 'wear'),
  'clutch.pack': length('Clutch pack', 'engine', 'wear', 'wear'),
  'clutch.warp': length('Clutch plate warp', 'engine', 'wear', 'cosmetic'),
  'clutch.spring': length('Clutch spring free length', 'engine', 'cosmetic', 'wear'),
  'pump.tip': length('Oil pump tip clearance', 'engine', 'wear', 'cosmetic'),
  'pump.body': length('Oil pump body clearance', 'engine', 'wear', 'cosmetic'),
  'pump.side': length('Oil pump side clearance', 'engine', 'wear', 'seizure'),
  'pump.reed': length('Reed tip opening', 'engine', 'wear', 'cosmetic'),
  'pump.impeller': length('Water pump impeller clearance', 'engine', 'wear', 'wear'),
  'pump.float': length('Float height', 'engine', 'wear', 'seizure'),
  'pump.power-valve': length('Power valve in its guide', 'engine', 'wear', 'cosmetic'),
  'pump.starter': length('Starter brush or pawl', 'engine', 'cosmetic', 'wear'),
  'crank.leak-pressure': {
    name: 'Crankcase test pressure',
    dimension: 'pressure',
    governedBy: 'engine',
    over: 'seizure',
    under: 'wear',
  },
  'crank.leak-rate': {
    name: 'Crankcase leak, drop per minute',
    dimension: 'pressure-rate',
    governedBy: 'engine',
    over: 'seizure',
    under: 'cosmetic',
  },
  'crank.vacuum': {
    name: 'Crankcase test vacuum',
    dimension: 'pressure',
    governedBy: 'engine',
    over: 'seizure',
    under: 'wear',
  },
  'crank.vacuum-rate': {
    name: 'Crankcase leak by vacuum, loss per minute',
    dimension: 'pressure-rate',
    governedBy: 'engine',
    over: 'seizure',
    under: 'cosmetic',
  },
  compression: {
    name: 'Compression',
    dimension: 'pressure',
    governedBy: 'engine',
    over: 'cosmetic',
    under: 'wear',
  },
  'compression.spread': {
    name: 'Compression spread across cylinders',
    dimension: 'share',
    governedBy: 'engine',
    over: 'wear',
    under: 'cosmetic',
  },
  'leak-down': {
    name: 'Leak-down',
    dimension: 'share',
    governedBy: 'engine',
    over: 'wear',
    under: 'cosmetic',
  },
  'setup.deck': length('Deck clearance', 'engine', 'wear', 'seizure'),
  'setup.squish': length('Squish', 'engine', 'wear', 'seizure'),
  'setup.valve.intake': length('Intake valve clearance', 'engine', 'wear', 'seizure'),
  'setup.valve.exhaust': length('Exhaust valve clearance', 'engine', 'wear', 'seizure'),
  'setup.port-roof': length('Port roof from the deck', 'engine', 'wear', 'wear'),
  'setup.port-width': length('Port width', 'engine', 'seizure', 'wear'),
  'setup.contact.intake': ofBuild('Intake valve to piston', 'length', 'cosmetic', 'seizure'),
  'setup.contact.exhaust': ofBuild('Exhaust valve to piston', 'length', 'cosmetic', 'seizure'),
  'setup.cam.intake-opens': ofBuild('Intake opens before top', 'angle', 'wear', 'wear'),
  'setup.cam.intake-closes': ofBuild('Intake closes after bottom', 'angle', 'wear', 'wear'),
  'setup.cam.exhaust-opens': ofBuild('Exhaust opens before bottom', 'angle', 'wear', 'wear'),
  'setup.cam.exhaust-closes': ofBuild('Exhaust closes after top', 'angle', 'wear', 'wear'),
  'setup.chain-rivet': length('Chain rivet, spread', 'engine', 'wear', 'seizure'),
  'setup.decompressor': ofBuild('Decompressor lift', 'length', 'wear', 'wear'),
} as const satisfies Record<string, FeatureInfo>;

export type FeatureKey = keyof typeof FEATURES;

export const FEATURE_KEYS = Object.keys(FEATURES) as readonly FeatureKey[];

/** @throws Unknown for a key that is not in the catalogue */
export function featureInfo(key: string): FeatureInfo {
  const info = (FEATURES as Record<string, FeatureInfo>)[key];
  if (!info) throw new Unknown('feature', key);
  return info;
}
