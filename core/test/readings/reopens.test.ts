import {
  isReopened,
  renewedWall,
  mm,
  openSteps,
  pistonPlace,
  REOPENED,
  WORK,
  type LogEntry,
  type Reopened,
  type Place,
  type WorkEntry,
  type WorkKind,
} from '@tribos/core';
import { HERE, bore, TWIN } from '../support.js';

const work = (what: WorkKind, over: Partial<WorkEntry> = {}): WorkEntry => ({
  id: `w-${what}`,
  at: '2026-03-01T10:00:00.000Z',
  by: 'first',
  ...HERE,
  kind: 'work',
  what,
  cylinder: 0,
  kitId: null,
  ticket: null,
  text: '',
  ...over,
});
const HEAD: Reopened[] = [
  'deck',
  'squish',
  'compression',
  'port-timing',
  'piston-to-valve',
  'cam-timing',
  'lash',
];
const leaf: Place = { part: 'clearance', cylinder: 0, kit: null };
const ring: Place = { part: 'ring-gap', cylinder: 0, ring: 'top', depth: mm(15) };

describe('what work opens again', () => {
  it.each<[WorkKind, Reopened[]]>([
    ['honed', ['bore', 'shape', 'clearance', 'ring-gap', 'wash']],
    [
      'piston-renewed',
      [
        ...['piston', 'clearance', 'ring-groove', 'deck', 'mass'],
        // What lies above it hangs on its crown and its height.
        ...['squish', 'compression', 'port-timing', 'piston-to-valve'],
      ] as Reopened[],
    ],
    ['gasket-changed', HEAD],
    ['skimmed', HEAD],
    ['shim-changed', ['lash', 'shim', 'piston-to-valve']],
    ['cams-set', ['cam-timing', 'piston-to-valve', 'lash']],
    ['ports-eased', ['ring-gap', 'wash', 'ports']],
    ['ports-worked', ['ring-gap', 'wash', 'ports', 'port-timing', 'compression']],
    ['zeroed-again', ['comparator-map']],
    ['piston-eased', ['piston', 'clearance', 'wash']],
    ['washed', []],
  ])('%s: %j', (what, opens) => {
    expect([...WORK[what].reopens].sort()).toEqual([...opens].sort());
  });

  it('has a word for every work and everything it opens', () => {
    for (const [, { name, reopens: opens }] of Object.entries(WORK)) {
      expect(name).toMatch(/\w/u);
      for (const o of opens) expect(REOPENED[o]).toMatch(/\w/u);
    }
  });

  it.each<[string, Place, WorkKind, boolean]>([
    ['a bore by honing', bore(0, 15, 0), 'honed', true],
    ['a leaf reading by honing', leaf, 'honed', true],
    ['a ring gap by easing ports', ring, 'ports-eased', true],
    ['a bore by easing ports', bore(0, 15, 0), 'ports-eased', false],
    ['a piston by honing', pistonPlace(0, null), 'honed', false],
    ['a piston by easing it', pistonPlace(0, null), 'piston-eased', true],
    ['a bore by washing', bore(0, 15, 0), 'washed', false],
    ['a pin by honing', { part: 'pin', cylinder: 0, place: 'end' }, 'honed', false],
  ])('%s', (_, station, what, opened) => {
    expect(isReopened({ engine: TWIN }, station, [work(what)])).toBe(opened);
  });

  it('only on the cylinder worked on, or on all', () => {
    expect(isReopened({ engine: TWIN }, bore(1, 15, 0), [work('honed')])).toBe(false);
    expect(isReopened({ engine: TWIN }, bore(1, 15, 0), [work('honed', { cylinder: null })])).toBe(true);
  });

  it('not another kit’s piston', () => {
    const eased = work('piston-eased', { kitId: 'plus-0.5' });
    expect(isReopened({ engine: TWIN }, pistonPlace(0, 'plus-0.5'), [eased])).toBe(true);
    expect(isReopened({ engine: TWIN }, pistonPlace(0, null), [eased])).toBe(false);
  });

  it('leaves a stoned wall unwashed until it is washed after', () => {
    const open = (...log: LogEntry[]) => openSteps(log, 2).map((o) => o.work.what);
    expect(open(work('washed'), work('honed'))).toEqual(['honed']);
    expect(open(work('honed'), work('washed'))).toEqual([]);
    expect(open(work('honed'), work('washed', { cylinder: 1 }))).toEqual(['honed']);
    expect(open(work('honed'), work('washed', { cylinder: null }))).toEqual([]);
    // What was done to all of them is closed once each was washed by itself.
    const all = work('ports-eased', { cylinder: null });
    expect(open(all, work('washed'))).toEqual(['ports-eased']);
    expect(openSteps([all, work('washed')], 2)[0]!.cylinders).toEqual([1]);
    expect(open(all, work('washed'), work('washed', { cylinder: 1 }))).toEqual([]);
  });

  it('remembers the last renewal of a wall', () => {
    const log = [work('bored', { id: 'a' }), work('sleeved', { id: 'b', cylinder: null }), work('honed')];
    expect(renewedWall(log, 0)!.work.id).toBe('b');
    expect(renewedWall(log, 3)!.work.id).toBe('b');
    expect(renewedWall([work('honed')], 0)).toBeNull();
  });
});
