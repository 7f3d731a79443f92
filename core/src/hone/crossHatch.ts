import { OutOfRange } from '../errors.js';

const { atan, PI, tan } = Math;
const RADIANS = PI / 180;

/** Strokes a hand keeps up on a drill, full cycles a minute. */
export const HAND_PACE = { slowest: 30, usual: 45, fastest: 60 } as const;

interface Stroke {
  /** Finished diameter, nm, > 0. */
  readonly bore: number;
  /** One stroke of the tool one way, nm, > 0. */
  readonly travel: number;
}

/** Included angle of a cross-hatch as a sheet may name it, 0 to 180 exclusive, degrees. */
function included(angle: number): number {
  if (!(angle > 0 && angle < 180))
    throw new OutOfRange('angle of the cross-hatch', angle, 'above 0 and below 180');
  return angle;
}

function above(name: string, value: number): number {
  if (!(value > 0)) throw new OutOfRange(name, value, 'above 0');
  return value;
}

/** Axial speed over peripheral speed at an angle. */
const slope = (angle: number): number => tan((included(angle) / 2) * RADIANS);

/**
 * Full cycles, down and up, that leave a cross-hatch of an angle.
 *
 * The scratch runs along the sum of the tool’s axial and peripheral speed: tan(β / 2) = axial / (π · D · n), and one
 * cycle is the travel twice.
 *
 * @param stroke bore and travel, nm
 * @param rpm    of the spindle, > 0
 * @param angle  β between the two sets of scratches, which opens towards the sides, degrees, 0 to 180 exclusive
 * @returns cycles a minute
 * @throws OutOfRange when something is outside its range
 * @example Math.round(crossHatchCycles({ bore: 77e6, travel: 85e6 }, 120, 45)) // 71
 */
export const crossHatchCycles = ({ bore, travel }: Stroke, rpm: number, angle: number): number =>
  (PI * above('bore', bore) * above('spindle speed', rpm) * slope(angle)) / (2 * above('travel', travel));

/**
 * Spindle speed at which a pace leaves an angle.
 *
 * @param cycles a minute, > 0
 * @returns revolutions a minute
 * @throws OutOfRange when something is outside its range
 * @example Math.round(crossHatchSpeed({ bore: 77e6, travel: 85e6 }, 71, 45)) // 120
 */
export const crossHatchSpeed = ({ bore, travel }: Stroke, cycles: number, angle: number): number =>
  (2 * above('travel', travel) * above('pace', cycles)) / (PI * above('bore', bore) * slope(angle));

/**
 * The angle a pace and a speed leave.
 *
 * @returns degrees between the two sets of scratches
 * @throws OutOfRange when something is not above nothing
 * @example Math.round(crossHatchAngle({ bore: 77e6, travel: 85e6 }, 120, 99)) // 60
 */
export const crossHatchAngle = ({ bore, travel }: Stroke, rpm: number, cycles: number): number =>
  (2 *
    atan(
      (2 * above('travel', travel) * above('pace', cycles)) /
        (PI * above('bore', bore) * above('spindle speed', rpm)),
    )) /
  RADIANS;

/** A sheet that counts the angle from the other side: over 90° it means the rest to 180°. */
export const asOpensToTheSides = (angle: number): number => (included(angle) > 90 ? 180 - angle : angle);
