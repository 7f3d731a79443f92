import { describe, expect, it } from '@jest/globals';
import {
  gapTarget,
  inHouse,
  judgeJob,
  mm,
  readShopRule,
  type EngineSpec,
  type JobFile,
  type Material,
  type ShopRule,
  type ShopRuleLine,
} from '@tribos/core';
import { corrie, ringJob } from '../rings/ringJob.js';
import { jobFile, TWIN } from '../support.js';

const line = (text: string, over: Partial<ShopRuleLine> = {}): ShopRuleLine => ({
  id: 'rule-1',
  ...{ kind: null, strokes: null, material: null, use: '', line: text, unit: 'mm', reason: 'hard use' },
  ...over,
});
function rule(text: string, over: Partial<ShopRuleLine> = {}): ShopRule {
  const read = readShopRule(line(text, over));
  if (!read.ok) throw new Error(read.sentence);
  return read.rule;
}
const under = (rules: readonly ShopRule[], engine: EngineSpec = TWIN, over: Partial<JobFile> = {}): JobFile =>
  inHouse({
    ...jobFile([], { engine, shop: { sheetRules: rules } }),
    ...over,
  });
const limitsOf = (file: JobFile) =>
  file.engine.limits
    .filter((l) => l.source.type === 'shop-rule')
    .map(({ feature, low, high, source }) => ({ feature, low, high, document: source.document }));
const clearance = (file: JobFile) =>
  judgeJob(file).items.find((f) => f.feature === 'clearance' && f.side === 'min')!.limit!;

describe('a rule of the shop over many engines', () => {
  it('lies over the sheet of each engine it is for, with its reason', () => {
    const [laid] = limitsOf(under([rule('clearance min 0.040')]));
    expect(laid).toEqual({
      feature: 'clearance',
      low: mm(0.04),
      high: null,
      document: 'clearance min 0.040: hard use',
    });
    expect(clearance(under([rule('clearance min 0.040')]))).toMatchObject({ low: mm(0.04), high: mm(0.048) });
  });

  it('tightens and never loosens', () => {
    expect(clearance(under([rule('clearance min 0.020')]))).toMatchObject({ low: mm(0.03) });
  });

  it('makes no verdict where no sheet speaks', () => {
    const silent = { ...TWIN, limits: [] };
    const file = under([rule('clearance min 0.040')], silent);
    expect(
      judgeJob(file)
        .items.filter((f) => f.feature === 'clearance')
        .map((f) => f.state),
    ).not.toContain('within');
  });

  it.each<[string, Partial<ShopRuleLine>, number]>([
    ['its kind', { kind: 'motorcycle' }, 1],
    ['another kind', { kind: 'snowmobile' }, 0],
    ['its strokes', { strokes: 4 }, 1],
    ['other strokes', { strokes: 2 }, 0],
    ['a piston nobody has chosen', { material: 'forged-4032' }, 0],
  ])('is for %s', (_, over, count) => {
    expect(limitsOf(under([rule('clearance min 0.040', over)]))).toHaveLength(count);
  });

  it.each<[Material, number]>([
    ['cast-high-silicon', 1],
    ['forged-4032', 0],
  ])('of a class of piston (%s) follows the one that was decided on', (material, count) => {
    const decision = {
      ...{ id: 'd', at: '2026-11-02T10:00:00.000Z', by: 'Ines', importedBy: null },
      ...{ route: 'bore' as const, kitId: 'plus-0.5', reason: 'wear' },
    };
    const file = under([rule('clearance min 0.040', { material })], TWIN, { decisions: [decision] });
    expect(limitsOf(file)).toHaveLength(count);
  });

  it('is laid once, however often the job is opened, and again when it is changed', () => {
    const file = under([rule('clearance min 0.040')]);
    const again = inHouse({
      ...file,
      shop: { ...file.shop, sheetRules: [rule('clearance min 0.042')] },
    } as JobFile);
    expect(limitsOf(inHouse({ ...file }))).toHaveLength(1);
    expect(limitsOf(again)).toMatchObject([{ low: mm(0.042) }]);
  });

  it('that gives a gap by the bore asks for more than a sheet that gives a size', () => {
    const job = ringJob({ limits: [corrie('ring.gap.top', 0.25, 0.6)] });
    const low = (rules: readonly ShopRule[]) =>
      gapTarget(inHouse({ ...job, shop: { ...job.shop, sheetRules: rules } }), 0, 'top').low! / 1e6;
    expect(low([])).toBe(0.25);
    // 79 mm and a little × 0.0046, and never below the sheet.
    expect(low([rule('top ring gap factor 0.0046')])).toBeCloseTo(0.3634, 3);
    expect(low([rule('top ring gap factor 0.0020')])).toBe(0.25);
  });

  it.each([
    ['a colour of the moon', 'figure'],
    ['ring gap sideways 0.3', '“ring gap sideways'],
  ])('is not understood as %s', (text, says) => {
    const read = readShopRule(line(text));
    expect(read.ok ? '' : read.sentence).toContain(says);
  });
});
