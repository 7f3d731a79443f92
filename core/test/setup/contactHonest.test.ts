import {
  BUILD_SAID,
  contactFigures,
  MAKERS_BUILD,
  mm,
  nm,
  SWEEP_ANGLES,
  toDecimal,
  type Figure,
} from '@tribos/core';
import { rates, shows, type Draw } from '../measurands/hidden.js';
import { CALLIPER } from '../support.js';
import { DIAL, intakes, Setup } from './engine.js';

const RUNS = 400;
/** 5 %, 1 %, and what 400 runs scatter by. */
const most = (of: number) => of + 3 * Math.sqrt((of * (1 - of)) / RUNS);
const key = intakes[0]!.key;
const LIMIT = mm(1);

const judged = (s: Setup): Figure => {
  s.keep(BUILD_SAID, MAKERS_BUILD);
  return contactFigures(s.lash(key).file())[0]!;
};
/** A valve whose true room is lowest by so much at a crank angle; felt by hand, read by a needle. */
const swept = (least: number, at: number, bend: number) => (draw: Draw) => {
  const needle = shows(DIAL, draw);
  return judged(
    new Setup().sweep(
      key,
      Object.fromEntries(
        SWEEP_ANGLES.map((a) => {
          const room = least + bend * (a - at) ** 2 + 20_000 * draw.normal();
          return [String(a), needle(room)];
        }),
      ),
    ),
  );
};
/** Clay that springs back by anything up to 0.10, cut by a calliper. */
const clay = (least: number) => (draw: Draw) => {
  const text = shows(CALLIPER, draw)(least + 100_000 * draw.uniform());
  return judged(new Setup().clay(key, toDecimal(nm(Math.round(Number(text) * 1e6)), 'mm', 2)));
};

describe('hidden true valves', () => {
  it.each<[string, number, number, number]>([
    ['steep, between two angles', 7, 4_000, 1],
    ['steep, at an angle', 5, 4_000, 2],
    ['flat', 2, 400, 3],
  ])('swept, %s: at the limit neither passed nor condemned by chance', (_name, at, bend, seed) => {
    const { within, beyond } = rates(swept(LIMIT, at, bend), seed, RUNS);
    expect(within).toBeLessThanOrEqual(most(0.05));
    expect(beyond).toBeLessThanOrEqual(most(0.05));
  });

  it('swept: 0.06 past it is never passed, 0.10 inside it never condemned and nearly always passed', () => {
    expect(rates(swept(LIMIT - 60_000, 7, 4_000), 4, RUNS).within).toBeLessThanOrEqual(most(0.01));
    const inside = rates(swept(LIMIT + 100_000, 7, 4_000), 5, RUNS);
    expect(inside.beyond).toBeLessThanOrEqual(most(0.01));
    expect(inside.within).toBeGreaterThan(0.9);
  });

  it('by clay: at the limit neither passed nor condemned by chance, and sure well away from it', () => {
    const at = rates(clay(LIMIT), 6, RUNS);
    expect(at.within).toBeLessThanOrEqual(most(0.05));
    expect(at.beyond).toBeLessThanOrEqual(most(0.05));
    expect(rates(clay(LIMIT - 80_000), 7, RUNS).within).toBeLessThanOrEqual(most(0.01));
    expect(rates(clay(LIMIT + 150_000), 8, RUNS).within).toBeGreaterThan(0.9);
  });
});
