import { FEATURES, type FeatureKey } from './feature.js';

/** What sheets call a feature besides its own name. Lower case, words in any order a sheet would print them. */
const ALSO: Readonly<Record<FeatureKey, readonly string[]>> = {
  bore: ['cylinder bore', 'bore diameter', 'cylinder inside diameter', 'cylinder id'],
  'bore.out-of-round': ['out of round', 'ovality', 'cylinder out of round', 'bore out of round'],
  'bore.taper': ['cylinder taper', 'bore taper'],
  'sleeve.wall': ['sleeve wall thickness', 'liner wall'],
  piston: ['piston diameter', 'piston size', 'piston od', 'piston skirt'],
  clearance: ['piston to cylinder clearance', 'piston to wall', 'piston to bore', 'cylinder clearance'],
  'pin.in-piston': ['piston pin in piston', 'pin to piston', 'pin clearance in piston'],
  'pin.in-rod': ['pin in rod', 'piston pin in rod', 'pin to rod', 'small end clearance'],
  'ring.gap.top': ['ring gap top', 'ring end gap top', 'end gap top', 'top end gap', 'first ring gap'],
  'ring.gap.second': [
    'ring gap second',
    'ring gap 2nd',
    'ring end gap second',
    'end gap second',
    '2nd ring gap',
  ],
  'ring.gap.rail': [
    'rail gap',
    'ring gap rail',
    'ring gap oil',
    'oil ring gap',
    'end gap oil',
    'side rail gap',
  ],
  'ring.gap.top.factor': ['ring gap top factor', 'top gap factor', 'top ring gap x bore'],
  'ring.gap.second.factor': ['ring gap second factor', 'second gap factor', 'second ring gap x bore'],
  'ring.groove.top': ['groove top', 'ring groove top', 'ring side clearance top', 'top ring side clearance'],
  'ring.groove.second': [
    'groove second',
    'ring groove second',
    'ring side clearance second',
    'second ring side clearance',
  ],
  'crank.rod-side': ['rod side', 'big end side clearance', 'connecting rod side clearance'],
  'crank.journal': ['journal diameter', 'crankpin', 'main journal'],
  'crank.journal-clearance': [
    'bearing clearance',
    'main bearing clearance',
    'big end clearance',
    'oil clearance',
  ],
  'crank.run-out': ['crank runout', 'crankshaft run-out', 'crankshaft runout', 'run-out', 'runout'],
  'crank.end-float': ['end float', 'end play', 'crankshaft end play', 'thrust clearance'],
  'crank.leak-pressure': ['test pressure', 'leak test pressure'],
  'crank.leak-rate': ['leak rate', 'pressure drop', 'leak down per minute', 'crankcase leak'],
  'crank.vacuum': ['test vacuum', 'leak test vacuum'],
  'crank.vacuum-rate': ['vacuum loss', 'vacuum leak rate', 'crankcase vacuum leak'],
  compression: ['compression pressure', 'cylinder compression', 'cranking compression'],
  'compression.spread': ['compression difference', 'compression spread', 'spread across cylinders'],
  'leak-down': ['leakdown', 'cylinder leakage', 'leak down percent'],
  'setup.deck': ['deck', 'deck height'],
  'setup.squish': ['squish clearance', 'squish band'],
  'setup.valve.intake': [
    'valve clearance intake',
    'valve intake',
    'intake valve',
    'valve clearance in',
    'valve in',
  ],
  'setup.valve.exhaust': [
    'valve clearance exhaust',
    'valve exhaust',
    'exhaust valve',
    'valve clearance ex',
    'valve ex',
  ],
};

/** Words of a name, without what joins them. */
export const wordsOf = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[-–_/:,.×]/gu, ' ')
    .replace(/\b(the|of|and)\b/gu, ' ')
    .replace(/\s+/gu, ' ')
    .trim();

const NAMES: readonly (readonly [words: string, feature: FeatureKey])[] = (
  Object.entries(ALSO) as [FeatureKey, readonly string[]][]
).flatMap(([feature, also]) =>
  [FEATURES[feature].name, feature.replaceAll('.', ' '), ...also].map((n) => [wordsOf(n), feature] as const),
);

/** The feature a sheet's words mean; null where they mean none of those on file. */
export function featureNamed(text: string): FeatureKey | null {
  const words = wordsOf(text);
  return NAMES.find(([name]) => name === words)?.[1] ?? null;
}

/**
 * Features whose name begins as what is typed, for completing it.
 * @returns names as this house prints them, each once
 */
export function featuresLike(text: string): readonly FeatureKey[] {
  const words = wordsOf(text);
  if (words === '') return [];
  return [...new Set(NAMES.filter(([name]) => name.startsWith(words)).map(([, feature]) => feature))];
}
