import { OutOfRange } from '../errors.js';

const RAD = Math.PI / 180;
/** Parts of its range in which a click wrench may be believed. */
const BELIEVED = [0.2, 1] as const;

/** What is put on a wrench; lengths in one unit. */
export interface Adapter {
  /** From the square to the mark on the grip, > 0. */
  readonly arm: number;
  /** From the square to the bolt, ≥ 0. */
  readonly out: number;
  /** 0 straight out, 90 across, 180 folded back; degrees. */
  readonly angle: number;
}

/**
 * What a wrench is set to so that the bolt gets its torque through an adapter: T·ℓ/(ℓ + e·cos φ).
 * @param torque at the bolt, in any unit
 * @throws OutOfRange where the adapter folds back past the grip
 * @example adapterSetting(40, { arm: 280, out: 45, angle: 0 }) // 34.46
 */
export function adapterSetting(torque: number, { arm, out, angle }: Adapter): number {
  const reach = arm + out * Math.cos(angle * RAD);
  if (!(arm > 0)) throw new OutOfRange('arm', arm, 'above 0');
  if (!(reach > 0)) throw new OutOfRange('arm with the adapter', reach, 'above 0');
  return (torque * arm) / reach;
}

/**
 * Whether a wrench may be believed at a setting: from a fifth of its range to all of it.
 * @param setting in the unit of its range, > 0
 * @param range   the most it can be set to
 * @example isBelieved(18, 100) // false
 */
export const isBelieved = (setting: number, range: number): boolean =>
  setting >= range * BELIEVED[0] && setting <= range * BELIEVED[1];

/** Nut factors of threads nobody gives another for: F = T/(K·d). */
export const NUT_FACTOR = { dry: 0.2, oiled: 0.14 } as const;

/**
 * Tension a torque leaves in a bolt, F = T/(K·d).
 * @param torque N·m
 * @param diameter nominal, nm
 * @param factor K, > 0; of dry or oiled threads by NUT_FACTOR, of others by their sheet alone
 * @returns kN
 * @example preload(21.5, 8e6, NUT_FACTOR.dry) // 13.4
 */
export function preload(torque: number, diameter: number, factor: number): number {
  if (!(diameter > 0 && factor > 0))
    throw new OutOfRange('diameter and factor', [diameter, factor], 'above 0');
  return torque / (factor * diameter * 1e-9) / 1_000;
}
