import { feature, features } from '../features/index.js';

/** What figures of piston and pin are called, what breaking their limits does, what is said about them. */
export const fitFeatures = features({
  piston: feature('Piston', 'piston', 'seizure', 'wear', {
    also: ['piston diameter', 'piston size', 'piston od', 'piston skirt'],
    least: true,
  }),
  clearance: feature('Piston clearance', 'piston', 'wear', 'seizure', {
    noun: ({ side }) => `${side === 'min' ? 'tightest' : 'loosest'} clearance`,
    also: [
      'piston to cylinder clearance',
      'piston to wall',
      'piston to bore',
      'cylinder clearance',
      'piston clearance',
      'piston to wall clearance',
      'piston to bore clearance',
      'piston to cylinder',
      'piston skirt clearance',
      'skirt clearance',
      'piston fit',
    ],
    usual: [0.01, 0.35],
    missing: 'needs bore and piston',
    advice: {
      max: 'Another piston or a renewed wall: see Decide.',
      min: 'Never run it: it would seize. Another piston, or open the bore where its wall allows it.',
    },
  }),
  'pin.in-piston': feature('Pin in piston', 'piston', 'wear', 'seizure', {
    also: [
      'piston pin in piston',
      'pin to piston',
      'pin clearance in piston',
      'wrist pin in piston',
      'piston pin clearance',
      'wrist pin clearance',
      'pin to piston clearance',
    ],
    usual: [0, 0.1],
  }),
  'pin.in-rod': feature('Pin in small end', 'engine', 'wear', 'seizure', {
    also: [
      'pin in rod',
      'piston pin in rod',
      'pin to rod',
      'small end clearance',
      'wrist pin in rod',
      'pin to rod clearance',
      'small end play',
    ],
    usual: [0, 0.12],
  }),
});
