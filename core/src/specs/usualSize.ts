import { featureInfo, type FeatureKey } from './feature.js';

/** Whether a length of a feature lies where such lengths do. @param value nm */
export function isUsual(feature: FeatureKey, value: number): boolean {
  const { usual } = featureInfo(feature);
  return !usual || value === 0 || (value >= usual[0] * 1e6 && value <= usual[1] * 1e6);
}
