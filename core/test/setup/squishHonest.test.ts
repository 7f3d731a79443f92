import { endFigures, mm, nm, toDecimal, type Figure } from '@tribos/core';
import { rates, shows, type Draw } from '../measurands/hidden.js';
import { MIC } from '../support.js';
import { Setup } from './engine.js';

/**
 * Hidden true squish: soft wire laid at both ends of the pin axis springs back by one amount, up to 0.03, each end scatters
 * by 0.015; how often is a verdict said that is not so?
 */
const RUNS = 500;
const most = (of: number) => of + 3 * Math.sqrt((of * (1 - of)) / RUNS);
const [MIN, MAX] = [mm(1.05), mm(1.35)];

/** @param tilt how far one end is from the mean, nm */
const laid =
  (mean: number, tilt: number, side: 'min' | 'max') =>
  (draw: Draw): Figure => {
    const spring = 30_000 * draw.uniform();
    const micrometer = shows(MIC, draw);
    const end = (at: number) => micrometer(at + spring + 15_000 * draw.normal());
    const s = new Setup().squish(0, '2.500', end(mean - tilt), end(mean + tilt));
    return endFigures(s.file()).find((f) => f.feature === 'setup.squish' && f.side === side)!;
  };

describe('hidden true squish', () => {
  it.each([
    ['square', 0, 11],
    ['tilted by 0.03', 30_000, 12],
  ] as const)(
    '%s, its smaller end at the minimum: neither passed nor condemned by chance',
    (_, tilt, seed) => {
      const { within, beyond } = rates(laid(MIN + tilt, tilt, 'min'), seed, RUNS);
      expect(within).toBeLessThanOrEqual(most(0.05));
      expect(beyond).toBeLessThanOrEqual(most(0.05));
    },
  );

  it('its mean at the maximum: what wears may be passed more readily, and is not condemned by chance', () => {
    const { beyond } = rates(laid(MAX, 0, 'max'), 13, RUNS);
    expect(beyond).toBeLessThanOrEqual(most(0.05));
  });

  it('0.06 under its minimum is never passed; in the middle it is nearly always', () => {
    expect(rates(laid(MIN - 60_000, 0, 'min'), 14, RUNS).within).toBeLessThanOrEqual(most(0.01));
    const middle = (MIN + MAX) / 2;
    for (const side of ['min', 'max'] as const) {
      const { within, beyond } = rates(laid(middle, 10_000, side), 15, RUNS);
      expect(within).toBeGreaterThan(0.95);
      expect(beyond).toBe(0);
    }
  });

  it('of a wire that was hardly crushed is never said to be anything, whatever it shows', () => {
    const draw = { uniform: () => 0.5, either: () => 0, normal: () => 0 };
    const text = toDecimal(nm(Math.round(MIN)), 'mm', 3);
    for (const wire of ['1.05', '1.10', '1.18']) {
      const s = new Setup().squish(0, wire, text, text);
      expect(endFigures(s.file()).map((f) => f.state)).toEqual(['undecided', 'undecided']);
    }
    expect(laid((MIN + MAX) / 2, 0, 'min')(draw).state).toBe('within');
  });
});
