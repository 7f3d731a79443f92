import type { MapModel, ModelDepth } from './mapModel.js';

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
  /** Largest and smallest of what was read at each depth, every depth at its taper. */
  readonly top: Float64Array;
  readonly bottom: Float64Array;
}

/** @param count draws of a block */
export const limitColumns = (count: number): AtLimit => {
  const column = () => new Float64Array(count);
  return {
    high: column(),
    low: column(),
    round: column(),
    taper: column(),
    top: column(),
    bottom: column(),
  };
};

interface Limits {
  readonly round: number;
  readonly taper: number;
}

/** What one depth says in one draw goes into the extremes over all depths. */
function gather(
  out: AtLimit,
  i: number,
  most: number,
  least: number,
  range: number,
  m: number,
  half: number,
  raw: number,
  offset: number,
): void {
  const { high, low, round, top, bottom } = out;
  if (most + offset > top[i]!) top[i] = most + offset;
  if (most + offset < bottom[i]!) bottom[i] = most + offset;
  const up = m + half > most ? m + half : most;
  const down = m - half < least ? m - half : least;
  const oval = raw > range * range ? sqrt(raw) : range;
  if (oval > round[i]!) round[i] = oval;
  if (up > high[i]!) high[i] = up;
  if (down < low[i]!) low[i] = down;
}

/** A depth read in four directions, as most are: everything of a draw stays in registers. */
function ofFour(depth: ModelDepth, columns: Columns, limits: Limits, count: number, out: AtLimit): void {
  const [n0, n1, n2, n3] = columns as readonly [Float64Array, Float64Array, Float64Array, Float64Array];
  const [o0, o1, o2, o3] = [...depth.oval].map((o) => limits.round * o) as [number, number, number, number];
  const [[m0, m1, m2, m3], [a0, a1, a2, a3], [b0, b1, b2, b3]] = depth.fit!.map((f) => [...f]) as [
    [number, number, number, number],
    [number, number, number, number],
    [number, number, number, number],
  ];
  const offset = limits.taper * depth.taper;
  const scatter = depth.noise;
  for (let i = 0; i < count; i += 1) {
    const v0 = n0[i]!;
    const v1 = n1[i]!;
    const v2 = n2[i]!;
    const v3 = n3[i]!;
    const w0 = v0 + o0;
    const w1 = v1 + o1;
    const w2 = v2 + o2;
    const w3 = v3 + o3;
    const a = a0 * v0 + a1 * v1 + a2 * v2 + a3 * v3;
    const b = b0 * v0 + b1 * v1 + b2 * v2 + b3 * v3;
    const oa = a0 * w0 + a1 * w1 + a2 * w2 + a3 * w3;
    const ob = b0 * w0 + b1 * w1 + b2 * w2 + b3 * w3;
    gather(
      out,
      i,
      larger(larger(v0, v1), larger(v2, v3)),
      smaller(smaller(v0, v1), smaller(v2, v3)),
      larger(larger(w0, w1), larger(w2, w3)) - smaller(smaller(w0, w1), smaller(w2, w3)),
      m0 * v0 + m1 * v1 + m2 * v2 + m3 * v3,
      sqrt(a * a + b * b),
      4 * (oa * oa + ob * ob) - scatter,
      offset,
    );
  }
}

const larger = (a: number, b: number): number => (a > b ? a : b);
const smaller = (a: number, b: number): number => (a < b ? a : b);

/** A depth read in any other number of directions. */
function ofAny(depth: ModelDepth, columns: Columns, limits: Limits, count: number, out: AtLimit): void {
  const { fit, oval } = depth;
  const offset = limits.taper * depth.taper;
  for (let i = 0; i < count; i += 1) {
    let [most, least, ovalMost, ovalLeast] = [-Infinity, Infinity, -Infinity, Infinity];
    let [m, a, b, oa, ob] = [0, 0, 0, 0, 0];
    for (let r = 0; r < columns.length; r += 1) {
      const v = columns[r]![i]!;
      const o = v + limits.round * oval[r]!;
      if (v > most) most = v;
      if (v < least) least = v;
      if (o > ovalMost) ovalMost = o;
      if (o < ovalLeast) ovalLeast = o;
      if (!fit) continue;
      m += fit[0]![r]! * v;
      a += fit[1]![r]! * v;
      b += fit[2]![r]! * v;
      oa += fit[1]![r]! * o;
      ob += fit[2]![r]! * o;
    }
    // One direction has no roundness, and without a fit the readings are all there is.
    const range = columns.length > 1 ? ovalMost - ovalLeast : 0;
    if (fit)
      gather(
        out,
        i,
        most,
        least,
        range,
        m,
        sqrt(a * a + b * b),
        4 * (oa * oa + ob * ob) - depth.noise,
        offset,
      );
    else gather(out, i, most, least, range, most, 0, -1, offset);
  }
}

/**
 * Works one block of draws of a part at its limits: every place at the same size for the extremes, every depth
 * as oval as the limit, every direction tapered by it.
 * @param limits out-of-round and taper limits, nm; 0 where none is held against
 */
export function atLimit(model: MapModel, noise: Columns, limits: Limits, count: number, out: AtLimit): void {
  const { depths, taperSets } = model;
  out.high.fill(-Infinity, 0, count);
  out.low.fill(Infinity, 0, count);
  out.round.fill(0, 0, count);
  out.top.fill(-Infinity, 0, count);
  out.bottom.fill(Infinity, 0, count);
  // Depth by depth rather than draw by draw: what is of the depth is looked up once.
  for (const d of depths) {
    const columns = [...d.rows].map((r) => noise[r]!);
    const work = d.fit && columns.length === 4 ? ofFour : ofAny;
    work(d, columns, limits, count, out);
  }
  if (taperSets === null) {
    for (let i = 0; i < count; i += 1) out.taper[i] = out.top[i]! - out.bottom[i]!;
    return;
  }
  const offsets = new Float64Array(noise.length);
  for (const d of depths) for (const r of d.rows) offsets[r] = limits.taper * d.taper;
  out.taper.fill(0, 0, count);
  for (const set of taperSets)
    ofTaper(
      [...set].map((r) => noise[r]!),
      [...set].map((r) => offsets[r]!),
      count,
      out.taper,
    );
}

/** The readings of one direction, down the wall: how far apart they lie. */
function ofTaper(columns: Columns, offsets: readonly number[], count: number, taper: Float64Array): void {
  if (columns.length === 3) {
    const [n0, n1, n2] = columns as readonly [Float64Array, Float64Array, Float64Array];
    const [o0, o1, o2] = offsets as readonly [number, number, number];
    for (let i = 0; i < count; i += 1) {
      const a = n0[i]! + o0;
      const b = n1[i]! + o1;
      const c = n2[i]! + o2;
      const apart = larger(larger(a, b), c) - smaller(smaller(a, b), c);
      if (apart > taper[i]!) taper[i] = apart;
    }
    return;
  }
  for (let i = 0; i < count; i += 1) {
    let up = -Infinity;
    let down = Infinity;
    for (let r = 0; r < columns.length; r += 1) {
      const v = columns[r]![i]! + offsets[r]!;
      if (v > up) up = v;
      if (v < down) down = v;
    }
    if (up - down > taper[i]!) taper[i] = up - down;
  }
}
