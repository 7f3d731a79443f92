import type { MapModel } from './mapModel.js';

// Taken once: in the loops below looking them up each time is most of the time.
const { sqrt } = Math;

/** Noise of every station in a block of draws, a column each. */
type Columns = readonly Float64Array[];

/**
 * What a part exactly at its limit would show in each draw of the noise, nothing else in it: for extremes how
 * far past the limit its farthest reading or fit lies, for out-of-round and taper the figure itself.
 */
export interface AtLimit {
  /** Largest of the noise over the map, every place at its limit; and smallest. */
  readonly high: Float64Array;
  readonly low: Float64Array;
  readonly round: Float64Array;
  readonly taper: Float64Array;
}

/**
 * Works one block of draws of a part at its limits: every place at the same size for the extremes, every depth
 * as oval as the limit, every direction tapered by it.
 * @param limits out-of-round and taper limits, nm; 0 where none is held against
 */
export function atLimit(
  model: MapModel,
  noise: Columns,
  limits: { readonly round: number; readonly taper: number },
  count: number,
  out: AtLimit,
): void {
  const { depths, taperSets } = model;
  const offsets = new Float64Array(noise.length);
  for (const d of depths) for (const r of d.rows) offsets[r] = limits.taper * d.taper;
  for (let i = 0; i < count; i += 1) {
    let high = -Infinity;
    let low = Infinity;
    let round = 0;
    let topOfDepths = -Infinity;
    let bottomOfDepths = Infinity;
    for (let k = 0; k < depths.length; k += 1) {
      const { rows, fit, oval, taper, noise: scatter } = depths[k]!;
      let most = -Infinity;
      let least = Infinity;
      let ovalMost = -Infinity;
      let ovalLeast = Infinity;
      let m = 0;
      let a = 0;
      let b = 0;
      let oa = 0;
      let ob = 0;
      for (let r = 0; r < rows.length; r += 1) {
        const v = noise[rows[r]!]![i]!;
        const o = v + limits.round * oval[r]!;
        if (v > most) most = v;
        if (v < least) least = v;
        if (o > ovalMost) ovalMost = o;
        if (o < ovalLeast) ovalLeast = o;
        if (fit) {
          m += fit[0]![r]! * v;
          a += fit[1]![r]! * v;
          b += fit[2]![r]! * v;
          oa += fit[1]![r]! * o;
          ob += fit[2]![r]! * o;
        }
      }
      if (most + limits.taper * taper > topOfDepths) topOfDepths = most + limits.taper * taper;
      if (most + limits.taper * taper < bottomOfDepths) bottomOfDepths = most + limits.taper * taper;
      let range = ovalMost - ovalLeast;
      if (fit) {
        const half = sqrt(a * a + b * b);
        if (m + half > most) most = m + half;
        if (m - half < least) least = m - half;
        const raw = 4 * (oa * oa + ob * ob) - scatter;
        if (raw > range * range) range = sqrt(raw);
      }
      if (rows.length > 1 && range > round) round = range;
      if (most > high) high = most;
      if (least < low) low = least;
    }
    out.high[i] = high;
    out.low[i] = low;
    out.round[i] = round;
    if (taperSets === null) out.taper[i] = topOfDepths - bottomOfDepths;
    else {
      let most = 0;
      for (let g = 0; g < taperSets.length; g += 1) {
        const set = taperSets[g]!;
        let up = -Infinity;
        let down = Infinity;
        for (let r = 0; r < set.length; r += 1) {
          const v = noise[set[r]!]![i]! + offsets[set[r]!]!;
          if (v > up) up = v;
          if (v < down) down = v;
        }
        if (up - down > most) most = up - down;
      }
      out.taper[i] = most;
    }
  }
}
