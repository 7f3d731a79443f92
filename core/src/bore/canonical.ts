import type { Component, Estimate } from '../gauges/index.js';
import { MAP_FIGURES, type MapProblem } from './mapProblem.js';

const compare = (a: string | number, b: string | number): number => (a < b ? -1 : a > b ? 1 : 0);

/** Numbers things in the order they are first asked for. */
function numbering() {
  const known = new Map<string, number>();
  return {
    of: (name: string): number => {
      const before = known.get(name);
      if (before !== undefined) return before;
      known.set(name, known.size);
      return known.size - 1;
    },
    /** Those not met yet stand behind all others. */
    rank: (name: string): number => known.get(name) ?? Infinity,
  };
}

/**
 * The same problem with its error sources numbered in one order, whatever they are called and in whatever
 * order they stand: a job read in by another shop, whose gauges and readings have other names there, is
 * propagated to the same bits. Sources that nothing but their name tells apart stand by name.
 */
export function canonical(problem: MapProblem): MapProblem {
  const sources = numbering();
  const pools = numbering();
  const first = (a: Component, b: Component): number =>
    compare(sources.rank(a.key), sources.rank(b.key)) ||
    compare(a.kind, b.kind) ||
    compare(Math.abs(b.amplitude), Math.abs(a.amplitude)) ||
    compare(a.amplitude, b.amplitude) ||
    compare(a.shape, b.shape) ||
    compare(a.dof, b.dof) ||
    compare(pools.rank(a.pool ?? ''), pools.rank(b.pool ?? '')) ||
    compare(a.key, b.key);
  const estimate = (e: Estimate): Estimate => ({
    value: e.value,
    components: [...e.components].sort(first).map((c) => {
      const { pool, ...rest } = c;
      const numbered = { ...rest, key: String(sources.of(c.key)) };
      return pool === undefined ? numbered : { ...numbered, pool: `pool ${pools.of(pool)}` };
    }),
  });
  return {
    ...problem,
    places: problem.places.map((s) => ({ ...s, of: estimate(s.of) })),
    piston: problem.piston && estimate(problem.piston),
    fits: [...problem.fits]
      .sort((a, b) => a.low - b.low || a.high - b.high || a.piston.value - b.piston.value)
      .map((f) => ({ ...f, piston: estimate(f.piston) })),
  };
}

const keys = new WeakMap<MapProblem, string>();

/** Text that is the same for equal problems, whatever their error sources are called and in whatever order. */
export function mapKey(problem: MapProblem): string {
  const known = keys.get(problem);
  if (known !== undefined) return known;
  const { places, piston, sigma, taper, limits, fits } = canonical(problem);
  const estimate = (e: Estimate) => [
    e.value,
    e.components.map((c) => [
      c.key,
      c.kind,
      c.amplitude,
      c.shape,
      Number.isFinite(c.dof) ? c.dof : 0,
      c.pool ?? '',
    ]),
  ];
  const key = JSON.stringify([
    places.map((s) => [s.depth, s.angle, estimate(s.of)]),
    piston && estimate(piston),
    sigma,
    taper,
    MAP_FIGURES.map((f) => limits[f] ?? null),
    fits.map((f) => [f.low, f.high, estimate(f.piston)]),
  ]);
  keys.set(problem, key);
  return key;
}
