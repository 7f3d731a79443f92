import { difference, independentU, type Estimate } from '../gauges/index.js';
import { fitKey, type MapFigure, type MapProblem } from './mapProblem.js';
import { fitWeights } from './oval.js';
import { surveyBore } from './survey.js';

/** A value as how each error source moves it. */
export interface NoiseRow {
  /** Numbers of the sources in it, and by how much each moves it, nm. */
  readonly at: Int32Array;
  readonly by: Float64Array;
}

/** What was read at one depth, reduced to what the draws need. */
export interface ModelDepth {
  /** Rows of its places. */
  readonly rows: Int32Array;
  /** Weights of m, a, b over the rows; null with fewer than three directions. */
  readonly fit: readonly Float64Array[] | null;
  /** Mean and half difference where only two directions were read. */
  readonly two: { readonly mean: number; readonly a: number } | null;
  /** What scatter adds to V² on average, nm². */
  readonly noise: number;
  /** Offsets, in shares of an out-of-round of one, of a part as oval as that along its first direction. */
  readonly oval: Float64Array;
  /** Offset of the depth, in shares of a taper of one. */
  readonly taper: number;
}

/** A figure that is judged: its value, its own noise, and its limit. */
export interface ModelFigure {
  readonly figure: MapFigure;
  readonly value: number;
  readonly noise: NoiseRow;
  readonly limit: { readonly side: 'max' | 'min'; readonly at: number } | null;
}

export interface ModelFit {
  readonly key: string;
  readonly tight: { readonly value: number; readonly noise: NoiseRow; readonly limit: number };
  readonly loose: { readonly value: number; readonly noise: NoiseRow; readonly limit: number };
  readonly piston: { readonly value: number; readonly noise: NoiseRow };
}

/** A map made ready for drawing: error sources numbered, figures with their own noise, fits as fixed weights. */
export interface MapModel {
  readonly sources: readonly { readonly rectangular: boolean; readonly pool: number }[];
  /** Degrees of freedom of each pool of scatter found from few repeats. */
  readonly pools: readonly number[];
  readonly places: readonly NoiseRow[];
  readonly piston: { readonly value: number; readonly noise: NoiseRow } | null;
  readonly depths: readonly ModelDepth[];
  /** Pairs of rows whose difference counts as taper, by the sheet's definition; null compares depth maxima. */
  readonly taperSets: readonly Int32Array[] | null;
  readonly figures: readonly ModelFigure[];
  readonly fits: readonly ModelFit[];
  readonly sigma: number;
}

/** Beyond this many degrees of freedom Student's t is the normal distribution for every purpose here. */
const MANY = 120;
/** Coarse enough that the last bit of a sine, which differs between engines, never reaches a result. */
const GRID = 2 ** 36;
const onGrid = (v: number): number => Math.round(v * GRID) / GRID;
/** A thousandth of a nanometre: figures made through sines agree to it in every engine. */
const FINE = 2 ** 10;
const settled = (v: number): number => Math.round(v * FINE) / FINE;
const RAD = Math.PI / 180;

/** Numbers the error sources of several sizes: the same key is the same source. */
function numbering() {
  const index = new Map<string, number>();
  const sources: { rectangular: boolean; pool: number }[] = [];
  const pools: number[] = [];
  const poolIndex = new Map<string, number>();
  const row = (e: Estimate): NoiseRow => {
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
    return {
      at: Int32Array.from(e.components, (c) => index.get(c.key)!),
      by: Float64Array.from(e.components, (c) => settled(c.amplitude)),
    };
  };
  return { sources, pools, row };
}

function depthsOf(problem: MapProblem): ModelDepth[] {
  const depths = [...new Set(problem.places.map((s) => s.depth))].sort((a, b) => a - b);
  const [top, bottom] = [depths[0]!, depths.at(-1)!];
  return depths.map((depth) => {
    const rows = problem.places.flatMap((s, i) => (s.depth === depth ? [i] : []));
    const angles = rows.map((i) => problem.places[i]!.angle);
    const values = rows.map((i) => problem.places[i]!.of.value);
    const directions = new Set(angles).size;
    const u = Math.max(...rows.map((i) => independentU(problem.places[i]!.of)));
    return {
      rows: Int32Array.from(rows),
      fit: directions >= 3 ? fitWeights(angles).map((w) => Float64Array.from(w, onGrid)) : null,
      two:
        directions === 2 && rows.length === 2
          ? { mean: (values[0]! + values[1]!) / 2, a: (values[0]! - values[1]!) / 2 }
          : null,
      noise: (16 * u * u) / rows.length,
      oval: Float64Array.from(angles, (t) => onGrid(Math.cos(2 * (t - angles[0]!) * RAD) / 2)),
      taper: bottom > top ? (bottom - depth) / (bottom - top) : 0,
    };
  });
}

function taperSets(problem: MapProblem, depths: readonly ModelDepth[]): Int32Array[] | null {
  if (depths.length < 2) return [];
  const angles = [...new Set(problem.places.map((s) => s.angle))];
  const groups = angles
    .map((angle) => problem.places.flatMap((s, i) => (s.angle === angle ? [i] : [])))
    .filter((g) => g.length > 1);
  if (problem.taper === 'cross-depth' || groups.length === 0) return null;
  const ends = new Set([...depths[0]!.rows, ...depths.at(-1)!.rows]);
  return (problem.taper === 'worst-direction' ? groups : groups.map((g) => g.filter((i) => ends.has(i))))
    .filter((g) => g.length > 1)
    .map((g) => Int32Array.from(g));
}

/** @param problem with at least one station */
export function mapModel(problem: MapProblem): MapModel {
  const { sources, pools, row } = numbering();
  const places = problem.places.map((s) => row(s.of));
  const survey = surveyBore(problem.places, problem.taper);
  const depths = depthsOf(problem);
  const { largest, smallest, outOfRound, taper } = survey;
  const figures: ModelFigure[] = [];
  const add = (figure: MapFigure, value: number, of: Estimate) =>
    figures.push({
      figure,
      value: settled(value),
      noise: row(of),
      limit: problem.limits[figure] ?? null,
    });
  add('largest', largest.of.value, largest.of);
  add('smallest', smallest.of.value, smallest.of);
  if (outOfRound) add('outOfRound', outOfRound.value, outOfRound.of);
  const ovals = survey.depths.flatMap((d) => (d.shape ? [d.shape] : []));
  if (ovals.length > 0) {
    const worst = ovals.reduce((a, b) => (b.ovalityLessNoise > a.ovalityLessNoise ? b : a));
    add('ovality', worst.ovalityLessNoise, worst.oval);
  }
  if (taper) add('taper', taper.value, taper);
  const clearance = (piston: Estimate) => ({
    tight: difference(smallest.of, piston),
    loose: difference(largest.of, piston),
  });
  if (problem.piston) {
    const { tight, loose } = clearance(problem.piston);
    add('tightest', tight.value, tight);
    add('loosest', loose.value, loose);
  }
  const fits = problem.fits.map((candidate): ModelFit => {
    const { piston, low, high } = candidate;
    const { tight, loose } = clearance(piston);
    return {
      key: fitKey(candidate),
      tight: { value: settled(tight.value), noise: row(tight), limit: low },
      loose: { value: settled(loose.value), noise: row(loose), limit: high },
      piston: { value: piston.value, noise: row(piston) },
    };
  });
  return {
    sources,
    pools,
    places,
    piston: problem.piston ? { value: problem.piston.value, noise: row(problem.piston) } : null,
    depths,
    taperSets: taperSets(problem, depths),
    figures,
    fits,
    sigma: problem.sigma,
  };
}
