import { feature, features } from '../features/index.js';

/** What figures of the clutch are called, what breaking their limits does, what is said about them. */
export const clutchFeatures = features({
  'clutch.plate': feature('Friction plate', 'engine', 'wear', 'wear', {
    least: true,
    also: [
      'friction disc thickness',
      'clutch friction plate',
      'drive plate thickness',
      'friction plate thickness',
      'friction plate',
    ],
  }),
  'clutch.pack': feature('Clutch pack', 'engine', 'wear', 'wear', {
    least: true,
    also: ['clutch stack height', 'plate stack', 'clutch pack height'],
  }),
  'clutch.warp': feature('Clutch plate warp', 'engine', 'wear', 'cosmetic', {
    also: ['plate warp', 'steel plate warp', 'driven plate warp'],
  }),
  'clutch.spring': feature('Clutch spring free length', 'engine', 'cosmetic', 'wear', {
    also: ['clutch spring length', 'clutch spring'],
  }),
});
