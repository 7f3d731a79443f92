import { boreFeatures } from './bore/features.js';
import { fitFeatures } from './fit/features.js';
import { ringsFeatures } from './rings/features.js';
import { crankFeatures } from './crank/features.js';
import { bearingsFeatures } from './bearings/features.js';
import { headFeatures } from './head/features.js';
import { valvesFeatures } from './valves/features.js';
import { gearboxFeatures } from './gearbox/features.js';
import { clutchFeatures } from './clutch/features.js';
import { pumpsFeatures } from './pumps/features.js';
import { beforeFeatures } from './before/features.js';
import { setupFeatures } from './setup/features.js';

/**
 * Everything a limit can be about, room by room, in the order sheets print it. A room that brings features adds its line
 * here; they are data and read nothing of their room.
 */
export const FEATURES = {
  ...boreFeatures,
  ...fitFeatures,
  ...ringsFeatures,
  ...crankFeatures,
  ...bearingsFeatures,
  ...headFeatures,
  ...valvesFeatures,
  ...gearboxFeatures,
  ...clutchFeatures,
  ...pumpsFeatures,
  ...beforeFeatures,
  ...setupFeatures,
};
