import { FEATURES } from '../catalogue.js';
import { Unknown } from '../errors.js';
import type { FeatureInfo } from '../features/index.js';

export { FEATURES };

export type FeatureKey = keyof typeof FEATURES;

export const FEATURE_KEYS = Object.keys(FEATURES) as readonly FeatureKey[];

/** @throws Unknown for a key that is not in the catalogue */
export function featureInfo(key: string): FeatureInfo {
  const info = (FEATURES as Record<string, FeatureInfo>)[key];
  if (!info) throw new Unknown('feature', key);
  return info;
}
