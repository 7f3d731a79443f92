import { EXPANSION, type EngineWall, wallMaterial } from '../specs/index.js';
import { RING_IRON } from './gapWarmth.js';

const { PI } = Math;

/** How warm ring and wall are above 20 °C, K. */
export interface RingWarmth {
  readonly ring: number;
  readonly wall: number;
}

/**
 * The two moments that differ: in the first seconds the ring has the gas's heat and the wall hardly any; once warm the
 * wall has caught up. Estimates for the class of engine.
 */
export const RING_WARM_UP: Record<
  'liquid' | 'air',
  { readonly first: RingWarmth; readonly warm: RingWarmth }
> = {
  liquid: { first: { ring: 180, wall: 40 }, warm: { ring: 180, wall: 110 } },
  air: { first: { ring: 200, wall: 40 }, warm: { ring: 200, wall: 140 } },
};

/**
 * What warmth does to a gap: π·D·(α_c·ΔT_c − α_r·ΔT_r). The wall carries the ring's ends apart, the ring's own warmth
 * closes them.
 *
 * @param bore   nm
 * @param warmth K above 20 °C
 * @returns nm, negative where the gap closes
 * @example Math.round(gapChange(79e6, 'iron-sleeve', { ring: 200, wall: 130 }) / 1000) // -216
 */
export const gapChange = (bore: number, wall: EngineWall, { ring, wall: of }: RingWarmth): number =>
  PI * bore * 1e-6 * (EXPANSION[wallMaterial(wall)] * of - RING_IRON * ring);
