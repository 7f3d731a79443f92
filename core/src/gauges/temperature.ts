import { EXPANSION, expansionWithin, type Material } from '../specs/index.js';
import type { Component } from './estimate.js';

// Taken once: in the loops below looking them up each time is most of the time.
const { sqrt } = Math;

/** What was said about temperature while measuring. */
export interface Thermal {
  /** Temperature of the bench and of the gauges on it, °C. */
  readonly celsius: number;
  /** Read from a thermometer; otherwise taken to be known within ±5 K. */
  readonly measured: boolean;
  /** Part and gauge lay on the same bench for two hours; otherwise they may differ by ±2 K. */
  readonly sameBench: boolean;
  /** Temperature of the cylinder, °C, where it was taken apart from the bench's. */
  readonly cylinder: number | null;
  /** Temperature of piston, pin and rod, °C, where it was taken apart from the bench's. */
  readonly piston: number | null;
}

export const UNSTATED_THERMAL: Thermal = {
  celsius: 20,
  measured: false,
  sameBench: false,
  cylinder: null,
  piston: null,
};

/** Which thermometer reading belongs to a part. */
export type ThermalPart = 'cylinder' | 'piston';

const ROOT3 = sqrt(3);

/**
 * Size at 20 °C from a reading at another temperature: D₂₀ = R·(1 + α_g·(T_g − 20))/(1 + α_p·(T_p − 20)),
 * with the error sources that temperature leaves in it. Bore and piston share the bench temperature and the
 * gauge's expansion by key, so that what is common to both cancels in their difference.
 *
 * @param reading nm
 * @param key     of the part (its own difference from the gauge is independent of other parts')
 * @param of      whose temperature to use where one was taken
 * @returns corrected size in nm and its temperature components
 */
export function toTwenty(
  reading: number,
  material: Material,
  key: string,
  thermal: Thermal,
  of: ThermalPart = 'cylinder',
): { readonly value: number; readonly components: readonly Component[] } {
  const alphaPart = EXPANSION[material] * 1e-6;
  const alphaGauge = EXPANSION.gauge * 1e-6;
  const own = thermal[of];
  const gaugeAway = thermal.celsius - 20;
  const partAway = (own ?? thermal.celsius) - 20;
  const value = (reading * (1 + alphaGauge * gaugeAway)) / (1 + alphaPart * partAway);
  const component = (name: string, amplitude: number): Component => ({
    key: `temperature:${name}`,
    kind: 'temperature',
    amplitude,
    dof: Infinity,
    shape: 'rectangular',
  });
  const uBench = (thermal.measured ? 1 : 5) / ROOT3;
  // A part with a thermometer reading of its own is known to a kelvin whatever bench it lay on.
  const uApart = (own !== null ? 1 : thermal.sameBench ? 0.5 : 2) / ROOT3;
  const components = [
    component('bench', value * (alphaGauge - alphaPart) * uBench),
    component(`part:${key}`, -value * alphaPart * uApart),
    component(`alpha:${material}`, (-value * partAway * (expansionWithin(material) * alphaPart)) / ROOT3),
    component('alpha:gauge', (value * gaugeAway * (0.1 * alphaGauge)) / ROOT3),
  ].filter((c) => c.amplitude !== 0);
  return { value, components };
}
