import fc from 'fast-check';
import { mapKey, propagate, type MapProblem, type MapSpread } from '@tribos/core';
import { judgedWhole, bores, jobFile, piston } from '../support.js';

const READ = [0, 1].map((n) => [
  [`77.02${n}`, '77.018'],
  ['77.016', '77.015'],
  ['77.012', '77.012'],
]);
const FILE = jobFile([...bores(READ), piston(0, '76.967'), piston(1, '76.967')]);
const spreads = new Map<MapProblem, MapSpread>();
const worked = (problem: MapProblem): MapSpread => {
  const known = spreads.get(problem) ?? propagate(problem, 4_000);
  spreads.set(problem, known);
  return known;
};

describe('verdicts as the maps arrive', () => {
  it('keeps the verdicts of a cylinder whose map is as it was', () => {
    const [left, right] = judgedWhole(FILE).maps;
    expect([left, right]).not.toContain(null);
    const none = judgedWhole(FILE).itemsOf;
    const one = judgedWhole(FILE, 'mm', (p) => (p === left ? worked(p) : null)).itemsOf;
    const both = judgedWhole(FILE, 'mm', worked).itemsOf;
    expect(one[1]).toBe(none[1]);
    expect(one[0]).not.toBe(none[0]);
    expect(both[0]).toBe(one[0]);
    expect(both[1]).not.toBe(one[1]);
  });

  it('says the same in whatever order they arrive, and when one is taken away again', () => {
    const fresh = judgedWhole(FILE, 'mm', (p) => propagate(p, 4_000));
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 3 }), { maxLength: 6 }), (seen) => {
        const { maps } = judgedWhole(FILE);
        for (const mask of seen) {
          const some = judgedWhole(FILE, 'mm', (p) => (mask & (1 << maps.indexOf(p)) ? worked(p) : null));
          expect(some.items).toHaveLength(fresh.items.length);
        }
        const byKey = new Map([...spreads.values()].map((s) => [s.key, s]));
        const last = judgedWhole(FILE, 'mm', (p) => byKey.get(mapKey(p)) ?? null);
        expect(last.items).toEqual(fresh.items);
        expect(last.itemsOf.flat()).toEqual(last.items);
        expect(last.overall).toBe(fresh.overall);
      }),
      { numRuns: 15 },
    );
  });

  it('judges a new reading anew, though the other cylinder reads as before', () => {
    const before = judgedWhole(FILE);
    const file = jobFile([...bores(READ), piston(0, '76.967'), piston(1, '76.930')]);
    const after = judgedWhole(file);
    const clearance = (j: typeof after, i: number) =>
      j.itemsOf[i]!.filter((item) => item.key.includes('clearance')).map((item) => item.value);
    expect(clearance(after, 0)).toEqual(clearance(before, 0));
    expect(clearance(after, 1)).not.toEqual(clearance(before, 1));
    expect(clearance(after, 1).length).toBeGreaterThan(0);
  });
});
