import type { FeatureKey } from './feature.js';

/** Between what a figure of a feature usually lies, mm: outside it a point has slipped more often than not. */
const USUAL: Partial<Record<FeatureKey, readonly [low: number, high: number]>> = {
  'bore.out-of-round': [0.002, 0.2],
  'bore.taper': [0.002, 0.2],
  'sleeve.wall': [0.5, 8],
  clearance: [0.01, 0.35],
  'pin.in-piston': [0, 0.1],
  'pin.in-rod': [0, 0.12],
  'ring.gap.top': [0.08, 1.5],
  'ring.gap.second': [0.08, 1.8],
  'ring.gap.rail': [0.08, 2],
  'ring.groove.top': [0.01, 0.3],
  'ring.groove.second': [0.01, 0.3],
  'crank.rod-side': [0.04, 1.2],
  'crank.journal': [10, 120],
  'crank.journal-clearance': [0.008, 0.2],
  'crank.run-out': [0.003, 0.25],
  'crank.end-float': [0.02, 1.2],
  'setup.deck': [-1.5, 3],
  'setup.squish': [0.4, 3],
  'setup.valve.intake': [0.02, 0.6],
  'setup.valve.exhaust': [0.02, 0.8],
  'setup.contact.intake': [0.4, 4],
  'setup.contact.exhaust': [0.4, 5],
  'setup.chain-rivet': [2, 12],
  'setup.decompressor': [0.1, 2.5],
};

/** Whether a length of a feature lies where such lengths do. @param value nm */
export function isUsual(feature: FeatureKey, value: number): boolean {
  const usual = USUAL[feature];
  return !usual || value === 0 || (value >= usual[0] * 1e6 && value <= usual[1] * 1e6);
}
