import { feature, features } from '../features/index.js';

/** What figures of the gearbox are called, what breaking their limits does, what is said about them. */
export const gearboxFeatures = features({
  'gear.end-float': feature('Gear end float', 'engine', 'wear', 'seizure', {
    also: ['gear shaft end play', 'gearbox end float', 'transmission shaft end play'],
  }),
  'gear.fork': feature('Shift fork finger', 'engine', 'cosmetic', 'wear', {
    also: ['fork thickness', 'shift fork thickness', 'fork finger thickness'],
  }),
  'gear.fork-clearance': feature('Fork in its groove', 'engine', 'wear', 'cosmetic', {
    also: ['shift fork clearance', 'fork to groove'],
  }),
});
