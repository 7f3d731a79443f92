import { nm, toDecimal, type Figure, type Instrument } from '@tribos/core';

/**
 * Hidden true parts, read by gauges that err as the model says they do: how often does a verdict say what is not so?
 * Seeded, so that the test is the same every time.
 */
export function random(seed: number) {
  let state = seed >>> 0;
  const uniform = () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return (state + 0.5) / 4294967296;
  };
  return {
    uniform,
    either: (half: number) => half * (2 * uniform() - 1),
    normal: () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform()),
  };
}
export type Draw = ReturnType<typeof random>;

/** So many in a test; the long run is `RUNS=1500 npm run unit -- honest`. */
export const RUNS = Number(process.env['RUNS'] ?? 300);
/** 5 % and what so many runs scatter by. */
export const MOST = 0.05 + 3 * Math.sqrt((0.05 * 0.95) / RUNS);

/** What a gauge shows of true sizes at several places: one scale error shared, one for each place, scatter. */
export function shows(gauge: Instrument, draw: Draw): (truth: number) => string {
  const shared = draw.either(Math.sqrt(0.8) * gauge.maxError);
  return (truth) => {
    const place = draw.either(Math.sqrt(0.2) * gauge.maxError);
    const value = Math.max(0, truth + shared + place + gauge.repeatability * draw.normal());
    return toDecimal(nm(Math.round(value / gauge.resolution) * gauge.resolution), 'mm', 3);
  };
}

/** Share of runs in which a figure says so. */
export function rates(
  run: (draw: Draw) => Figure,
  seed: number,
  runs = RUNS,
): { within: number; beyond: number } {
  const draw = random(seed);
  let [within, beyond] = [0, 0];
  for (let i = 0; i < runs; i += 1) {
    const { state } = run(draw);
    if (state === 'within') within += 1;
    if (state === 'beyond') beyond += 1;
  }
  return { within: within / runs, beyond: beyond / runs };
}
