import {
  askedConditions,
  hangingLimits,
  likelyFindings,
  ownHistory,
  UNKNOWN_VARIANT,
  type Earlier,
} from '@tribos/core';
import { jobFile } from '../support.js';

describe('what limits hang on', () => {
  const file = jobFile([]);
  const [first] = file.engine.limits;
  const engine = {
    ...file.engine,
    year: null,
    code: null,
    limits: [
      { ...first!, id: 'a', conditions: { yearFrom: 2018, code: 'B7' } },
      { ...first!, id: 'b', conditions: { yearTo: 2017 } },
      { ...first!, id: 'c', conditions: { code: 'A2', use: 'racing' } },
      { ...first!, id: 'd', conditions: {} },
    ],
  };
  const job = (variant: object) => ({
    engine,
    job: { ...file.job, variant: { ...UNKNOWN_VARIANT, ...variant } },
  });
  it('is asked once, each thing by itself', () => {
    expect(askedConditions(engine)).toEqual({
      years: [2017, 2018],
      serials: [],
      codes: ['A2', 'B7'],
      uses: ['racing'],
    });
  });
  it('hangs until it was looked for on this very engine', () => {
    const open = (variant: object) => hangingLimits(job(variant)).map((l) => l.id);
    expect(open({})).toEqual(['a', 'b', 'c']);
    expect(open({ year: 2020 })).toEqual(['a', 'c']);
    expect(open({ year: 2020, code: 'B7' })).toEqual([]);
    expect(open({ year: 2016, code: 'A2' })).toEqual(['c']);
    expect(open({ year: 2016, code: 'A2', use: 'touring' })).toEqual([]);
  });
});

describe('a complaint', () => {
  it.each([
    ['seized flat out, locked solid', 2, ['seizure', 'seizure-below', 'air-leak']],
    ['blue smoke, burns oil', 4, ['oil-smoke']],
    ['blue smoke', 2, []],
    ['sat in a barn for six years', 4, ['stood']],
    ['went under, mud everywhere', 4, ['water']],
    // Words, not letters inside them: `knock` in `knockout`, `seal` in `sealed` lead nowhere.
    ['wall clock locknut loose', 2, []],
    ['the blacksmith sealed the barnacle', 4, []],
    ['LOCKED.', 4, ['seizure', 'seizure-below']],
    ['', 4, []],
  ] as const)('“%s” of a %s-stroke leads to %j', (complaint, strokes, keys) => {
    expect(likelyFindings(complaint, { strokes }).map((l) => l.key)).toEqual(keys);
  });
});

describe('the shop’s own history', () => {
  const job = (complaint: string, route: Earlier['route']): Earlier => ({ complaint, route });
  const seized = [job('seized', 'bore'), job('locked solid', 'bore'), job('nipped up', 'exchange')];
  it('is none before the fifth job', () => {
    expect(ownHistory('seized', { strokes: 2 }, [...seized, job('weak', 'fit')])).toBeNull();
  });
  it('counts those with such a complaint where there are five, else all of the engine', () => {
    const five = [...seized, job('seized twice', 'bore'), job('stuck', 'sleeve')];
    expect(ownHistory('it seized', { strokes: 2 }, [...five, job('boils', 'fit')])).toEqual({
      alike: true,
      of: 5,
      ways: [
        { route: 'bore', count: 3 },
        { route: 'exchange', count: 1 },
        { route: 'sleeve', count: 1 },
      ],
    });
    expect(ownHistory('boils', { strokes: 2 }, five)).toMatchObject({ alike: false, of: 5 });
  });
});
