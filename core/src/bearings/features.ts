import { feature, features } from '../features/index.js';

/** What figures of plain bearings are called, what breaking their limits does, what is said about them. */
export const bearingsFeatures = features({
  'crank.journal': feature('Crank journal', 'engine', 'seizure', 'wear', {
    also: ['journal diameter', 'main journal', 'main journal diameter'],
    usual: [10, 120],
    least: true,
  }),
  'crank.journal-clearance': feature('Journal clearance', 'engine', 'wear', 'seizure', {
    also: ['bearing clearance', 'main bearing clearance', 'oil clearance'],
    usual: [0.008, 0.2],
  }),
  'crank.journal-oval': feature('Journal out-of-round', 'engine', 'wear', 'cosmetic', {
    also: ['journal ovality', 'journal out of round', 'main journal out of round'],
  }),
  'crank.journal-taper': feature('Journal taper', 'engine', 'wear', 'cosmetic', {
    also: ['main journal taper'],
  }),
  'crank.housing': feature('Main bearing housing', 'engine', 'seizure', 'seizure', {
    also: ['main housing', 'main bearing bore', 'crankcase bore'],
  }),
  'crank.pin': feature('Crankpin', 'engine', 'seizure', 'wear', {
    least: true,
    also: ['crank pin diameter', 'rod journal', 'big end journal', 'crankpin', 'crankpin diameter'],
  }),
  'crank.pin-oval': feature('Crankpin out-of-round', 'engine', 'wear', 'cosmetic', {
    also: ['crank pin out of round', 'crankpin ovality'],
  }),
  'crank.pin-taper': feature('Crankpin taper', 'engine', 'wear', 'cosmetic', { also: ['crank pin taper'] }),
  'crank.pin-clearance': feature('Big end clearance', 'engine', 'seizure', 'seizure', {
    also: ['rod bearing clearance', 'big end oil clearance'],
  }),
  'crank.rod-housing': feature('Rod housing', 'engine', 'seizure', 'seizure', {
    also: ['big end bore', 'rod big end bore'],
  }),
});
