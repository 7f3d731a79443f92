// Made by `npm run schema` of core/rooms.mjs.
import { boreFeatures } from './bore/features.js';
import { fitFeatures } from './fit/features.js';
import { ringsFeatures } from './rings/features.js';
import { crankFeatures } from './crank/features.js';
import { bearingsFeatures } from './bearings/features.js';
import { headFeatures } from './head/features.js';
import { valvesFeatures } from './valves/features.js';
import { setupFeatures } from './setup/features.js';
import { gearboxFeatures } from './gearbox/features.js';
import { clutchFeatures } from './clutch/features.js';
import { pumpsFeatures } from './pumps/features.js';
import { beforeFeatures } from './before/features.js';

/** Everything a limit can be about, room by room, in the order sheets print it. */
export const FEATURES = {
  ...boreFeatures,
  ...fitFeatures,
  ...ringsFeatures,
  ...crankFeatures,
  ...bearingsFeatures,
  ...headFeatures,
  ...valvesFeatures,
  ...setupFeatures,
  ...gearboxFeatures,
  ...clutchFeatures,
  ...pumpsFeatures,
  ...beforeFeatures,
};
