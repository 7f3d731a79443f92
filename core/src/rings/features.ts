import { feature, features, type FeatureInfo } from '../features/index.js';

/** What sheets print once for both. */
const GAPS = [
  'end gap',
  'ring gap',
  'ring end gap',
  'piston ring gap',
  'piston ring end gap',
  'compression ring end gap',
];

/** What sheets print once for both. */
const GROOVES = [
  'ring groove clearance',
  'groove clearance',
  'ring side clearance',
  'piston ring side clearance',
  'side clearance',
  'ring to groove',
  'ring to groove clearance',
  'piston ring groove clearance',
];

const TRY = 'the leaf that has to go.';

/** What a gap says of itself: it is tried by leaves and filed. */
const GAP = {
  noun: ({ title }) => title.toLowerCase(),
  tried: true,
  advice: {
    unread: `Square it and try ${TRY}`,
    leaves: `Try ${TRY}`,
    min: 'File it on and try again.',
    max: 'Another ring: filing only ever opens a gap.',
  },
} satisfies Partial<FeatureInfo>;

const GROOVE = { noun: GAP.noun, tried: true } satisfies Partial<FeatureInfo>;

/** What figures of rings are called, what breaking their limits does, what is said about them. */
export const ringsFeatures = features({
  'ring.gap.top': feature('Top ring gap', 'ring', 'wear', 'seizure', {
    ...GAP,
    also: [
      'ring gap top',
      'ring end gap top',
      'end gap top',
      'top end gap',
      'first ring gap',
      'top ring end gap',
      'first ring end gap',
      '1st ring gap',
      '1st ring end gap',
      'compression ring gap',
      'end gap first',
      'end gap 1st',
      'ring gap 1st',
    ],
    together: GAPS,
    usual: [0.08, 1.5],
  }),
  'ring.gap.second': feature('Second ring gap', 'ring', 'wear', 'seizure', {
    ...GAP,
    also: [
      'ring gap second',
      'ring gap 2nd',
      'ring end gap second',
      'end gap second',
      '2nd ring gap',
      'second ring end gap',
      '2nd ring end gap',
      'end gap 2nd',
    ],
    together: GAPS,
    usual: [0.08, 1.8],
  }),
  'ring.gap.rail': feature('Oil rail gap', 'ring', 'wear', 'seizure', {
    ...GAP,
    also: [
      'rail gap',
      'ring gap rail',
      'ring gap oil',
      'oil ring gap',
      'end gap oil',
      'side rail gap',
      'oil ring end gap',
      'oil ring rail gap',
      'oil rail gap',
      'side rail end gap',
      'rail end gap',
      'oil ring side rail',
      'oil ring side rail gap',
    ],
    usual: [0.08, 2],
  }),
  'ring.gap.top.factor': feature('Top ring gap × bore', 'ring', 'wear', 'seizure', {
    ...GAP,
    dimension: 'factor',
    also: ['ring gap top factor', 'top gap factor', 'top ring gap x bore'],
  }),
  'ring.gap.second.factor': feature('Second ring gap × bore', 'ring', 'wear', 'seizure', {
    ...GAP,
    dimension: 'factor',
    also: ['ring gap second factor', 'second gap factor', 'second ring gap x bore'],
  }),
  'ring.groove.top': feature('Top groove clearance', 'piston', 'wear', 'seizure', {
    ...GROOVE,
    also: [
      'groove top',
      'ring groove top',
      'ring side clearance top',
      'top ring side clearance',
      'top ring groove clearance',
      'ring groove clearance top',
      'groove clearance top',
      'first ring side clearance',
      '1st ring side clearance',
      'top ring to groove',
    ],
    together: GROOVES,
    usual: [0.01, 0.3],
  }),
  'ring.groove.second': feature('Second groove clearance', 'piston', 'wear', 'seizure', {
    ...GROOVE,
    also: [
      'groove second',
      'ring groove second',
      'ring side clearance second',
      'second ring side clearance',
      'second ring groove clearance',
      '2nd ring groove clearance',
      'ring groove clearance second',
      'groove clearance second',
      '2nd ring side clearance',
      'second ring to groove',
    ],
    together: GROOVES,
    usual: [0.01, 0.3],
  }),
});
