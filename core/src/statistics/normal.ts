// Taken once: in the loops below looking them up each time is most of the time.
const { abs, exp, log, sqrt } = Math;
/* eslint-disable no-loss-of-precision -- coefficients stand as published */

/**
 * Standard normal distribution function Φ(x).
 * Complementary error function by W. J. Cody's rational approximations (Math. Comp. 1969), relative
 * error below 1e-15.
 */
export function normalCdf(x: number): number {
  return 0.5 * erfc(-x / Math.SQRT2);
}

const P1 = [
  3.20937758913846947e3, 3.77485237685302021e2, 1.1386415415105016e2, 3.1611237438705656,
  1.85777706184603153e-1,
];
const Q1 = [2.84423683343917062e3, 1.28261652607737228e3, 2.44024637934444173e2, 2.36012909523441209e1, 1];
const P2 = [
  1.23033935479799725e3, 2.05107837782607147e3, 1.71204761263407058e3, 8.8195222124176909e2,
  2.98635138197400131e2, 6.61191906371416295e1, 8.88314979438837594, 5.64188496988670089e-1,
  2.15311535474403846e-8,
];
const Q2 = [
  1.23033935480374942e3, 3.43936767414372164e3, 4.36261909014324716e3, 3.29079923573345963e3,
  1.62138957456669019e3, 5.37181101862009858e2, 1.17693950891312499e2, 1.57449261107098347e1, 1,
];
const P3 = [
  6.58749161529837803e-4, 1.60837851487422766e-2, 1.25781726111229246e-1, 3.60344899949804439e-1,
  3.05326634961232344e-1, 1.63153871373020978e-2,
];
const Q3 = [
  2.33520497626869185e-3, 6.05183413124413191e-2, 5.27905102951428412e-1, 1.87295284992346047,
  2.56852019228982242, 1,
];

const polynomial = (c: readonly number[], x: number): number => c.reduceRight((sum, k) => sum * x + k, 0);

function erfc(x: number): number {
  const a = abs(x);
  if (a <= 0.46875) return 1 - (x * polynomial(P1, a * a)) / polynomial(Q1, a * a);
  let tail: number;
  if (a <= 4) tail = (exp(-a * a) * polynomial(P2, a)) / polynomial(Q2, a);
  else {
    const y = 1 / (a * a);
    tail = (exp(-a * a) / a) * (1 / sqrt(Math.PI) - (y * polynomial(P3, y)) / polynomial(Q3, y));
  }
  return x > 0 ? tail : 2 - tail;
}

/**
 * Standard normal quantile z_p = Φ⁻¹(p), Wichura's algorithm AS 241 (Applied Statistics 1988), about 1e-16.
 * Written out, since a propagation calls it tens of millions of times.
 * @param p 0 < p < 1; 0 and 1 give ∓∞
 */
export function normalQuantile(p: number): number {
  if (!(p > 0)) return p === 0 ? -Infinity : NaN;
  if (!(p < 1)) return p === 1 ? Infinity : NaN;
  const q = p - 0.5;
  if (q <= 0.425 && q >= -0.425) {
    const r = 0.180625 - q * q;
    const top =
      ((((((2509.0809287301226727 * r + 33430.575583588128105) * r + 67265.770927008700853) * r +
        45921.953931549871457) *
        r +
        13731.693765509461125) *
        r +
        1971.5909503065514427) *
        r +
        133.14166789178437745) *
        r +
      3.387132872796366608;
    const bottom =
      ((((((5226.495278852545925 * r + 28729.085735721942674) * r + 39307.89580009271061) * r +
        21213.794301586595867) *
        r +
        5394.1960214247511077) *
        r +
        687.1870074920579083) *
        r +
        42.313330701600911252) *
        r +
      1;
    return (q * top) / bottom;
  }
  const r = sqrt(-log(q < 0 ? p : 1 - p));
  const z = r <= 5 ? nearTail(r - 1.6) : farTail(r - 5);
  return q < 0 ? -z : z;
}

const nearTail = (r: number): number =>
  (((((((7.7454501427834140764e-4 * r + 0.0227238449892691845833) * r + 0.24178072517745061177) * r +
    1.27045825245236838258) *
    r +
    3.64784832476320460504) *
    r +
    5.7694972214606914055) *
    r +
    4.6303378461565452959) *
    r +
    1.42343711074968357734) /
  (((((((1.05075007164441684324e-9 * r + 5.475938084995344946e-4) * r + 0.0151986665636164571966) * r +
    0.14810397642748007459) *
    r +
    0.68976733498510000455) *
    r +
    1.6763848301838038494) *
    r +
    2.05319162663775882187) *
    r +
    1);

const farTail = (r: number): number =>
  (((((((2.01033439929228813265e-7 * r + 2.71155556874348757815e-5) * r + 0.0012426609473880784386) * r +
    0.026532189526576123093) *
    r +
    0.29656057182850489123) *
    r +
    1.7848265399172913358) *
    r +
    5.4637849111641143699) *
    r +
    6.6579046435011037772) /
  (((((((2.04426310338993978564e-15 * r + 1.4215117583164458887e-7) * r + 1.8463183175100546818e-5) * r +
    7.868691311456132591e-4) *
    r +
    0.0148753612908506148525) *
    r +
    0.13692988092273580531) *
    r +
    0.59983220655588793769) *
    r +
    1);
