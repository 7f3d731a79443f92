import { OutOfRange } from '../errors.js';
import { EXPANSION, type Material } from '../specs/index.js';

export type Cooling = 'liquid' | 'air';

/** How fast a part takes on its running temperature: rise over the bench and time constant. Estimates. */
export interface Warming {
  /** Rise at full warmth, K. */
  readonly rise: number;
  /** Time constant, s. */
  readonly tau: number;
}

/** Usual estimates for a gentle warm-up; harsh is the piston at once under load. */
export const WARMING: Record<Cooling, { readonly piston: Warming; readonly wall: Warming }> = {
  liquid: { piston: { rise: 60, tau: 15 }, wall: { rise: 60, tau: 90 } },
  air: { piston: { rise: 110, tau: 15 }, wall: { rise: 110, tau: 150 } },
};

/** A harsh warm-up drives the piston half as hot again in half the time; the wall follows as it can. */
const HARSH: { readonly rise: number; readonly tau: number } = { rise: 1.5, tau: 0.5 };

export const harsh = (w: Warming): Warming => ({ rise: w.rise * HARSH.rise, tau: w.tau * HARSH.tau });

export interface WarmUpBuild {
  /** Sizes at 20 °C, nm. */
  readonly bore: number;
  readonly piston: number;
  readonly boreMaterial: Material;
  readonly pistonMaterial: Material;
}

export interface WarmUpPoint {
  /** s */
  readonly t: number;
  /** Rise of piston and wall over the bench, K. */
  readonly piston: number;
  readonly wall: number;
  /** Diametral clearance by the model, nm. An estimate: only differences of it mean anything. */
  readonly clearance: number;
}

/** Rise at a time, ΔT·(1 − e^(−t/τ)), K. */
export const riseAt = (w: Warming, t: number): number => w.rise * (1 - Math.exp(-t / w.tau));

/** Clearance with both parts warmed, D₂₀(1 + α_c·ΔT_c) − P₂₀(1 + α_p·ΔT_p), nm. */
export const warmClearance = (build: WarmUpBuild, wallRise: number, pistonRise: number): number =>
  build.bore * (1 + EXPANSION[build.boreMaterial] * 1e-6 * wallRise) -
  build.piston * (1 + EXPANSION[build.pistonMaterial] * 1e-6 * pistonRise);

export interface WarmUp {
  readonly points: readonly WarmUpPoint[];
  /** Where the clearance is least. */
  readonly dip: WarmUpPoint;
}

/**
 * Clearance over the first minutes after a start, by two lags. It explains why a clearance is what it is and
 * never overrides a sheet.
 * @param bench °C at the start
 * @param seconds length of the run, > 0
 */
export function warmUp(
  build: WarmUpBuild,
  warming: { readonly piston: Warming; readonly wall: Warming },
  bench = 20,
  seconds = 300,
  steps = 150,
): WarmUp {
  if (!(seconds > 0) || !(steps >= 1)) throw new OutOfRange('seconds of warm-up', seconds, 'above 0');
  const points = Array.from({ length: steps + 1 }, (_, i): WarmUpPoint => {
    const t = (seconds * i) / steps;
    const piston = riseAt(warming.piston, t);
    const wall = riseAt(warming.wall, t);
    return { t, piston, wall, clearance: warmClearance(build, bench - 20 + wall, bench - 20 + piston) };
  });
  return { points, dip: points.reduce((a, b) => (b.clearance < a.clearance ? b : a)) };
}

/**
 * How much this build differs, moment by moment, from one at the maker's minimum clearance under the same
 * model: the only thing the model may be asked. Positive is looser.
 */
export function againstMinimum(build: WarmUpBuild, minimum: number, run: WarmUp): number[] {
  const reference = { ...build, piston: build.bore - minimum };
  return run.points.map((p) => p.clearance - warmClearance(reference, p.wall, p.piston));
}
