import {
  applies,
  contradictedBy,
  entryGuards,
  featureInfo,
  governing,
  limitState,
  mm,
  sourceLine,
  Unknown,
  type EngineFacts,
  type Fitted,
  type Limit,
} from '@tribos/core';
import { limit } from '../support.js';

const ENGINE: EngineFacts = { maker: 'Varrow', wall: 'plated', year: 2019, code: null };
const STOCK: Fitted = { piston: null, ring: null };
const CORRIE = { piston: 'Corrie', ring: null };
const maker = limit('clearance', 'new', 0.03, 0.05);
const makerService = limit('clearance', 'service', null, 0.08);
const corrie = limit('clearance', 'new', 0.05842, 0.07874, { party: 'Corrie', type: 'part-maker' });
const governs = (limits: Limit[], fitted = STOCK, state: 'new' | 'service' = 'new') =>
  governing(limits, 'clearance', state, ENGINE, fitted);

describe('which figure governs', () => {
  it('is the engine maker’s while nothing else is fitted', () => {
    const g = governs([maker, corrie]);
    expect(g.status === 'governed' && g.limit.source.party).toBe('Varrow');
    expect(g.status === 'governed' && g.others).toEqual([corrie]);
  });

  it('is the fitted piston maker’s once theirs is in, and says why', () => {
    const g = governs([maker, corrie], CORRIE);
    expect(g.status === 'governed' && g.limit).toBe(corrie);
    expect(g.status === 'governed' && g.why).toBe(
      'Corrie parts are fitted, so Corrie governs here and not Varrow.',
    );
  });

  it('is not the engine maker’s service limit when the kit has none: nothing on file, never a pass', () => {
    const g = governs([maker, makerService, corrie], CORRIE, 'service');
    expect(g.status).toBe('none');
    expect(g.status === 'none' && g.why).toBe(
      'Corrie parts are fitted and Corrie gives no service limit on file.',
    );
  });

  it('stays the engine maker’s for what the piston has no say in', () => {
    const bore = limit('bore', 'service', null, 79.04);
    expect(governing([bore], 'bore', 'service', ENGINE, CORRIE).status).toBe('governed');
  });

  it('follows a recorded adoption', () => {
    const adopted = limit('clearance', 'service', null, 0.08, { party: 'Corrie', type: 'adoption' });
    const g = governs([adopted], CORRIE, 'service');
    expect(g.status === 'governed' && g.limit).toBe(adopted);
  });

  it('lets a shop rule tighten but never loosen', () => {
    const tighter = limit('clearance', 'new', 0.035, 0.06, { party: 'Shop', type: 'shop-rule' });
    const g = governs([maker, tighter]);
    expect(g.status === 'governed' && [g.limit.low, g.limit.high]).toEqual([mm(0.035), mm(0.05)]);
    const looser = limit('clearance', 'new', 0.02, 0.09, { party: 'Shop', type: 'shop-rule' });
    const h = governs([maker, looser]);
    expect(h.status === 'governed' && h.limit).toBe(maker);
  });

  it('asks when conditions nobody wrote down leave several', () => {
    const early = { ...limit('clearance', 'new', 0.03, 0.05), id: 'early', conditions: { code: 'A' } };
    const late = { ...limit('clearance', 'new', 0.04, 0.06), id: 'late', conditions: { code: 'B' } };
    expect(governs([early, late]).status).toBe('ask');
    const known = governing([early, late], 'clearance', 'new', { ...ENGINE, code: 'B' }, STOCK);
    expect(known.status === 'governed' && known.limit.id).toBe('late');
  });

  it('prefers the one condition that holds over the general line', () => {
    const special = {
      ...limit('clearance', 'new', 0.04, 0.06),
      id: 'special',
      conditions: { yearFrom: 2018 },
    };
    const g = governs([maker, special]);
    expect(g.status === 'governed' && g.limit.id).toBe('special');
  });

  it('an override by a lead wins and shows', () => {
    const g = governing([maker, corrie], 'clearance', 'new', ENGINE, CORRIE, [
      {
        feature: 'clearance',
        state: 'new',
        limitId: maker.id,
        reason: 'race use',
        by: 'Lead',
        importedBy: null,
      },
    ]);
    expect(g.status === 'governed' && g.overridden?.by).toBe('Lead');
    expect(g.status === 'governed' && g.limit).toBe(maker);
  });

  it('decides conditions as far as they are known', () => {
    expect(applies({ yearFrom: 2018, yearTo: 2020 }, ENGINE)).toBe('yes');
    expect(applies({ yearTo: 2018 }, ENGINE)).toBe('no');
    expect(applies({ code: 'A' }, ENGINE)).toBe('unknown');
    expect(applies({ code: 'A', wall: 'chrome' }, ENGINE)).toBe('no');
    expect(applies({ use: 'race' }, { ...ENGINE, use: 'race' })).toBe('yes');
  });

  it.each([
    ['MX-012044', { serialFrom: 'MX-012000' }, 'yes'],
    ['mx 011999', { serialFrom: 'MX-012000' }, 'no'],
    ['MX-012000', { serialFrom: 'MX-012000', serialTo: 'MX-012000' }, 'yes'],
    ['MX-012044', { serialTo: 'MX-012000' }, 'no'],
    ['QX-012044', { serialFrom: 'MX-012000' }, 'no'],
    // Letters left out, noughts left out, nothing stamped: nobody can tell.
    ['012044', { serialFrom: 'MX-012000' }, 'unknown'],
    ['MX-12044', { serialFrom: 'MX-012000' }, 'unknown'],
    ['', { serialFrom: 'MX-012000' }, 'unknown'],
    ['illegible', { serialTo: 'MX-012000' }, 'unknown'],
  ] as const)('tells whether number “%s” lies in %j: %s', (serial, conditions, holds) => {
    expect(applies(conditions, { ...ENGINE, serial })).toBe(holds);
  });

  it('holds renewed parts, and every clearance with one, against the range for new', () => {
    expect(limitState(['reused', 'reused'])).toBe('service');
    expect(limitState(['reused', 'renewed'])).toBe('new');
    expect(limitState(['resized'])).toBe('new');
  });

  it('names its source and whether a second person checked it', () => {
    expect(sourceLine(maker.source)).toBe('Varrow manual, p. 1, checked');
    expect(sourceLine({ ...maker.source, page: '', checkedBy: null })).toBe('Varrow manual, unchecked');
    expect(() => featureInfo('gravity')).toThrow(Unknown);
  });
});

describe('guards on entry', () => {
  const codes = (draft: Partial<Limit>, others: Limit[] = []) =>
    entryGuards(
      { feature: 'bore', state: 'new', low: mm(77), high: mm(77.012), unit: 'mm', ...draft },
      others,
      mm(77),
    ).map((q) => q.code);

  it('lets a sound line through', () => {
    expect(codes({})).toEqual([]);
  });

  it.each([
    ['reversed range', { low: mm(77.012), high: mm(77) }, [], 'reversed'],
    ['no figure', { low: null, high: null }, [], 'no-figure'],
    ['inches typed as millimetres', { low: mm(3.0315), high: mm(3.032) }, [], 'inch-as-mm'],
    ['millimetres typed as inches', { low: mm(77 * 25.4), high: null }, [], 'mm-as-inch'],
    ['the wrong line of the sheet', { low: mm(60), high: mm(61) }, [], 'beyond-nominal'],
    [
      'a service limit inside the new range',
      { state: 'service' as const, low: null, high: mm(77.01) },
      [limit('bore', 'new', 77, 77.012)],
      'service-inside-new',
    ],
    [
      'a clearance in inches among millimetres',
      { feature: 'clearance' as const, low: mm(0.0014), high: mm(0.0022) },
      [limit('clearance', 'service', null, 0.05)],
      'inch-as-mm',
    ],
  ])('asks about %s', (_, draft, others, code) => {
    expect(codes(draft, others)).toContain(code);
  });
});

describe('a shop rule on its way in', () => {
  const rule = (low: number | null, high: number | null) =>
    limit('clearance', 'new', low, high, { type: 'shop-rule', party: 'Shop' });
  const against = (low: number | null, high: number | null, limits = [maker]) =>
    contradictedBy(rule(low, high), limits);

  it.each([
    ['a least clearance above the sheet’s largest', 0.06, null],
    ['a largest clearance below the sheet’s least', null, 0.02],
    ['a range that lies above', 0.06, 0.07],
  ])('is refused when it is %s', (_, low, high) => {
    expect(against(low, high)).toBe(maker);
  });

  it('is refused as well where the sheet is silent about that end', () => {
    expect(against(0.09, null, [limit('clearance', 'new', null, 0.08)])).not.toBeNull();
  });

  it.each([
    ['tightens', 0.035, 0.045],
    ['leaves one size', 0.05, null],
    ['would loosen, and so does nothing', 0.01, 0.09],
  ])('is kept when it %s', (_, low, high) => {
    expect(against(low, high)).toBeNull();
  });

  it('has nothing to do with another state, nor with another shop rule', () => {
    expect(against(0.06, null, [makerService])).toBeNull();
    expect(against(0.06, null, [rule(0.03, 0.05)])).toBeNull();
  });
});
