import fc from 'fast-check';
import {
  applies,
  BUILD_PARTS,
  BUILD_SAID,
  buildNow,
  conditionsOf,
  conditionText,
  engineFacts,
  governing,
  isByBuild,
  MAKERS_BUILD,
  PART_WORK,
  WORK_DONE,
  type Build,
  type Limit,
} from '@tribos/core';
import { limit, TWIN } from '../support.js';
import { Book } from '../strip/support.js';

type Change = 'piston-renewed' | 'gasket-changed' | 'skimmed' | 'camshaft' | 'head' | 'washed' | 'said';
const TAKES: Record<Exclude<Change, 'said'>, keyof Build | null> = {
  'piston-renewed': 'piston',
  'gasket-changed': 'gasket',
  skimmed: 'head',
  camshaft: 'cams',
  head: 'head',
  washed: null,
};
const does = (book: Book, change: Change): void => {
  if (change === 'said') book.keep(BUILD_SAID, MAKERS_BUILD);
  else if (change === 'camshaft' || change === 'head')
    book.keep(PART_WORK, { of: change, name: change, what: 'renewed', text: '' });
  else book.keep(WORK_DONE, { what: change, cylinder: null, kitId: null, ticket: null, text: '' });
};
const build = (over: Partial<Build>): Build => ({ ...MAKERS_BUILD, ...over });
const least = (low: number, of?: Build): Limit => ({
  ...limit('setup.contact.intake', 'new', low, null),
  id: `${low}`,
  ...(of ? { conditions: { build: of } } : {}),
});
const facts = (is: Partial<Record<keyof Build, string | null>> | null) => ({
  maker: 'Varrow',
  wall: 'iron-sleeve' as const,
  build: is && { ...MAKERS_BUILD, ...is },
});
const none = { piston: null, ring: null };

describe('of what a top end is built', () => {
  it('is what was said last, less what was changed since, whatever happened in whatever order', () => {
    const changes = fc.array(fc.constantFrom<Change>(...(Object.keys(TAKES) as Change[]), 'said'), {
      maxLength: 14,
    });
    fc.assert(
      fc.property(changes, (all) => {
        const book = new Book({ ...TWIN, kits: [] });
        for (const c of all) does(book, c);
        const now = buildNow(book.file());
        const last = all.lastIndexOf('said');
        if (last < 0) return expect(now).toBeNull();
        const changed = new Set(all.slice(last + 1).map((c) => TAKES[c as keyof typeof TAKES]));
        for (const p of BUILD_PARTS) expect([p, now![p]]).toEqual([p, changed.has(p) ? null : 'maker']);
      }),
      { numRuns: 200 },
    );
  });

  it('a part that only came back from outside is the one that went', () => {
    const book = new Book();
    does(book, 'said');
    book.keep(PART_WORK, { of: 'camshaft', name: 'camshaft', what: 'returned', text: '' });
    expect(buildNow(book.file())!.cams).toBe('maker');
    expect(engineFacts(book.file()).build).toEqual(MAKERS_BUILD);
  });
});

describe('a limit that holds for one build', () => {
  it('holds, does not, or cannot be told: a name that differs anywhere is a no, whatever else is unknown', () => {
    const of = { build: build({ piston: 'Corrie' }) };
    expect(applies(of, facts({ piston: 'CORRIE ' }))).toBe('yes');
    expect(applies(of, facts(null))).toBe('unknown');
    expect(applies(of, facts({ piston: 'Corrie', head: null }))).toBe('unknown');
    expect(applies(of, facts({ piston: 'Lintel', head: null }))).toBe('no');
    expect(applies({}, facts(null))).toBe('yes');
  });

  it('names no build and hangs on one: it is of the maker’s own', () => {
    expect(isByBuild('setup.contact.intake')).toBe(true);
    expect(isByBuild('clearance')).toBe(false);
    expect(conditionsOf(least(1))).toEqual({ build: MAKERS_BUILD });
    expect(conditionsOf(limit('clearance', 'new', 0.03, 0.05))).toEqual({});
    expect(conditionText(conditionsOf(least(1)))).toBe('for the maker’s head, cams, piston and gasket');
  });

  it('of several builds on file never the limit of another one, for every build there may be', () => {
    const names = fc.constantFrom('maker', 'Corrie', 'stage 2');
    const builds = fc.record({ head: names, cams: names, piston: names, gasket: names });
    fc.assert(
      fc.property(
        fc.uniqueArray(builds, { selector: (b) => JSON.stringify(b), maxLength: 4 }),
        builds,
        (all, is) => {
          const limits = [least(9), ...all.map((b, i) => least(i + 1, b))];
          const found = governing(limits, 'setup.contact.intake', 'new', facts(is), none);
          const own = limits.filter((l) => JSON.stringify(conditionsOf(l).build) === JSON.stringify(is));
          if (own.length === 0) expect(found.status).toBe('none');
          else if (own.length === 1) expect(found).toMatchObject({ status: 'governed', limit: own[0] });
          // The same build twice on file: which of them, nobody here can say.
          else expect(found.status).toBe('ask');
        },
      ),
      { numRuns: 300 },
    );
  });

  it('that may hold is asked about while anything of the build is not known', () => {
    const limits = [least(1), least(2, build({ piston: 'Corrie' }))];
    expect(governing(limits, 'setup.contact.intake', 'new', facts(null), none).status).toBe('ask');
    const known = governing(
      limits,
      'setup.contact.intake',
      'new',
      facts({ piston: 'maker', head: null }),
      none,
    );
    expect(known).toMatchObject({ status: 'ask', candidates: [{ id: '1' }] });
  });

  it('a shop rule tightens it and never loosens it, for the builds it was made for', () => {
    const rule = (low: number, of?: Build): Limit => ({
      ...least(low, of),
      source: { ...least(1).source, type: 'shop-rule', party: 'shop' },
    });
    const governed = (limits: readonly Limit[], is = {}) =>
      governing(limits, 'setup.contact.intake', 'new', facts(is), none);
    expect(governed([least(1), rule(1.4, MAKERS_BUILD)])).toMatchObject({ limit: { low: 1_400_000 } });
    expect(governed([least(1), rule(0.6, MAKERS_BUILD)])).toMatchObject({ limit: { low: 1_000_000 } });
  });
});
