/** Standard pressure at sea level, kPa (ISO 2533). */
const SEA_LEVEL = 101.325;

/**
 * Pressure of the air at an altitude of the standard atmosphere (ISO 2533, troposphere).
 * @param altitude m, −450 to 11 000
 * @returns kPa
 * @example Math.round(airAt(1500) * 10) / 10 // 84.6
 */
export const airAt = (altitude: number): number => SEA_LEVEL * (1 - 2.25577e-5 * altitude) ** 5.25588;

/** What the air was when the engine was tested: a barometer counts before the altitude. */
export interface Air {
  /** m; null where nobody said. */
  readonly altitude: number | null;
  /** hPa at the bench, not brought to sea level; null where none was read. */
  readonly barometer: number | null;
}

/**
 * How much of its sea-level compression an engine shows in this air.
 * @returns 1 where neither is known
 * @example Math.round(airFactor({ altitude: 1500, barometer: null }) * 1000) / 1000 // 0.835
 */
export const airFactor = ({ altitude, barometer }: Air): number =>
  barometer !== null ? barometer / 10 / SEA_LEVEL : altitude !== null ? airAt(altitude) / SEA_LEVEL : 1;
