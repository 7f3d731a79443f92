import { feature, features } from '../features/index.js';

/** What figures of crank and rods are called, what breaking their limits does, what is said about them. */
export const crankFeatures = features({
  'crank.rod-side': feature('Rod side clearance', 'engine', 'wear', 'seizure', {
    also: [
      'rod side',
      'big end side clearance',
      'connecting rod side clearance',
      'rod side clearance',
      'big end side play',
      'big end axial play',
      'con rod side clearance',
      'conrod side clearance',
      'connecting rod big end side clearance',
    ],
    usual: [0.04, 1.2],
  }),
  'crank.run-out': feature('Crank run-out', 'engine', 'wear', 'cosmetic', {
    also: [
      'crank runout',
      'crankshaft run-out',
      'crankshaft runout',
      'run-out',
      'runout',
      'crank run out',
      'crankshaft deflection',
    ],
    usual: [0.003, 0.25],
  }),
  'crank.end-float': feature('Crank end float', 'engine', 'wear', 'seizure', {
    also: [
      'end float',
      'end play',
      'crankshaft end play',
      'thrust clearance',
      'crank end play',
      'crankshaft axial play',
      'axial play',
    ],
    usual: [0.02, 1.2],
  }),
  'crank.rod-radial': feature('Big end radial play', 'engine', 'seizure', 'cosmetic', {
    also: [
      'rod radial play',
      'big end radial clearance',
      'big end up and down play',
      'big end radial play',
      'big end play',
      'connecting rod radial play',
      'big end radial',
    ],
  }),
  'crank.rod-tilt': feature('Small end tilt', 'engine', 'wear', 'cosmetic', {
    also: ['rod tilt', 'small end side shake', 'rod side shake'],
  }),
  'crank.rod-bend': feature('Rod bend', 'engine', 'seizure', 'cosmetic', {
    also: ['connecting rod bend', 'bend'],
  }),
  'crank.rod-twist': feature('Rod twist', 'engine', 'seizure', 'cosmetic', {
    also: ['connecting rod twist', 'twist'],
  }),
  'crank.small-end': feature('Small end', 'engine', 'wear', 'seizure', {
    also: ['small end diameter', 'rod small end', 'small end bore'],
  }),
  'crank.air-gap': feature('Coil air gap', 'engine', 'cosmetic', 'wear', {
    also: ['coil gap', 'ignition coil air gap', 'air gap'],
  }),
});
