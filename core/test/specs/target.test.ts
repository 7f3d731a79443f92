import fc from 'fast-check';
import {
  entryGuards,
  figuresOn,
  governing,
  limitTroubles,
  mm,
  rangeFor,
  readSheetLine,
  sameFigures,
  targetOf,
  typedAgain,
  type Limit,
} from '@tribos/core';
import { jobFile, limit, TWIN } from '../support.js';

const lash = (low: number | null, high: number | null, over: Partial<Limit> = {}): Limit => ({
  ...limit('setup.valve.intake', 'new', low, high),
  ...over,
});
const aimed = lash(0.08, 0.12, { target: mm(0.11) });
const ofTwin = (...limits: Limit[]) => ({ ...jobFile([]), engine: { ...TWIN, limits } });

describe('what is aimed at', () => {
  it('is what the sheet names, else the middle; nothing where an end is missing', () => {
    expect(targetOf(aimed)).toBe(mm(0.11));
    expect(targetOf(lash(0.08, 0.12))).toBe(mm(0.1));
    expect(targetOf(lash(0.08, null))).toBeNull();
    expect(targetOf({ low: 80, high: 120, target: 130 })).toBe(100);
  });

  it('lies inside its range, whatever is on file', () => {
    const any = fc.integer({ min: -1000, max: 1000 });
    fc.assert(
      fc.property(any, any, fc.option(any, { nil: undefined }), (a, b, target) => {
        const [low, high] = [Math.min(a, b), Math.max(a, b)];
        const at = targetOf({ low, high, ...(target === undefined ? {} : { target }) })!;
        expect(at).toBeGreaterThanOrEqual(low);
        expect(at).toBeLessThanOrEqual(high);
        if (target !== undefined && target >= low && target <= high) expect(at).toBe(target);
      }),
    );
  });

  it.each<[string, Partial<Limit>[], number]>([
    ['the sheet alone', [], 0.11],
    ['a rule of the shop that aims elsewhere', [{ low: mm(0.08), high: mm(0.12), target: mm(0.09) }], 0.09],
    ['a rule that leaves the sheet’s target outside', [{ low: null, high: mm(0.1) }], 0.09],
    ['a rule that tightens and leaves it inside', [{ low: mm(0.1), high: null }], 0.11],
  ])('by %s', (_, rules, wanted) => {
    const shop = rules.map((over, i) => ({
      ...lash(null, null, over),
      id: `rule-${i}`,
      source: { ...aimed.source, type: 'shop-rule' as const, party: 'Shop' },
    }));
    expect(rangeFor(ofTwin(aimed, ...shop), 'setup.valve.intake', ['new'])!.target).toBe(mm(wanted));
  });

  it('is nothing to choose by while an end is missing or asked for', () => {
    expect(rangeFor(ofTwin(lash(0.08, null)), 'setup.valve.intake', ['new'])).toBeNull();
    expect(rangeFor(ofTwin(), 'setup.valve.intake', ['new'])).toBeNull();
    const two = ['A', 'B'].map((code) => ({ ...lash(0.08, 0.12), id: code, conditions: { code } }));
    expect(rangeFor(ofTwin(...two), 'setup.valve.intake', ['new'])).toBeNull();
  });

  it('stands beside a governing limit that a rule has tightened', () => {
    const rule = { ...lash(0.09, null), id: 'rule', source: { ...aimed.source, type: 'shop-rule' as const } };
    const found = governing(
      [aimed, rule],
      'setup.valve.intake',
      'new',
      { maker: aimed.source.party, wall: 'iron-sleeve' },
      { piston: null, ring: null },
    );
    expect(found).toMatchObject({ status: 'governed', limit: { low: mm(0.09), target: mm(0.11) } });
  });
});

describe('what no limit can be', () => {
  it.each<[string, Limit, string[]]>([
    ['empty', lash(null, null), ['no-figure']],
    ['the wrong way round', lash(0.12, 0.08), ['reversed']],
    ['one size', lash(0.1, 0.1), []],
    ['a maximum', lash(null, 0.12), []],
    ['a target inside', aimed, []],
    ['a target on its end', lash(0.08, 0.12, { target: mm(0.12) }), []],
    ['a target below', lash(0.08, 0.12, { target: mm(0.07) }), ['target-outside']],
    ['a target above', lash(0.08, 0.12, { target: mm(0.13) }), ['target-outside']],
    ['a target of a maximum', lash(null, 0.12, { target: mm(0.1) }), ['target-outside']],
    ['the wrong way round with a target', lash(0.12, 0.08, { target: mm(0.1) }), ['reversed']],
  ])('%s', (_, of, codes) => {
    expect(limitTroubles(of).map((t) => t.code)).toEqual(codes);
    expect(entryGuards(of, [], mm(77)).map((q) => q.code)).toEqual(codes);
  });
});

describe('a target on a page', () => {
  const read = (text: string) => readSheetLine(text, { unit: 'mm', bore: mm(77), others: [] });

  it.each([
    ['valve in 0.08-0.12, target 0.11', mm(0.11)],
    ['valve in 0.08-0.12 (target 0.11)', mm(0.11)],
    ['valve in 0.08-0.12 aim at 0.09', mm(0.09)],
    ['valve in 0.08-0.12', undefined],
  ])('%s', (text, target) => {
    const line = read(text);
    expect(line.ok && line.limits).toHaveLength(1);
    expect(line.ok && line.limits[0]).toMatchObject({ low: mm(0.08), high: mm(0.12) });
    expect(line.ok && line.limits[0]!.target).toBe(target);
  });

  it('is asked about where it is not inside, and refused where nothing stands before it', () => {
    const outside = read('valve in 0.08-0.12, target 0.13');
    expect(outside.ok && outside.questions.map((q) => q.code)).toEqual(['target-outside']);
    expect(read('valve in target 0.11').ok).toBe(false);
    expect(read('valve in 0.08-0.12, target 0.10-0.11').ok).toBe(false);
  });

  it('is typed again with its range, or it is not the same', () => {
    const again = (text: string) => {
      const typed = typedAgain(text, aimed, mm(77));
      return typed.ok && sameFigures(typed.value, figuresOn(aimed));
    };
    expect(again('0.08-0.12, target 0.11')).toBe(true);
    expect(again('0.08-0.12')).toBe(false);
    expect(again('0.08-0.12, target 0.10')).toBe(false);
  });
});
