import {
  inHouse,
  judged,
  waysOf,
  mm,
  money,
  nm,
  UNKNOWN_VARIANT,
  walkIn,
  xoshiro128ss,
  normalQuantile,
} from '@tribos/core';

const source = {
  type: 'engine-maker',
  party: 'Maker',
  document: 'manual',
  page: '1',
  revision: '1',
  enteredBy: 'a',
  checkedBy: 'b',
};
const limit = (feature, state, low, high) => ({
  id: `${feature}.${state}`,
  feature,
  state,
  low: low === null ? null : mm(low),
  high: high === null ? null : mm(high),
  unit: 'mm',
  conditions: {},
  source,
});
const STANDARD = mm(80);
const SIZES = [0.25, 0.5, 0.75, 1];
const kit = (over) => ({
  id: `k${over}`,
  maker: 'Maker',
  name: `+${over}`,
  oversize: mm(over),
  piston: mm(Number((79.96 + over).toFixed(3))),
  material: 'cast-high-silicon',
  gaugeHeight: mm(10),
});
const PISTON = 9_000;
const BORING = 6_500;
const SLEEVE = 21_000;
const part = (over) => ({
  part: 'piston',
  name: `piston +${over}`,
  for: [],
  kit: `k${over}`,
  per: 'cylinder',
  count: 1,
  price: money(PISTON),
  days: { soonest: 1, usual: 2, latest: 3 },
  companion: false,
  gone: false,
  instead: '',
  source,
});
const work = (what, price) => ({ what, price: money(price), days: { soonest: 2, usual: 3, latest: 5 } });

const GAUGE = {
  id: 'g',
  name: 'bore gauge',
  type: 'dial-bore',
  unit: 'mm',
  resolution: 1_000,
  repeatability: 1_500,
  studyRepeats: null,
  maxError: 3_000,
  rangeLow: mm(50),
  rangeHigh: mm(100),
  contacts: 2,
  setting: { kind: 'ring', u: 300 },
  travel: null,
  leaves: [],
  calibrationDue: '2030-01-01',
  retiredOn: null,
  importedBy: null,
};
const MIC = {
  ...GAUGE,
  id: 'm',
  name: 'micrometer',
  type: 'micrometer',
  resolution: 1_000,
  repeatability: 1_000,
  maxError: 2_000,
  setting: { kind: 'none' },
};

const ENGINE = {
  id: 'e',
  maker: 'Maker',
  model: 'one',
  kind: 'atv',
  strokes: 4,
  cylinders: ['cylinder'],
  bore: STANDARD,
  stroke: mm(60),
  wall: 'iron-sleeve',
  zeroAt: 'front',
  pinAxisDeg: 90,
  depths: { top: mm(15), mid: mm(45), low: mm(75) },
  wallDepth: mm(100),
  ports: [],
  sleeveOuter: null,
  pin: null,
  cooling: 'liquid',
  year: null,
  code: null,
  limits: [
    limit('bore', 'new', 80, 80.012),
    limit('bore', 'service', null, 80.05),
    limit('clearance', 'new', 0.03, 0.06),
  ],
  kits: SIZES.map(kit),
  parts: { 'route-parts': { parts: SIZES.map(part) }, 'route-labour': { labour: [] } },
};

function jobOf(log) {
  return inHouse({
    format: 'tribos-job',
    version: 6,
    shop: {
      name: 's',
      rules: { wearThreshold: 0.95 },
      allowance: { clearance: nm(0), reason: '' },
      costs: { currency: 'EUR', taxPerMyriad: 0, hourlyRate: money(7_000), enough: 0.9 },
      firms: [
        {
          id: 'f',
          name: 'a firm',
          unit: 'mm',
          works: [work('bore', BORING), work('sleeve', SLEEVE)],
          freight: money(0),
          learned: { bias: 0, spread: 1_500, returns: 30 },
        },
      ],
    },
    engine: ENGINE,
    instruments: [GAUGE, MIC],
    studies: [],
    job: {
      id: 'j',
      number: 1,
      customer: '',
      machine: '',
      engineNumber: '',
      use: '',
      complaint: '',
      bench: null,
      promised: null,
      plan: 'usual',
      seized: false,
      thermal: { celsius: 20, measured: true, sameBench: true, cylinder: null, piston: null },
      fitted: { piston: null, ring: null },
      overrides: [],
      variant: UNKNOWN_VARIANT,
    },
    log,
    decisions: [],
  });
}

/** One worn engine: how much, on which side, what a gauge reads of it. */
function drawn(uniform) {
  const wear = mm(0.08) + uniform() * mm(0.4);
  const share = 0.5 + uniform() / 2;
  const places = walkIn(jobOf([])).filter((p) => p.part === 'bore');
  const scale = Math.sqrt(0.8) * 3_000 * (2 * uniform() - 1);
  const readings = places.map((station, i) => {
    // Worn most at the top, less below: the depths of the plan.
    const at = STANDARD + (wear * (120_000_000 - station.depth)) / (120_000_000 - ENGINE.depths.top);
    const value = nm(Math.round((at + scale + 1_500 * normalQuantile(uniform())) / 1_000) * 1_000);
    return {
      kind: 'reading',
      id: `r${i}`,
      at: '2026-03-01T10:00:00.000Z',
      received: null,
      importedBy: null,
      by: 'x',
      station,
      instrumentId: 'g',
      text: (value / 1e6).toFixed(3),
      unit: 'mm',
      value,
      step: 1_000,
      corrects: null,
      zeroId: null,
      seen: null,
    };
  });
  // Somebody at the gauge is asked about a bore as worn as these, looks again, and says it is so.
  const answers = readings.flatMap((r) =>
    ['thimble-turn', 'mistyped'].map((slip) => ({
      kind: 'answer',
      id: `${r.id}-${slip}`,
      at: r.at,
      received: null,
      importedBy: null,
      by: 'x',
      readingId: r.id,
      slip,
    })),
  );
  return { wear, share, file: jobOf([...readings, ...answers]) };
}

const cleans = (finish, { wear, share }) => finish - 50_000 - STANDARD >= 2 * share * wear;

/**
 * What choosing a size first costs until the bore is clean: another piston and another boring each time it is not, a
 * sleeve after the largest; and what the next rebuild costs, bored where a size is left, else sleeved.
 */
function costFrom(first, finishes, engine) {
  let cost = 0;
  for (let k = first; k < finishes.length; k += 1) {
    cost += PISTON + BORING;
    if (cleans(finishes[k], engine)) return cost + PISTON + (k === finishes.length - 1 ? SLEEVE : BORING);
  }
  return cost + SLEEVE + PISTON + PISTON + BORING;
}

/**
 * @returns how often what was stated came true, by bins of the stated odds, and total costs of four ways to choose
 */
export function simulateRoutes({ runs, seed }) {
  const { uniform } = xoshiro128ss([seed, 2, 3, 4]);
  const stated = [];
  const costs = { floor: 0, recommended: 0, nextSize: 0, largest: 0 };
  for (let i = 0; i < runs; i += 1) {
    const engine = drawn(uniform);
    const { ways, recommended } = waysOf(judged(engine.file), 'mm');
    const bored = ways.filter((w) => w.route === 'bore');
    const finishes = bored.map((w) => w.option.cylinders[0].piston.size + 30_000);
    bored.forEach((w, k) => {
      const p = w.option.cylinders[0].odds?.p;
      if (p != null && p > 0.02 && p < 0.98) stated.push({ p, true: cleans(finishes[k], engine) });
    });
    const need = bored.findIndex((w) => (w.option.cylinders[0].odds?.shareMax ?? 0) >= 0.5);
    const next = need < 0 ? bored.length : need;
    // Recommended nothing: a sleeve, or the likeliest; whoever follows it takes the sleeve where that is said.
    const chosen = recommended ? bored.indexOf(recommended) : next;
    const sleeve = SLEEVE + PISTON + PISTON + BORING;
    const from = (k) => (k < 0 || k >= bored.length ? sleeve : costFrom(k, finishes, engine));
    const best = finishes.findIndex((f) => cleans(f, engine));
    costs.floor += from(best);
    costs.recommended += from(chosen);
    costs.nextSize += from(next);
    costs.largest += from(bored.length - 1);
  }
  const bins = Array.from({ length: 5 }, (_, b) => stated.filter((s) => Math.floor(s.p * 5) === b))
    .filter((all) => all.length > 0)
    .map((all) => {
      const mean = all.reduce((sum, s) => sum + s.p, 0) / all.length;
      const variance = all.reduce((sum, s) => sum + s.p * (1 - s.p), 0) / all.length ** 2;
      return {
        stated: mean,
        seen: all.filter((s) => s.true).length / all.length,
        n: all.length,
        sigma: Math.sqrt(variance),
      };
    });
  return { bins, costs };
}
