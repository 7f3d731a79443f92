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

/**
 * Features whose name shares most words with what is typed, where a name is none of this house: near misses.
 * @returns none where not half of what was typed is found in any name
 */
export function featuresNear(text: string): readonly FeatureKey[] {
  const typed = new Set(wordsOf(text).split(' ').filter(Boolean));
  const shared = NAMES.map(([name, feature]) => {
    const words = name.split(' ');
    return { feature, of: words.filter((w) => typed.has(w)).length, more: words.length };
  });
  const most = Math.max(0, ...shared.map((s) => s.of));
  if (most === 0 || most * 2 < typed.size) return [];
  const best = shared.filter((s) => s.of === most);
  const least = Math.min(...best.map((s) => s.more));
  return [...new Set(best.filter((s) => s.more === least).map((s) => s.feature))];
}
