import { FEATURE_KEYS, featureInfo, type FeatureKey } from './feature.js';

/** Words of a name, without what joins them. */
export const wordsOf = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[-–_/:,.×]/gu, ' ')
    .replace(/\b(the|of|and)\b/gu, ' ')
    .replace(/\s+/gu, ' ')
    .trim();

const NAMES: readonly (readonly [words: string, feature: FeatureKey])[] = FEATURE_KEYS.flatMap((feature) => {
  const { name, also = [] } = featureInfo(feature);
  return [name, feature.replaceAll('.', ' '), ...also].map((n) => [wordsOf(n), feature] as const);
});

/** The feature a sheet's words mean; null where they mean none of those on file. */
export function featureNamed(text: string): FeatureKey | null {
  const words = wordsOf(text);
  return NAMES.find(([name]) => name === words)?.[1] ?? null;
}

/** That a figure is of both is said of those that share a name; without it they are meant as well. */
const BOTH = /\b(?:both|all)\b(?: (?:rings|valves|sides))?/gu;

/** Every feature a sheet's words mean: one as a rule, several where sheets print one figure for all of them. */
export function featuresNamed(text: string): readonly FeatureKey[] {
  const words = wordsOf(text);
  const one = featureNamed(words);
  const shared = wordsOf(words.replace(BOTH, ' '));
  return one ? [one] : FEATURE_KEYS.filter((f) => featureInfo(f).together?.includes(shared));
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
