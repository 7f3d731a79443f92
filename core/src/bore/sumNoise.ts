import type { NoiseRow } from './mapModel.js';

type Columns = readonly Float64Array[];

/** Adds one to three columns in one pass, each by its factor, from left to right. */
function addLast(of: Columns, by: readonly number[], count: number, into: Float64Array): void {
  const [a, b, c] = of;
  const [fa, fb, fc] = by as readonly [number, number, number];
  if (c) for (let i = 0; i < count; i += 1) into[i] = into[i]! + fa * a![i]! + fb * b![i]! + fc * c[i]!;
  else if (b) for (let i = 0; i < count; i += 1) into[i] = into[i]! + fa * a![i]! + fb * b[i]!;
  else if (a) for (let i = 0; i < count; i += 1) into[i]! += fa * a[i]!;
}

/**
 * Sums a row's noise over a block, four columns in a pass: a pass is what costs. The sums are the same to the last bit as
 * one column after the other would give.
 * @param row     which sources, and by how much each moves it
 * @param sources a column of draws each
 * @param into    what the sum is put into
 */
export function sumNoise({ at, by }: NoiseRow, sources: Columns, count: number, into: Float64Array): void {
  const whole = at.length - (at.length % 4);
  if (whole === 0) into.fill(0, 0, count);
  for (let k = 0; k < whole; k += 4) {
    const a = sources[at[k]!]!;
    const b = sources[at[k + 1]!]!;
    const c = sources[at[k + 2]!]!;
    const d = sources[at[k + 3]!]!;
    const fa = by[k]!;
    const fb = by[k + 1]!;
    const fc = by[k + 2]!;
    const fd = by[k + 3]!;
    if (k === 0)
      for (let i = 0; i < count; i += 1) into[i] = 0 + fa * a[i]! + fb * b[i]! + fc * c[i]! + fd * d[i]!;
    else
      for (let i = 0; i < count; i += 1)
        into[i] = into[i]! + fa * a[i]! + fb * b[i]! + fc * c[i]! + fd * d[i]!;
  }
  const left = [...at.subarray(whole)].map((k) => sources[k]!);
  addLast(left, [...by.subarray(whole)], count, into);
}
