import { feature, features } from '../features/index.js';

/** What figures of the idler gear are called, what breaking their limits does, what is said about them. */
export const idlerFeatures = features({
  'idler.float': feature('Idler end float', 'engine', 'wear', 'seizure', {
    also: ['idler gear float', 'idler float'],
    usual: [0.02, 1],
    advice: { max: 'Another thrust washer, or the next thicker one.' },
  }),
});
