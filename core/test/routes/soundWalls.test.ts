import { mm, normalQuantile, seedOf, xoshiro128ss, type EngineSpec, type JobFile } from '@tribos/core';
import { judgedWhole, BORER, bores, GAUGES, jobFile, piston, TWIN } from '../support.js';

const ENGINES = 400;
const random = xoshiro128ss(seedOf('sound walls'));
const noise = (sd: number) => sd * normalQuantile(random.uniform());
const between = (low: number, high: number) => low + (high - low) * random.uniform();
const pick = <T>(of: readonly T[]): T => of[Math.floor(random.uniform() * of.length)]!;
const mmText = (nm: number) => (nm / 1e6).toFixed(3);

const WAYS_THAT_COST_A_WALL = new Set(['bore', 'replate', 'sleeve', 'exchange']);

/** Which limits nobody has typed yet. */
const MISSING: readonly (readonly string[])[] = [
  [],
  ['clearance'],
  ['bore'],
  ['bore', 'clearance'],
  ['bore.taper'],
];

/** An engine of which the truth is known and the shop reads no more than its gauge shows. */
function simulated(largest: number): JobFile {
  const gauge = pick(GAUGES.filter((g) => g.type !== 'micrometer'));
  const missing = pick(MISSING);
  const engine: EngineSpec = {
    ...TWIN,
    cylinders: ['cylinder'],
    // A piston for the bore as it is, besides the oversizes.
    kits: [
      { ...TWIN.kits[0]!, id: 'standard', name: 'standard', oversize: mm(0), piston: mm(76.967) },
      ...TWIN.kits,
    ],
    limits: TWIN.limits.filter((l) => !missing.includes(l.feature)),
  };
  // Most of a scale's error goes with the gauge, the rest with the place: as every verdict here takes it.
  const scale = gauge.maxError / Math.sqrt(3);
  const own = noise(Math.sqrt(0.8) * scale);
  const u = Math.hypot(gauge.repeatability, Math.sqrt(0.2) * scale);
  const oval = between(0, 8_000);
  const read = (true_: number) => {
    const step = gauge.resolution;
    return mmText(Math.round((true_ + own + noise(u)) / step) * step);
  };
  // A taper of no more than 0.040 where 0.050 is allowed.
  const taper = Math.min(0.75 * (largest - 77_000_000), 40_000);
  const rows = [0, 0.5, 1].map((down) => {
    const at = largest - taper * down;
    const share = 1 - 0.75 * down;
    return [read(at), read(at - oval * share)];
  });
  const size = 76_965_000 + noise(1_500);
  return jobFile([...bores([rows], gauge.id, engine), piston(0, mmText(size))], {
    engine,
    shop: { firms: [BORER] },
  });
}

describe(`${ENGINES} engines of which the truth is known`, () => {
  it('no sound wall is bored, sleeved or exchanged, with whatever gauge and whatever is on file', () => {
    const given: string[] = [];
    let goBack = 0;
    for (let i = 0; i < ENGINES; i += 1) {
      // Its limit is 77.105; its clearance keeps 0.15 all the more.
      const truth = between(77_005_000, 77_095_000);
      const { recommended, ways } = judgedWhole(simulated(truth), 'mm', () => null).ways();
      // What is only a lower bound rules out nothing that no verdict speaks against.
      for (const w of ways.filter((w) => w.route === 'fit' && w.odds.provisional && !w.refuted))
        expect(w.odds.atMost).toBeGreaterThanOrEqual(0.05);
      if (recommended && WAYS_THAT_COST_A_WALL.has(recommended.route))
        given.push(`${mmText(truth)}: ${recommended.name}`);
      if (recommended && !WAYS_THAT_COST_A_WALL.has(recommended.route)) goBack += 1;
    }
    expect(given).toEqual([]);
    expect(goBack).toBeGreaterThan(0);
  });

  it('one worn far past its limit is not sent back as it is', () => {
    for (let i = 0; i < 60; i += 1) {
      const { recommended } = judgedWhole(
        simulated(77_000_000 + between(220_000, 300_000)),
        'mm',
        () => null,
      ).ways();
      expect(['whole', 'reuse', 'hone', 'fit']).not.toContain(recommended?.route);
    }
  });
});
