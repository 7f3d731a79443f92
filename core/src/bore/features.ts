import { feature, features } from '../features/index.js';

const RENEW = 'Renew the wall or the cylinder: see Decide.';

/** What figures of the wall are called, what breaking their limits does, what is said about them. */
export const boreFeatures = features({
  bore: feature('Bore', 'engine', 'wear', 'seizure', {
    noun: ({ ticket, side }) =>
      ticket ? `finished bore, ${side === 'max' ? 'largest' : 'smallest'}` : 'bore',
    also: [
      'cylinder bore',
      'bore diameter',
      'cylinder inside diameter',
      'cylinder id',
      'cylinder diameter',
      'cylinder bore diameter',
      'standard bore',
      'bore size',
    ],
    advice: { max: RENEW, min: 'It has to be opened up to its ticket.' },
  }),
  'bore.out-of-round': feature('Out-of-round', 'engine', 'wear', 'cosmetic', {
    also: [
      'out of round',
      'ovality',
      'cylinder out of round',
      'bore out of round',
      'roundness',
      'bore ovality',
      'out of round limit',
    ],
    usual: [0.002, 0.2],
    advice: { max: RENEW },
  }),
  'bore.taper': feature('Taper', 'engine', 'wear', 'cosmetic', {
    also: ['cylinder taper', 'bore taper', 'taper limit'],
    usual: [0.002, 0.2],
    advice: { max: RENEW },
  }),
  'sleeve.wall': feature('Sleeve wall', 'engine', 'cosmetic', 'seizure', {
    also: ['sleeve wall thickness', 'liner wall'],
    usual: [0.5, 8],
  }),
});
