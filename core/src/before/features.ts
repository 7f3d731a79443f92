import { feature, features } from '../features/index.js';

/** What figures of the tests before are called, what breaking their limits does, what is said about them. */
export const beforeFeatures = features({
  'crank.leak-pressure': feature('Crankcase test pressure', 'engine', 'seizure', 'wear', {
    dimension: 'pressure',
    also: ['test pressure', 'leak test pressure'],
  }),
  'crank.leak-rate': feature('Crankcase leak, drop per minute', 'engine', 'seizure', 'cosmetic', {
    dimension: 'pressure-rate',
    also: ['leak rate', 'pressure drop', 'leak down per minute', 'crankcase leak'],
  }),
  'crank.vacuum': feature('Crankcase test vacuum', 'engine', 'seizure', 'wear', {
    dimension: 'pressure',
    also: ['test vacuum', 'leak test vacuum'],
  }),
  'crank.vacuum-rate': feature('Crankcase leak by vacuum, loss per minute', 'engine', 'seizure', 'cosmetic', {
    dimension: 'pressure-rate',
    also: ['vacuum loss', 'vacuum leak rate', 'crankcase vacuum leak'],
  }),
  compression: feature('Compression', 'engine', 'cosmetic', 'wear', {
    dimension: 'pressure',
    also: ['compression pressure', 'cylinder compression', 'cranking compression'],
  }),
  'compression.spread': feature('Compression spread across cylinders', 'engine', 'wear', 'cosmetic', {
    dimension: 'share',
    also: ['compression difference', 'compression spread', 'spread across cylinders'],
  }),
  'leak-down': feature('Leak-down', 'engine', 'wear', 'cosmetic', {
    dimension: 'share',
    also: ['leakdown', 'cylinder leakage', 'leak down percent'],
  }),
  'plug.gap': feature('Spark plug gap', 'engine', 'wear', 'wear', {
    also: ['plug gap', 'spark gap', 'electrode gap'],
    usual: [0.3, 1.6],
  }),
});
