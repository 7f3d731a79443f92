import { FEATURE_KEYS, featureInfo, featuresNamed, wordsOf } from '@tribos/core';

describe('what sheets call things', () => {
  it('means one thing, whichever room says so', () => {
    const said = FEATURE_KEYS.flatMap((key) => {
      const { name, also = [] } = featureInfo(key);
      return [...new Set([name, key.replaceAll('.', ' '), ...also].map(wordsOf))].map((words) => ({
        words,
        key,
      }));
    });
    const twice = said.filter((s) => said.some((o) => o.words === s.words && o.key !== s.key));
    expect(twice).toEqual([]);
  });

  it('is found as it is written: every name of a room leads to it', () => {
    for (const key of FEATURE_KEYS)
      for (const words of featureInfo(key).also ?? [])
        expect([words, featuresNamed(words)]).toEqual([words, [key]]);
  });

  it('means several where sheets print one figure for all of them', () => {
    expect(featuresNamed('ring end gap')).toEqual(['ring.gap.top', 'ring.gap.second']);
    expect(featuresNamed('valve lash')).toEqual(['setup.valve.intake', 'setup.valve.exhaust']);
    expect(featuresNamed('side clearance')).toEqual(['ring.groove.top', 'ring.groove.second']);
    expect(featuresNamed('nothing of the kind')).toEqual([]);
  });
});

describe('the catalogue', () => {
  it('has every room’s features once, of a dimension and with both consequences', () => {
    expect(FEATURE_KEYS.length).toBe(87);
    for (const key of FEATURE_KEYS) {
      const { name, over, under } = featureInfo(key);
      expect([key, name.length > 0]).toEqual([key, true]);
      expect(['seizure', 'wear', 'cosmetic']).toEqual(expect.arrayContaining([over, under]));
    }
  });
});
