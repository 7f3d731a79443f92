import {
  drawsOf,
  hiddenBore,
  hiddenJob,
  judgeJob,
  propagate,
  type HiddenShape,
  type Instrument,
  type PlanName,
} from '@tribos/core';
import { CALLIPER, IN_MIC, MIC, RING, TELESCOPING } from '../support.js';

/** Standard deviation of what two directions cannot see, as the hidden bores have it and the house expects. */
const SIGMA = 10_000;
const MAPS = 24;
const DRAWS = 1_000;

/** How often each figure was called within and beyond, of so many hidden bores read once. */
function tally(gauge: Instrument, plan: PlanName, shape: HiddenShape, uPast: number) {
  const draws = drawsOf(`${gauge.id} ${plan} ${shape}`);
  const found = new Map<string, { within: number; beyond: number; of: number }>();
  for (let n = 0; n < MAPS; n += 1) {
    const bore = hiddenBore(shape, plan === 'quick' ? 2 : 3, plan === 'full' ? 0 : SIGMA, draws);
    const file = hiddenJob(bore, plan, gauge, MIC, draws).at(uPast);
    const judged = judgeJob(file, 'mm', (p) => propagate({ ...p, sigma: SIGMA }, DRAWS));
    for (const f of judged.items) {
      if (f.limitAt === null || f.limitAt <= 1) continue;
      if (f.feature === 'bore.out-of-round' && shape !== 'oval' && shape !== 'both') continue;
      if (f.feature === 'bore.taper' && shape !== 'tapered' && shape !== 'both') continue;
      const t = found.get(f.key) ?? { within: 0, beyond: 0, of: 0 };
      t.of += 1;
      if (f.state === 'within') t.within += 1;
      if (f.state === 'beyond') t.beyond += 1;
      found.set(f.key, t);
    }
  }
  return found;
}

const CELLS: readonly (readonly [Instrument, PlanName, HiddenShape])[] = [
  [RING, 'quick', 'straight'],
  [IN_MIC, 'usual', 'tapered'],
  [TELESCOPING, 'usual', 'straight'],
  [TELESCOPING, 'full', 'oval'],
  [CALLIPER, 'full', 'both'],
  [RING, 'usual', 'oval'],
];

/** All cells together, by figure. */
function together(uPast: number) {
  const all = new Map<string, { within: number; beyond: number; of: number }>();
  for (const [gauge, plan, shape] of CELLS)
    for (const [key, t] of tally(gauge, plan, shape, uPast)) {
      const a = all.get(key) ?? { within: 0, beyond: 0, of: 0 };
      all.set(key, { within: a.within + t.within, beyond: a.beyond + t.beyond, of: a.of + t.of });
    }
  return [...all];
}

describe('from hidden true bores', () => {
  /** Three standard errors of a share of so many. */
  const most = (share: number, of: number) => (share + 3 * Math.sqrt((share * (1 - share)) / of)) * of;

  it('at the limit neither verdict is wrong in more than 5 of 100', () => {
    for (const [key, t] of together(0)) {
      expect([key, 'within', t.within <= most(0.05, t.of)]).toEqual([key, 'within', true]);
      expect([key, 'beyond', t.beyond <= most(0.05, t.of)]).toEqual([key, 'beyond', true]);
    }
  });

  it('two uncertainties inside or past it hardly any verdict is wrong', () => {
    for (const [key, t] of together(-2)) expect([key, t.beyond <= most(0.01, t.of)]).toEqual([key, true]);
    for (const [key, t] of together(2)) expect([key, t.within <= most(0.01, t.of)]).toEqual([key, true]);
  });

  it('ten microns inside its maximum a straight bore is not called worn by a telescoping gauge', () => {
    // u 6.4: ten microns are 1.56 of them. Drawing the largest of the readings anew called 24 of 100 worn.
    const t = tally(TELESCOPING, 'usual', 'straight', -1.56).get('0:bore:max')!;
    expect(t.beyond).toBeLessThanOrEqual(1);
  });
});
