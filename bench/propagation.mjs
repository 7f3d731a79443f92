#!/usr/bin/env node
import { jobs, instruments } from '@tribos/demo';
import { blockSeed, judged, mapsOf, normalQuantile, propagate, seedOf, xoshiro128ss } from '@tribos/core';

/**
 * 200 000 draws of every map of a four-cylinder engine, four directions by three depths each with its piston,
 * as a ratio to drawing the same count of normal variates alone in the same run. Wanted: 1.3 or less.
 */
const DRAWS = 200_000;
const ROUNDS = Number(process.env.ROUNDS ?? 9);

const gauges = instruments('2099-01-01');
const twin = jobs(new Date(), gauges)[0];
const file = judged({
  format: 'tribos-job',
  version: 6,
  shop: { name: '', rules: { wearThreshold: 0.95 }, allowance: { clearance: 0, reason: '' } },
  engine: twin.engine,
  instruments: gauges,
  studies: [],
  job: {
    id: 'bench',
    number: 1,
    customer: '',
    overrides: [],
    variant: { year: null, code: null, use: null },
    ...twin.facts,
  },
  log: twin.log,
  decisions: [],
});
const maps = mapsOf(file, 'mm');
const full = maps.find((m) => m !== null && m.piston !== null);
// Four cylinders: the same map, each a micron off, so that no two are the same problem.
const four = [0, 1, 2, 3].map((n) => ({
  ...full,
  places: full.places.map((s) => ({ ...s, of: { ...s.of, value: s.of.value + n * 1000 } })),
}));
// Every error source is drawn once a draw, however many readings share it.
const sources = (p) =>
  new Set([...p.places.map((s) => s.of), p.piston].flatMap((e) => e.components.map((c) => c.key)));
const variates = four.reduce((sum, p) => sum + sources(p).size, 0) * DRAWS;

function timed(work) {
  const start = performance.now();
  work();
  return performance.now() - start;
}

const column = new Float64Array(4_000);
const floor = () => {
  const { uniform } = xoshiro128ss(blockSeed(seedOf('floor'), 0));
  for (let left = variates; left > 0; left -= column.length) {
    const count = Math.min(left, column.length);
    for (let i = 0; i < count; i += 1) column[i] = normalQuantile(uniform());
  }
};
floor();
propagate(four[0]);
// In turns, and the middle of the ratios: whatever else the machine does is in both.
const turns = Array.from({ length: ROUNDS }, () => {
  const base = timed(floor);
  const whole = timed(() => four.forEach((p) => propagate(p)));
  return { base, whole, ratio: whole / base };
}).sort((x, y) => x.ratio - y.ratio);
const { base, whole, ratio } = turns[ROUNDS >> 1];
console.log(`${four.length} maps of ${full.places.length} places and a piston, ${DRAWS} draws each`);
console.log(
  `floor: ${(variates / 1e6).toFixed(1)} million normal variates   ${base.toFixed(0).padStart(7)} ms`,
);
console.log(
  `propagation of all four maps            ${whole.toFixed(0).padStart(7)} ms  ${ratio.toFixed(2)} × floor (${turns[0].ratio.toFixed(2)} to ${turns.at(-1).ratio.toFixed(2)})`,
);
