import { feature, features } from '../features/index.js';

/** What figures of the head are called, what breaking their limits does, what is said about them. */
export const headFeatures = features({
  'head.flatness': feature('Head flatness', 'engine', 'wear', 'cosmetic', {
    also: [
      'head warp',
      'head warpage',
      'cylinder head warpage',
      'cylinder head distortion',
      'warp',
      'warpage',
      'head distortion',
      'gasket surface warpage',
      'distortion',
    ],
  }),
  'head.deck-flatness': feature('Cylinder top flatness', 'engine', 'wear', 'cosmetic', {
    also: [
      'deck flatness',
      'cylinder warpage',
      'cylinder deck warp',
      'cylinder warp',
      'cylinder distortion',
      'cylinder gasket surface warpage',
    ],
  }),
});
