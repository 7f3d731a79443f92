import { OutOfRange } from '../errors.js';

const { PI } = Math;
const CM3 = 1e-21;

/** What the room above the piston at top dead centre is made of; lengths in nm, volumes in cm³. */
export interface Chamber {
  readonly bore: number;
  /** Filled from a burette up to the head's face, cm³. */
  readonly burette: number;
  /** Head gasket once clamped, and the bore it is cut to. */
  readonly gasket: number;
  readonly gasketBore: number;
  /** Deck clearance, negative where the piston stands proud. */
  readonly deck: number;
  /** How far the crown stands into the chamber, cm³; negative for a dish. */
  readonly dome: number;
}

/** Area of a bore times a height, cm³. */
const cylinder = (bore: number, height: number): number => (PI / 4) * bore * bore * height * CM3;

/**
 * Swept volume of one cylinder, π/4·D²·S.
 * @param bore   nm
 * @param stroke nm
 * @returns cm³
 * @example sweptVolume(76.4e6, 68e6) // 311.73
 */
export const sweptVolume = (bore: number, stroke: number): number => cylinder(bore, stroke);

/**
 * Clearance volume: burette to the head's face, the gasket, the deck, less the dome.
 * @returns cm³
 * @throws OutOfRange when nothing would be left
 * @example clearanceVolume({ bore: 77e6, burette: 20, gasket: 1e6, gasketBore: 78e6, deck: 0.3e6, dome: 0 }) // 26.175
 */
export function clearanceVolume({ bore, burette, gasket, gasketBore, deck, dome }: Chamber): number {
  const volume = burette + cylinder(gasketBore, gasket) + cylinder(bore, deck) - dome;
  if (!(volume > 0)) throw new OutOfRange('clearance volume', volume, 'above 0 cm³');
  return volume;
}

/**
 * Compression ratio, (swept + clearance)/clearance; with the stroke left after the exhaust closes, the trapped one.
 * @param stroke whole stroke, or from where the exhaust port closes, nm
 * @example compressionRatio({ bore: 76.4e6, burette: 22, gasket: 0, gasketBore: 76.4e6, deck: 0, dome: 0 }, 68e6) // 15.17
 */
export const compressionRatio = (chamber: Chamber, stroke: number): number =>
  1 + sweptVolume(chamber.bore, stroke) / clearanceVolume(chamber);
