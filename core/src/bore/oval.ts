import { OutOfRange } from '../errors.js';
import { linear, type Estimate } from '../gauges/index.js';

// Taken once: in the loops below looking them up each time is most of the time.
const { atan2, cos, hypot, max, sin, sqrt } = Math;

/** A diameter read in one direction at one depth. */
export interface Direction {
  /** Degrees clockwise from the engine's zero. */
  readonly angle: number;
  readonly of: Estimate;
}

/** Least-squares oval D(θ) = m + a·cos 2θ + b·sin 2θ through the diameters at one depth. */
export interface Oval {
  /** Mean diameter. */
  readonly m: Estimate;
  readonly a: Estimate;
  readonly b: Estimate;
  /** Half the fitted ovality, √(a² + b²), nm. */
  readonly amplitude: number;
  /** Fitted ovality 2√(a² + b²), nm. */
  readonly ovality: number;
  /** The fitted ovality with the gauge's scatter taken out, √max(0, V² − 16u²/n), nm. */
  readonly ovalityLessNoise: number;
  /** Direction of the long axis, 0 ≤ φ < 180; null when scatter alone could have drawn it. */
  readonly longAxis: number | null;
  /** Mean diameter plus and minus half the ovality. */
  readonly largest: Estimate;
  readonly smallest: Estimate;
  /** 2√(a² + b²) as an estimate, for its uncertainty. */
  readonly oval: Estimate;
}

const RAD = Math.PI / 180;

/** Inverse of a symmetric 3 × 3 matrix by cofactors. */
function inverse3(m: readonly (readonly number[])[]): number[][] {
  const at = (r: number, c: number) => m[r % 3]![c % 3]!;
  const cofactor = (r: number, c: number) =>
    at(r + 1, c + 1) * at(r + 2, c + 2) - at(r + 1, c + 2) * at(r + 2, c + 1);
  const det = at(0, 0) * cofactor(0, 0) + at(0, 1) * cofactor(0, 1) + at(0, 2) * cofactor(0, 2);
  return [0, 1, 2].map((r) => [0, 1, 2].map((c) => cofactor(c, r) / det));
}

/**
 * Weights with which the readings at these angles make m, a and b of the least-squares oval.
 * @param angles degrees, at least three distinct directions
 */
export function fitWeights(angles: readonly number[]): readonly (readonly number[])[] {
  const rows = angles.map((t) => [1, cos(2 * t * RAD), sin(2 * t * RAD)] as const);
  const normal = [0, 1, 2].map((i) => [0, 1, 2].map((j) => rows.reduce((sum, x) => sum + x[i]! * x[j]!, 0)));
  const inverse = inverse3(normal);
  return [0, 1, 2].map((i) => rows.map((x) => inverse[i]!.reduce((sum, v, j) => sum + v * x[j]!, 0)));
}

/**
 * Fits the oval of one depth.
 *
 * @param readings diameters in at least three distinct directions (angles 180° apart are one direction)
 * @param u        standard uncertainty of the part of a reading that is independent of the others, nm
 * @throws OutOfRange with fewer than three distinct directions
 * @example fitShape([0, 45, 90, 135].map((angle, i) => ({ angle, of: exactly(mm([77.094, 77.081, 77.068, 77.079][i])) })), um(1.5)) // { m: { value: 77_080_500 }, longAxis: 2.2 }
 */
export function fitShape(readings: readonly Direction[], u: number): Oval {
  const n = readings.length;
  const distinct = new Set(readings.map((r) => ((r.angle % 180) + 180) % 180)).size;
  if (distinct < 3) throw new OutOfRange('number of distinct directions', distinct, 'at least 3');
  const weights = fitWeights(readings.map((r) => r.angle));
  const combine = (i: number): Estimate => linear(readings.map((r, k) => ({ c: weights[i]![k]!, of: r.of })));
  const [m, a, b] = [combine(0), combine(1), combine(2)];

  const amplitude = hypot(a.value, b.value);
  const [ca, cb] = amplitude === 0 ? [1, 0] : [a.value / amplitude, b.value / amplitude];
  const ovality = 2 * amplitude;
  const axis = (atan2(b.value, a.value) / 2 / RAD + 180) % 180;
  const terms = (sign: 1 | -1) => [
    { c: 1, of: m },
    { c: sign * ca, of: a },
    { c: sign * cb, of: b },
  ];
  return {
    m,
    a,
    b,
    amplitude,
    ovality,
    ovalityLessNoise: sqrt(max(0, ovality ** 2 - (16 * u * u) / n)),
    longAxis: amplitude > 2 * u * sqrt(2 / n) ? axis : null,
    largest: linear(terms(1)),
    smallest: linear(terms(-1)),
    oval: linear([
      { c: 2 * ca, of: a },
      { c: 2 * cb, of: b },
    ]),
  };
}
