import fc from 'fast-check';
import {
  between,
  CLOCK_TEMPLATES,
  clockTroubles,
  CLOCKED,
  fittingOrder,
  rulesBroken,
  type Clock,
  type ClockTemplate,
} from '@tribos/core';

const TEMPLATES = Object.keys(CLOCK_TEMPLATES) as ClockTemplate[];
const turn = (clock: Clock, by: number): Clock =>
  Object.fromEntries(Object.entries(clock).map(([r, a]) => [r, (a + by + 720) % 360]));

describe('between two gaps', () => {
  it.each([
    [0, 180, 180],
    [350, 10, 20],
    [10, 350, 20],
    [0, 359.5, 0.5],
    [90, 90, 0],
  ])('%d° and %d° are %d° apart', (a, b, apart) => expect(between(a, b)).toBeCloseTo(apart, 9));

  it('never counts more than half a turn, and the same both ways', () => {
    const angle = fc.double({ min: 0, max: 359.999, noNaN: true });
    fc.assert(
      fc.property(angle, angle, (a, b) => {
        expect(between(a, b)).toBeLessThanOrEqual(180);
        expect(between(a, b)).toBeCloseTo(between(b, a), 9);
      }),
    );
  });
});

describe('a template', () => {
  it.each(TEMPLATES)('%s keeps the rules', (name) => expect(rulesBroken(CLOCK_TEMPLATES[name])).toEqual([]));

  it('that puts top and second 110° apart breaks them, and so do gaps in line', () => {
    expect(rulesBroken({ top: 0, second: 110 })).toEqual([
      { kind: 'near', rings: ['top', 'second'], by: 110, least: 120 },
    ]);
    expect(rulesBroken({ top: 0, second: 180, 'upper-rail': 20, expander: 60 })).toEqual([
      { kind: 'near', rings: ['top', 'upper-rail'], by: 20, least: 30 },
    ]);
    expect(rulesBroken({ top: 0, second: 180, 'upper-rail': 100 })).toEqual([
      { kind: 'near', rings: ['second', 'upper-rail'], by: 80, least: 90 },
    ]);
  });
});

describe('gaps as they lie', () => {
  it.each(TEMPLATES)('by template %s pass with any hand within 15°', (name) => {
    const hand = fc.double({ min: -14.99, max: 14.99, noNaN: true });
    fc.assert(
      fc.property(fc.tuple(hand, hand, hand, hand, hand), (off) => {
        const meant: Clock = CLOCK_TEMPLATES[name];
        const lying = Object.fromEntries(CLOCKED.map((r, i) => [r, (meant[r]! + off[i]! + 360) % 360]));
        // Two drawn 30° apart may come as near as 0 by two hands off towards each other: then they are in line.
        const troubles = clockTroubles(lying, meant);
        expect(troubles.every((t) => t.kind === 'near')).toBe(true);
        for (const t of troubles) if (t.kind === 'near') expect(t.by).toBeLessThan(15);
      }),
    );
  });

  it('say which is off, by how much, and from where it was meant', () => {
    expect(clockTroubles({ ...CLOCK_TEMPLATES.A, second: 150 }, CLOCK_TEMPLATES.A)).toEqual([
      { kind: 'off', ring: 'second', meant: 180, by: 30 },
    ]);
  });

  it('that are in line are told of, whatever each was meant to be', () => {
    const lying = { ...CLOCK_TEMPLATES.A, 'upper-rail': 5 };
    expect(clockTroubles(lying, CLOCK_TEMPLATES.A)).toEqual([
      { kind: 'off', ring: 'upper-rail', meant: 50, by: 45 },
      { kind: 'near', rings: ['top', 'upper-rail'], by: 5, least: 15 },
    ]);
  });

  it('that nobody has set are not passed over', () => {
    const { expander: _e, ...lying } = CLOCK_TEMPLATES.C;
    expect(clockTroubles(lying, CLOCK_TEMPLATES.C)).toEqual([{ kind: 'unset', ring: 'expander' }]);
  });

  it('lie the same however the piston lies in the hand', () => {
    fc.assert(
      fc.property(fc.constantFrom(...TEMPLATES), fc.integer({ min: 0, max: 359 }), (name, by) => {
        const meant: Clock = CLOCK_TEMPLATES[name];
        const lying = { ...meant, second: meant.second! + 40 };
        const said = (l: Clock, m: Clock) =>
          clockTroubles(l, m).map((t) => [t.kind, 'by' in t && Math.round(t.by)]);
        expect(said(turn(lying, by), turn(meant, by))).toEqual(said(lying, meant));
      }),
    );
  });
});

it('a pack goes on from the bottom up', () => {
  expect(fittingOrder(CLOCK_TEMPLATES.B)).toEqual(['expander', 'lower-rail', 'upper-rail', 'second', 'top']);
  expect(fittingOrder({ top: 0, second: 180 })).toEqual(['second', 'top']);
});
