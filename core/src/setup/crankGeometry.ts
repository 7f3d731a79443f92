import { OutOfRange } from '../errors.js';

const { abs, asin, atan, atan2, cos, hypot, PI, sin, sqrt } = Math;
const RAD = PI / 180;

/** A crank as its sheet has it; all in one unit of length. */
export interface CrankTrain {
  /** Throw of the crank, > 0. */
  readonly throw: number;
  /** Length of the rod between its eyes, longer than throw and offset together. */
  readonly rod: number;
  /** How far the pin's axis lies off the crank's, towards the down-going crankpin; 0 where nobody gave one. */
  readonly offset?: number;
}

function checked({ throw: r, rod, offset = 0 }: CrankTrain): { r: number; l: number; e: number; h: number } {
  if (!(r > 0)) throw new OutOfRange('throw', r, 'above 0');
  if (!(rod > r + abs(offset))) throw new OutOfRange('rod', rod, 'longer than throw and offset together');
  return { r, l: rod, e: offset, h: sqrt((r + rod) ** 2 - offset ** 2) };
}

/**
 * Crank angle at which the piston stands highest, degrees from the crankpin on the cylinder's axis: asin(e/(r + L)).
 * @throws OutOfRange when the train cannot be
 * @example topDeadCentre({ throw: 34, rod: 132, offset: 1 }) // 0.3452
 */
export function topDeadCentre(train: CrankTrain): number {
  const { r, l, e } = checked(train);
  return asin(e / (r + l)) / RAD;
}

/**
 * How far the piston stands below its top dead centre.
 *
 * x(θ) = √((r + L)² − e²) − (r·cos θ + √(L² − (r·sin θ − e)²)), with θ from the crankpin on the cylinder's axis.
 *
 * @param wheel reading of a timing wheel zeroed at top dead centre, degrees after it (negative before)
 * @returns in the unit of the train, 0 at top dead centre
 * @throws OutOfRange when the train cannot be
 * @example pistonBelowTop({ throw: 34, rod: 132 }, -17) // 1.860
 */
export function pistonBelowTop(train: CrankTrain, wheel: number): number {
  const { r, l, e, h } = checked(train);
  const θ = (wheel + topDeadCentre(train)) * RAD;
  const across = r * sin(θ) - e;
  return h - (r * cos(θ) + sqrt(l * l - across * across));
}

/**
 * Stroke of a train: √((r + L)² − e²) − √((L − r)² − e²).
 * @returns in the unit of the train; twice the throw where nothing is offset
 * @throws OutOfRange when the train cannot be
 * @example strokeOf({ throw: 34, rod: 132, offset: 5 }) // 68.0523
 */
export function strokeOf(train: CrankTrain): number {
  const { r, l, e, h } = checked(train);
  return h - sqrt((l - r) ** 2 - e * e);
}

/**
 * Wheel angles at which the piston stands so far below top dead centre, before and after it.
 *
 * With d the distance from crank to pin, θ = atan2(e, h − x) ± 2·atan √((L² − (d − r)²)/((d + r)² − L²)): the half angle
 * keeps its digits where acos loses them, near the centres.
 *
 * @param below  in the unit of the train, 0 … its stroke
 * @returns degrees of a wheel zeroed at top dead centre: `before` ≤ 0 ≤ `after`
 * @throws OutOfRange outside the stroke
 * @example wheelAt({ throw: 34, rod: 132 }, 2).before // -17.63
 */
export function wheelAt(
  train: CrankTrain,
  below: number,
): { readonly before: number; readonly after: number } {
  const { r, l, e, h } = checked(train);
  const stroke = strokeOf(train);
  if (!(below >= 0 && below <= stroke * (1 + 1e-12)))
    throw new OutOfRange('distance below top dead centre', below, `0 to the stroke, ${stroke}`);
  const up = h - Math.min(below, stroke);
  const d = hypot(up, e);
  const half = 2 * atan(sqrt(Math.max(0, l * l - (d - r) ** 2) / Math.max(0, (d + r) ** 2 - l * l)));
  const middle = atan2(e, up);
  const tdc = topDeadCentre(train);
  return { before: (middle - half) / RAD - tdc, after: (middle + half) / RAD - tdc };
}

/**
 * How long a port in the wall stands open: from the piston's edge clearing its roof on the way down to its covering it on
 * the way up.
 * @param roof depth of its roof from the deck, in the unit of the train
 * @param deck deck clearance: how far the piston stays below the deck at top dead centre, negative where it stands proud
 * @returns degrees of crank; null where the edge never comes to the roof
 * @example portDuration({ throw: 34, rod: 132 }, 38.5, 0.3) // 180.9
 */
export function portDuration(train: CrankTrain, roof: number, deck: number): number | null {
  const below = roof - deck;
  if (below < 0 || below > strokeOf(train)) return null;
  const { before, after } = wheelAt(train, below);
  return 360 - (after - before);
}
