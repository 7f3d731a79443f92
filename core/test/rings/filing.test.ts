import fc from 'fast-check';
import {
  fileRing,
  mm,
  nextFiling,
  OutOfRange,
  seedOf,
  USUAL_CUT,
  xoshiro128ss,
  type FilingShop,
} from '@tribos/core';

const USUAL = USUAL_CUT.file;
/** As a shop knows a tool it has filed twenty rings with. */
const LEARNED = { perStroke: 5_000, within: 1.5 };
const RINGS = 400;

/** Rings of one case, filed by a planner that sees only leaves. */
function filed(shop: Omit<FilingShop, 'planned'>, planned = USUAL) {
  const random = xoshiro128ss(seedOf(JSON.stringify([shop, planned])));
  const rings = Array.from({ length: RINGS }, () => fileRing({ ...shop, planned }, random));
  const tries = rings.map((r) => r.tries).sort((a, b) => a - b);
  return {
    past: rings.filter((r) => r.gap > 1.15 * shop.target).length / RINGS,
    median: tries[RINGS >> 1]!,
    most: tries.at(-1)!,
    short: rings.filter((r) => r.gap < shop.target - 10_000).length,
  };
}

describe('the first pass', () => {
  const first = (target: number, goes: number, cut = USUAL) =>
    nextFiling(target, [{ strokes: 0, goes, doesNot: goes + 10_000 }], cut);

  it.each([
    // (0.40 − 0.25) / (10 · 0.005) = 3
    ['0.25 to 0.40', 0.4, 0.25, 3],
    ['hardly anything left: one stroke all the same', 0.4, 0.39, 1],
    // 1.75 / 0.05 = 35
    ['a long way: never over thirty', 2, 0.25, 30],
  ])('%s', (_, target, goes, strokes) => {
    expect(first(mm(target), mm(goes))).toEqual({ kind: 'file', strokes, tryAfter: mm(target) });
  });

  it('is longer with a tool the shop knows', () => {
    // (0.40 − 0.25) / (1.5 · 0.005) = 20
    expect(first(mm(0.4), mm(0.25), LEARNED)).toMatchObject({ strokes: 20 });
  });

  it('is none where the target leaf goes already, and none before any leaf went', () => {
    expect(first(mm(0.4), mm(0.4))).toEqual({ kind: 'stop' });
    expect(first(mm(0.4), mm(0.45))).toEqual({ kind: 'stop' });
    expect(nextFiling(mm(0.4), [], USUAL)).toEqual({ kind: 'try', leaf: mm(0.4) });
    const closed = [{ strokes: 0, goes: null, doesNot: mm(0.03) }];
    expect(nextFiling(mm(0.4), closed, USUAL)).toEqual({ kind: 'try', leaf: mm(0.4) });
  });
});

describe('the next pass', () => {
  it('goes by how fast this ring was cut at most', () => {
    const tries = [
      { strokes: 0, goes: mm(0.25), doesNot: mm(0.26) },
      { strokes: 3, goes: mm(0.26), doesNot: mm(0.27) },
    ];
    // At most (0.27 + 2 · 0.010 − 0.25) / 3 = 0.01333 a stroke; left (1.04 · 0.40 + 0.010 − 0.265) = 0.161; with a
    // fifth for unevenness 0.161 / 0.016 = 10.06.
    expect(nextFiling(mm(0.4), tries, USUAL)).toMatchObject({ strokes: 10 });
  });

  it('believes no two tries between which nothing was filed', () => {
    const tries = [
      { strokes: 3, goes: mm(0.25), doesNot: mm(0.26) },
      { strokes: 3, goes: mm(0.26), doesNot: mm(0.27) },
    ];
    expect(nextFiling(mm(0.4), tries, USUAL)).toMatchObject({ strokes: 2 });
  });

  it('is always at least one stroke, and a whole number, whatever the leaves said', () => {
    const aTry = fc.record({
      strokes: fc.integer({ min: 0, max: 500 }),
      goes: fc.option(fc.integer({ min: 0, max: 2_000_000 })),
      doesNot: fc.option(fc.integer({ min: 0, max: 2_000_000 })),
    });
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2_000_000 }), fc.array(aTry), (target, tries) => {
        const step = nextFiling(target, tries, USUAL);
        if (step.kind === 'file') {
          expect(Number.isInteger(step.strokes) && step.strokes >= 1).toBe(true);
          expect(Number.isFinite(step.strokes)).toBe(true);
        } else if (step.kind === 'stop') expect(tries.at(-1)!.goes!).toBeGreaterThanOrEqual(target);
      }),
    );
  });

  it('refuses a target and a cut of nothing', () => {
    expect(() => nextFiling(0, [], USUAL)).toThrow(OutOfRange);
    expect(() => nextFiling(1, [], { perStroke: 0, within: 10 })).toThrow(OutOfRange);
    expect(() => nextFiling(1, [], { perStroke: 1, within: 1 })).toThrow(OutOfRange);
  });
});

describe('hidden rings, filed by what leaves say', () => {
  const racks = [0.01, 0.05].map(mm);
  const ways = [
    [0.2, 0.4],
    [0.1, 0.35],
    [0.3, 0.33],
    [0.25, 1],
  ].map(([start, target]) => [mm(start!), mm(target!)] as const);

  it.each([1 / 20, 1 / 10, 1 / 3, 1, 3, 5])('with a tool that cuts %d × what is planned', (cut) => {
    for (const rack of racks)
      for (const [start, target] of ways) {
        const { past, median, most, short } = filed({ cut, rack, start, target });
        expect([start, target, past <= 0.02]).toEqual([start, target, true]);
        expect(median).toBeLessThanOrEqual(cut < 1 / 3 ? 10 : 8);
        expect(most).toBeLessThanOrEqual(20);
        // It stops only where the leaf goes.
        expect(short).toBe(0);
      }
  });

  it.each([0.8, 1, 1.25])('with a tool the shop knows, %d × as fast as it remembers', (cut) => {
    for (const [start, target] of ways.slice(0, 3)) {
      const { past, median } = filed({ cut, rack: mm(0.01), start, target }, LEARNED);
      expect(past).toBeLessThanOrEqual(0.01);
      expect(median).toBeLessThanOrEqual(4);
    }
  });
});

describe('a small gap with coarse leaves', () => {
  // 1.15 × 0.25 is hardly two feels of a hand above it: there is no room to aim over it.
  it.each([0.1, 1, 3])('is not filed past by a tool %d times as fast as planned', (cut) => {
    const { past, most, short } = filed({ cut, rack: mm(0.05), start: mm(0.15), target: mm(0.25) });
    expect(past).toBeLessThanOrEqual(0.01);
    expect(most).toBeLessThanOrEqual(20);
    expect(short).toBe(0);
  });
});
