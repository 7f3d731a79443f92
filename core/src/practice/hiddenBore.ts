import { readingEstimate, type Bench, type Estimate, type TakenReading } from '../gauges/index.js';
import { normalQuantile, seedOf, xoshiro128ss } from '../statistics/index.js';

/** Repeatable draws for a hidden engine and the gauges that read it. */
export interface Draws {
  readonly uniform: () => number;
  readonly normal: () => number;
}

/** @param seed equal seeds draw the same engine */
export function drawsOf(seed: string): Draws {
  const { uniform } = xoshiro128ss(seedOf(seed));
  return { uniform, normal: () => normalQuantile(uniform()) };
}

/** A bore nobody has measured yet: D(z, θ) = base + taper·(1 − z) + a·cos 2θ + b·sin 2θ, z from 0 to 1. */
export interface HiddenBore {
  /** Smallest mean diameter, low in the travel, nm. */
  readonly base: number;
  /** How much wider the top is, nm. */
  readonly taper: number;
  /** Oval along the pin and thrust axes, and at 45° to them, half of each, nm, one a depth. */
  readonly a: readonly number[];
  readonly b: readonly number[];
}

/** Share of the taper at each of so many depths, from the top. */
const share = (i: number, depths: number): number => (depths > 1 ? 1 - i / (depths - 1) : 0);

const RAD = Math.PI / 180;

/** True diameter at one of the depths in one direction, nm. */
export const trueDiameter = (bore: HiddenBore, i: number, angle: number): number =>
  bore.base +
  bore.taper * share(i, bore.a.length) +
  bore.a[i]! * Math.cos(2 * angle * RAD) +
  bore.b[i]! * Math.sin(2 * angle * RAD);

/**
 * Figures of the true bore: what an infinitely sure gauge would find, extremes and ovality in every direction,
 * taper in those that are read, nm.
 */
export function trueFigures(
  bore: HiddenBore,
  directions: readonly number[],
): {
  readonly largest: number;
  readonly smallest: number;
  readonly outOfRound: number;
  readonly taper: number;
} {
  const depths = bore.a.length;
  const half = bore.a.map((a, i) => Math.hypot(a, bore.b[i]!));
  const mean = bore.a.map((_, i) => bore.base + bore.taper * share(i, depths));
  let taper = 0;
  for (const angle of directions) {
    const along = bore.a.map((_, i) => trueDiameter(bore, i, angle));
    taper = Math.max(taper, Math.max(...along) - Math.min(...along));
  }
  return {
    largest: Math.max(...mean.map((m, i) => m + half[i]!)),
    smallest: Math.min(...mean.map((m, i) => m - half[i]!)),
    outOfRound: 2 * Math.max(...half),
    taper,
  };
}

/**
 * What a gauge shows of true sizes in one sitting: every named error source drawn once and shared by all
 * readings that share it, rounded to what the gauge resolves.
 * @param readings places with their true size as value
 * @returns sizes as shown, nm
 */
export function shownSizes(readings: readonly TakenReading[], bench: Bench, draws: Draws): number[] {
  const errors = new Map<string, number>();
  const error = (e: Estimate): number =>
    e.components.reduce((sum, c) => {
      // What is rounded away is rounded below, not drawn.
      if (c.kind === 'resolution') return sum;
      const known =
        errors.get(c.key) ??
        (c.shape === 'rectangular' ? (draws.uniform() - 0.5) * Math.sqrt(12) : draws.normal());
      errors.set(c.key, known);
      return sum + known * c.amplitude;
    }, 0);
  return readings.map((r) => {
    const { resolution } = bench.instruments.find((i) => i.id === r.instrumentId)!;
    const shown = r.value + error(readingEstimate(r, bench));
    return Math.round(shown / resolution) * resolution;
  });
}
