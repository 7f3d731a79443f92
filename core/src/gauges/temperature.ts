import { EXPANSION, type Material } from '../specs/index.js';
import type { Component } from './estimate.js';

/** What was said about temperature while measuring. */
export interface Thermal {
  /** Temperature of the bench, °C. */
  readonly celsius: number;
  /** Read from a thermometer; otherwise taken to be known within ±5 K. */
  readonly measured: boolean;
  /** Part and gauge lay on the same bench for two hours; otherwise they may differ by ±2 K. */
  readonly sameBench: boolean;
}

export const UNSTATED_THERMAL: Thermal = { celsius: 20, measured: false, sameBench: false };

const ROOT3 = Math.sqrt(3);

/**
 * Size at 20 °C from a reading at another temperature: D₂₀ = R·(1 + α_g·ΔT)/(1 + α_p·ΔT), with the error
 * sources that the temperature leaves in it. Bore and piston share the bench temperature and the gauge's
 * expansion by key, so that what is common to both cancels in their difference.
 *
 * @param reading nm
 * @param part    key of the part (its own difference from the gauge is independent of other parts')
 * @returns corrected size in nm and its temperature components
 */
export function toTwenty(
  reading: number,
  material: Material,
  part: string,
  thermal: Thermal,
): { readonly value: number; readonly components: readonly Component[] } {
  const alphaPart = EXPANSION[material] * 1e-6;
  const alphaGauge = EXPANSION.gauge * 1e-6;
  const away = thermal.celsius - 20;
  const value = (reading * (1 + alphaGauge * away)) / (1 + alphaPart * away);
  const component = (key: string, amplitude: number): Component => ({
    key: `temperature:${key}`,
    kind: 'temperature',
    amplitude,
    dof: Infinity,
  });
  const uBench = (thermal.measured ? 1 : 5) / ROOT3;
  const uApart = (thermal.sameBench ? 0.5 : 2) / ROOT3;
  const components = [
    component('bench', value * (alphaGauge - alphaPart) * uBench),
    component(`part:${part}`, -value * alphaPart * uApart),
    component(`alpha:${material}`, (-value * away * (0.1 * alphaPart)) / ROOT3),
    component('alpha:gauge', (value * away * (0.1 * alphaGauge)) / ROOT3),
  ].filter((c) => c.amplitude !== 0);
  return { value, components };
}
