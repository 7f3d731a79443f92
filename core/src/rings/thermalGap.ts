import { EXPANSION, type Wall, wallMaterial } from '../specs/index.js';
import { RING_IRON } from './gapWarmth.js';

const { PI, exp } = Math;

/** How ring and wall warm up: rise and time constant. Estimates for the class of engine. */
export interface RingWarmUp {
  /** K above 20 °C, and seconds. */
  readonly ring: { readonly rise: number; readonly tau: number };
  readonly wall: { readonly rise: number; readonly tau: number };
}

/** Estimates, by how the engine is cooled: the ring follows the gas within seconds, the wall its coolant. */
export const RING_WARM_UP: Record<'liquid' | 'air', RingWarmUp> = {
  liquid: { ring: { rise: 180, tau: 8 }, wall: { rise: 90, tau: 90 } },
  air: { ring: { rise: 200, tau: 8 }, wall: { rise: 140, tau: 150 } },
};

/**
 * What warmth does to a gap: π·D·(α_c·ΔT_c − α_r·ΔT_r).
 *
 * @param bore nm
 * @param wallRise K above 20 °C, of the wall
 * @param ringRise K above 20 °C, of the ring
 * @returns nm, negative where the gap closes
 * @example Math.round(gapChange(79e6, 'iron-sleeve', 130, 200) / 1000) // -216
 */
export const gapChange = (bore: number, wall: Wall, wallRise: number, ringRise: number): number =>
  PI * bore * 1e-6 * (EXPANSION[wallMaterial(wall)] * wallRise - RING_IRON * ringRise);

/** The gap of a ring some seconds after a cold start, nm: cold, at its tightest, and once warm. */
export function gapAfter(
  cold: number,
  bore: number,
  wall: Wall,
  cooling: 'liquid' | 'air',
  seconds: number,
): number {
  const { ring, wall: cylinder } = RING_WARM_UP[cooling];
  const at = ({ rise, tau }: { rise: number; tau: number }) => rise * (1 - exp(-seconds / tau));
  return cold + gapChange(bore, wall, at(cylinder), at(ring));
}
