import { normalCdf } from './normal.js';

// Taken once: in the loops below looking them up each time is most of the time.
const { abs, exp, log, max } = Math;

function logGamma(x: number): number {
  // Lanczos approximation, g = 7, n = 9; relative error below 1e-14 for x > 0.
  const c = [
    0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059,
    12.507343278686905, -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
  ];
  const y = x - 1;
  let sum = c[0]!;
  for (let i = 1; i < 9; i += 1) sum += c[i]! / (y + i);
  const t = y + 7.5;
  return 0.5 * log(2 * Math.PI) + (y + 0.5) * log(t) - t + log(sum);
}

function betaFraction(a: number, b: number, x: number): number {
  const tiny = 1e-300;
  let c = 1;
  let d = 1 / max(abs(1 - ((a + b) * x) / (a + 1)), tiny);
  let h = d;
  for (let m = 1; m < 400; m += 1) {
    const even = (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m));
    d = 1 / (1 + even * d || tiny);
    c = 1 + even / c || tiny;
    h *= d * c;
    const odd = (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1));
    d = 1 / (1 + odd * d || tiny);
    c = 1 + odd / c || tiny;
    h *= d * c;
    if (abs(d * c - 1) < 1e-15) break;
  }
  return h;
}

function incompleteBeta(a: number, b: number, x: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const front = exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * log(x) + b * log(1 - x));
  return x < (a + 1) / (a + b + 2)
    ? (front * betaFraction(a, b, x)) / a
    : 1 - (front * betaFraction(b, a, 1 - x)) / b;
}

/**
 * Student's t distribution function by the incomplete beta function.
 * @param dof degrees of freedom, > 0; Infinity gives the normal distribution
 */
export function studentCdf(t: number, dof: number): number {
  if (dof > 1e6) return normalCdf(t);
  const tail = 0.5 * incompleteBeta(dof / 2, 0.5, dof / (dof + t * t));
  return t > 0 ? 1 - tail : tail;
}
