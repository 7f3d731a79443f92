import { differenceTail, extremeTail } from '../bore/index.js';
import { difference, independentU, type Estimate } from '../gauges/index.js';
import { expectNormal, normalCdf } from '../statistics/index.js';

const { abs, hypot, max, sqrt } = Math;

/** A figure made of readings: what it is, and how sure that is against a limit. */
export interface Reduced {
  readonly of: Estimate;
  /** Reported value where it is not the estimate's own. */
  readonly value: number;
  /** How often a part exactly at its limit would read this far past it, nm. */
  readonly tailOf: (beyond: number, u: number) => number;
  /** P that the limit is kept, where two directions leave something unseen. */
  readonly unseenP?: (limit: number, u: number) => number;
}

/** A diameter in two directions at one place along a shaft. */
export interface Pair {
  readonly across: Estimate;
  readonly along: Estimate;
}

/** The most extreme of several readings, each of which has to keep the limit. */
export function extreme(all: readonly Estimate[], way: 'largest' | 'smallest'): Reduced {
  const sign = way === 'largest' ? 1 : -1;
  const of = all.reduce((a, b) => (sign * (b.value - a.value) > 0 ? b : a));
  return { of, value: of.value, tailOf: (beyond) => extremeTail(beyond, of, all) };
}

/**
 * The same of a shaft read in two directions: an oval lying between them hides its smallest and largest diameter.
 * D(θ) = m + a·cos 2θ + b·sin 2θ with b unseen, N(0, σ²), at the place that makes the figure.
 * @param sigma σ of what two directions cannot see, nm; 0 takes the shaft for round
 */
export function extremeOfPairs(pairs: readonly Pair[], way: 'largest' | 'smallest', sigma: number): Reduced {
  const all = pairs.flatMap((p) => [p.across, p.along]);
  const plain = extreme(all, way);
  const pair = pairs.find((p) => p.across === plain.of || p.along === plain.of)!;
  const a = abs(pair.across.value - pair.along.value) / 2;
  const side = way === 'largest' ? 1 : -1;
  return {
    ...plain,
    unseenP: (limit, u) =>
      expectNormal(0, sigma, (b) => normalCdf((side * (limit - plain.of.value) - (hypot(a, b) - a)) / u)),
  };
}

/**
 * Out-of-round from two directions: the difference at the worst place. What lies at 45° to both is not seen: 2b with
 * b ~ N(0, σ²). Noise in the difference of two readings is taken out of what is reported.
 */
export function ovalOf(pairs: readonly Pair[], sigma: number): Reduced {
  const differences = pairs.map((p) =>
    p.across.value >= p.along.value ? difference(p.across, p.along) : difference(p.along, p.across),
  );
  const { of } = extreme(differences, 'largest');
  const own = independentU(of);
  return {
    of,
    value: sqrt(max(0, of.value * of.value - own * own)),
    tailOf: (beyond, u) => differenceTail(beyond, u, pairs.length),
    unseenP: (limit, u) =>
      expectNormal(0, 2 * sigma, (unseen) =>
        abs(unseen) >= limit ? 0 : normalCdf((sqrt(limit * limit - unseen * unseen) - of.value) / u),
      ),
  };
}

/** Taper: how much the diameter changes along a shaft, in the direction in which it changes most. */
export function taperOf(pairs: readonly Pair[]): Reduced | null {
  if (pairs.length < 2) return null;
  const along = (pick: (p: Pair) => Estimate): Estimate => {
    const all = pairs.map(pick);
    return difference(extreme(all, 'largest').of, extreme(all, 'smallest').of);
  };
  const both = [along((p) => p.across), along((p) => p.along)];
  const { of } = extreme(both, 'largest');
  const own = independentU(of);
  // Two directions, each with as many differences as there are pairs of places.
  const chances = pairs.length * (pairs.length - 1);
  return {
    of,
    value: sqrt(max(0, of.value * of.value - own * own)),
    tailOf: (beyond, u) => differenceTail(beyond, u, chances),
    // Against the difference as it was read: what is reported has its noise taken out.
    unseenP: (limit, u) => normalCdf((limit - of.value) / u),
  };
}
