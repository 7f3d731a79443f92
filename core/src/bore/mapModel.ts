import { independentU, type Estimate } from '../gauges/index.js';
import { fitWeights } from './shape.js';
import type { MapProblem } from './mapProblem.js';

/** A size as its value and how each error source moves it. */
export interface ModelRow {
  readonly value: number;
  /** Numbers of the sources in it, and by how much each moves it, nm. */
  readonly at: Int32Array;
  readonly by: Float64Array;
}

/** Draws of one block, a column each. */
export interface DrawnSizes {
  readonly sizes: readonly Float64Array[];
  readonly piston: Float64Array;
  /** Standard normal draws of the part of the oval that two directions cannot see. */
  readonly unseen: Float64Array;
}

/** A map made ready for drawing: error sources numbered, fits reduced to fixed weights. */
export interface MapModel {
  readonly sources: readonly { readonly rectangular: boolean; readonly pool: number }[];
  /** Degrees of freedom of each pool of scatter found from few repeats. */
  readonly pools: readonly number[];
  readonly rows: readonly ModelRow[];
  readonly piston: ModelRow | null;
  /** Whether some depth was read in two directions only. */
  readonly anyTwo: boolean;
  /** Works the figures of every draw into columns from an offset on. NaN where a map does not give one. */
  readonly figures: (drawn: DrawnSizes, count: number, out: readonly Float64Array[], offset: number) => void;
}

/** Beyond this many degrees of freedom Student's t is the normal distribution for every purpose here. */
const MANY = 120;
/** Coarse enough that the last bit of a sine, which differs between engines, never reaches a result. */
const GRID = 2 ** 36;
const onGrid = (v: number): number => Math.round(v * GRID) / GRID;

interface Depth {
  readonly rows: readonly number[];
  /** Weights of m, a, b over the rows; null with fewer than three directions. */
  readonly fit: readonly (readonly number[])[] | null;
  readonly two: boolean;
  /** What scatter adds to V² on average, in the reading and again in the draw, nm². */
  readonly noise: number;
}

/** Numbers the error sources of several sizes: the same key is the same source. */
function numbered(estimates: readonly Estimate[]) {
  const index = new Map<string, number>();
  const sources: { rectangular: boolean; pool: number }[] = [];
  const pools: number[] = [];
  const poolIndex = new Map<string, number>();
  for (const e of estimates) {
    for (const c of e.components) {
      if (index.has(c.key)) continue;
      let pool = -1;
      if (c.dof <= MANY) {
        const name = c.pool ?? c.key;
        pool = poolIndex.get(name) ?? pools.push(Math.max(1, Math.round(c.dof))) - 1;
        poolIndex.set(name, pool);
      }
      index.set(c.key, sources.length);
      sources.push({ rectangular: c.shape === 'rectangular', pool });
    }
  }
  const row = (e: Estimate): ModelRow => ({
    value: e.value,
    at: Int32Array.from(e.components, (c) => index.get(c.key)!),
    by: Float64Array.from(e.components, (c) => c.amplitude),
  });
  return { sources, pools, row };
}

function depthsOf(problem: MapProblem): Depth[] {
  return [...new Set(problem.stations.map((s) => s.depth))]
    .sort((a, b) => a - b)
    .map((depth) => {
      const rows = problem.stations.flatMap((s, i) => (s.depth === depth ? [i] : []));
      const angles = rows.map((i) => problem.stations[i]!.angle);
      const directions = new Set(angles).size;
      const u = Math.max(...rows.map((i) => independentU(problem.stations[i]!.of)));
      return {
        rows,
        fit: directions >= 3 ? fitWeights(angles).map((w) => w.map(onGrid)) : null,
        two: directions === 2 && rows.length === 2,
        noise: (2 * 16 * u * u) / rows.length,
      };
    });
}

/** Pairs of rows whose difference counts as taper, by the sheet's definition; null compares depth maxima. */
function taperGroups(problem: MapProblem, depths: readonly Depth[]): number[][] | null {
  if (depths.length < 2) return [];
  const angles = [...new Set(problem.stations.map((s) => s.angle))];
  const groups = angles
    .map((angle) => problem.stations.flatMap((s, i) => (s.angle === angle ? [i] : [])))
    .filter((g) => g.length > 1);
  if (problem.taper === 'cross-depth' || groups.length === 0) return null;
  if (problem.taper === 'worst-direction') return groups;
  const ends = [...depths[0]!.rows, ...depths.at(-1)!.rows];
  return groups.map((g) => g.filter((i) => ends.includes(i))).filter((g) => g.length > 1);
}

export function mapModel(problem: MapProblem): MapModel {
  const estimates = [...problem.stations.map((s) => s.of), ...(problem.piston ? [problem.piston] : [])];
  const { sources, pools, row } = numbered(estimates);
  const rows = problem.stations.map((s) => row(s.of));
  const depths = depthsOf(problem);
  const groups = taperGroups(problem, depths);
  const anyDirections = depths.some((d) => d.rows.length > 1);
  const anyTwo = depths.some((d) => d.two);
  const anyOval = depths.some((d) => d.fit !== null || d.two);

  // Which directions a depth has, unrolled into plain arrays: this loop runs 200 000 times.
  const flat = depths.map((d) => ({
    rows: Int32Array.from(d.rows),
    m: d.fit ? Float64Array.from(d.fit[0]!) : null,
    a: Float64Array.from(d.fit?.[1] ?? []),
    b: Float64Array.from(d.fit?.[2] ?? []),
    two: d.two,
    noise: d.noise,
  }));
  const sets = groups?.map((g) => Int32Array.from(g)) ?? null;
  const { sigma } = problem;

  const figures: MapModel['figures'] = ({ sizes, piston, unseen }, count, out, offset) => {
    const [outLargest, outSmallest, outRound, outOval, outTaper, outTight, outLoose] = out as Float64Array[];
    for (let i = 0; i < count; i += 1) {
      let largest = -Infinity;
      let smallest = Infinity;
      let round = 0;
      let oval = 0;
      let highOfDepths = -Infinity;
      let lowOfDepths = Infinity;
      for (let k = 0; k < flat.length; k += 1) {
        const depth = flat[k]!;
        const { rows } = depth;
        let high = -Infinity;
        let low = Infinity;
        for (let r = 0; r < rows.length; r += 1) {
          const v = sizes[rows[r]!]![i]!;
          if (v > high) high = v;
          if (v < low) low = v;
        }
        if (high > highOfDepths) highOfDepths = high;
        if (high < lowOfDepths) lowOfDepths = high;
        let range = high - low;
        let v = 0;
        if (depth.m) {
          // About one of the sizes, so that weights on a grid move nothing a gauge could show.
          const base = sizes[rows[0]!]![i]!;
          let m = 0;
          let a = 0;
          let b = 0;
          for (let r = 1; r < rows.length; r += 1) {
            const d = sizes[rows[r]!]![i]! - base;
            m += depth.m[r]! * d;
            a += depth.a[r]! * d;
            b += depth.b[r]! * d;
          }
          const half = Math.sqrt(a * a + b * b);
          if (base + m + half > high) high = base + m + half;
          if (base + m - half < low) low = base + m - half;
          const raw = 4 * half * half;
          v = raw > depth.noise ? Math.sqrt(raw - depth.noise) : 0;
        } else if (depth.two) {
          const x = sizes[rows[0]!]![i]!;
          const y = sizes[rows[1]!]![i]!;
          const a = (x - y) / 2;
          // An oval that two directions cannot see lies the same way all along its bore.
          const b = sigma * unseen[i]!;
          const half = Math.sqrt(a * a + b * b);
          const mean = (x + y) / 2;
          if (mean + half > high) high = mean + half;
          if (mean - half < low) low = mean - half;
          v = 2 * half;
        }
        if (v > range) range = v;
        if (v > oval) oval = v;
        if (range > round) round = range;
        if (high > largest) largest = high;
        if (low < smallest) smallest = low;
      }
      let taper = 0;
      if (sets === null) taper = highOfDepths - lowOfDepths;
      else {
        for (let g = 0; g < sets.length; g += 1) {
          const set = sets[g]!;
          let high = -Infinity;
          let low = Infinity;
          for (let r = 0; r < set.length; r += 1) {
            const v = sizes[set[r]!]![i]!;
            if (v > high) high = v;
            if (v < low) low = v;
          }
          if (high - low > taper) taper = high - low;
        }
      }
      const at = offset + i;
      outLargest![at] = largest;
      outSmallest![at] = smallest;
      outRound![at] = anyDirections ? round : NaN;
      outOval![at] = anyOval ? oval : NaN;
      outTaper![at] = depths.length > 1 ? taper : NaN;
      outTight![at] = smallest - piston[i]!;
      outLoose![at] = largest - piston[i]!;
    }
  };
  return { sources, pools, rows, piston: problem.piston ? row(problem.piston) : null, anyTwo, figures };
}
