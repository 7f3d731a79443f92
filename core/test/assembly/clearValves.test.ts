import {
  BUILD_SAID,
  judgeJob,
  MAKERS_BUILD,
  notClear,
  PART_WORK,
  STACK_LAID,
  thingsHad,
  CLAY,
  TAKE_BACK,
  WORK_DONE,
  type EngineSpec,
  type PartWorkKind,
  type WorkKind,
} from '@tribos/core';
import { FOUR, Setup, TWO } from '../setup/engine.js';

const says = (s: Setup): string | null => notClear(s.file(), judgeJob(s.file()).items);
const built = (over: Partial<typeof MAKERS_BUILD> = {}, engine: EngineSpec = FOUR) => {
  const s = new Setup(engine);
  s.keep(BUILD_SAID, { ...MAKERS_BUILD, ...over });
  return s;
};
const work = (what: WorkKind) => {
  const s = new Setup();
  s.keep(WORK_DONE, { what, cylinder: null, kitId: null, ticket: null, text: '' });
  s.keep(BUILD_SAID, MAKERS_BUILD);
  return s;
};
const part = (what: PartWorkKind) => {
  const s = new Setup();
  s.keep(PART_WORK, { of: 'head', name: 'head', what, text: '' });
  s.keep(BUILD_SAID, MAKERS_BUILD);
  return s;
};
const all = (s: Setup, text: string, from = 0) => {
  for (const t of thingsHad(s.file(), CLAY).slice(from)) s.lash(t.key).clay(t.key, text);
  return s;
};

describe('whether every valve is known to clear the piston', () => {
  it('is asked of nobody whose engine is as its maker built it, once that was said', () => {
    expect(says(new Setup())).toContain('Say what it is built of');
    expect(says(built())).toBeNull();
    expect(notClear(new Setup(TWO).file(), [])).toBeNull();
  });

  it.each<[string, Setup, string]>([
    ['a skim', work('skimmed'), 'It was skimmed.'],
    ['cams set anew', work('cams-set'), 'It was timed anew.'],
    ['another cylinder', work('exchanged'), 'It has another cylinder'],
    ['a head back from its shop', part('returned'), 'Its head was worked on'],
    ['a head planed here', part('reworked'), 'Its head was worked on'],
    ['another cam', built({ cams: 'stage 2' }), 'Its cams are not the maker’s own: stage 2.'],
  ])('%s: every valve is read, one left out is named', (_name, s, why) => {
    expect(says(s)).toContain(why);
    const [first] = thingsHad(s.file(), CLAY);
    all(s, '1.60', 1);
    if (!why.startsWith('Its cams')) expect(says(s)).toContain(first!.name);
  });

  it('another head of the maker’s own is as its maker built it, and so is what was taken back', () => {
    expect(says(part('renewed'))).toBeNull();
    const s = part('reworked');
    s.keep(TAKE_BACK, { of: s.log[0]!.id });
    expect(says(s)).toBeNull();
  });

  it('after a skim is clear once every valve is, and not while one is too near', () => {
    expect(says(all(work('skimmed'), '1.60'))).toBeNull();
    const s = all(work('skimmed'), '1.60', 1);
    const [first] = thingsHad(s.file(), CLAY);
    expect(says(s.lash(first!.key).clay(first!.key, '0.80'))).toContain('below its minimum');
  });

  it('a thinner stack than the maker’s wants it, a thicker one does not', () => {
    const laid = (gasket: string) => {
      const s = built();
      s.keep(STACK_LAID, { where: 'head', gaskets: [gasket] });
      return s;
    };
    expect(says(laid('head 0.8'))).toBeNull();
    const none = built();
    none.keep(STACK_LAID, { where: 'head', gaskets: [] });
    expect(says(none)).toContain('head gaskets are thinner');
  });

  it('nothing on file for this build is never a pass, however much room was read', () => {
    const other = all(built({ piston: 'Corrie' }), '2.50');
    expect(says(other)).toContain('no limit on file');
    const bare = { ...FOUR, limits: FOUR.limits.filter((l) => !l.feature.startsWith('setup.contact')) };
    expect(says(built({ piston: 'Corrie' }, bare))).toContain('No limit for room at the valves is on file');
  });
});
