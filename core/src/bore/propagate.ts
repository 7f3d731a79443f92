import { blockSeed, normalQuantile, seedOf, selectAt, xoshiro128ss } from '../statistics/index.js';
import { canonical, mapKey } from './canonical.js';
import { mapModel, type MapModel, type ModelRow } from './mapModel.js';
import { MAP_FIGURES, type MapFigure, type MapProblem } from './mapProblem.js';

export interface FigureSpread {
  /** 95 % interval, nm. */
  readonly low: number;
  readonly high: number;
  /** Share of draws that keep the limit; null without one. */
  readonly p: number | null;
}

export interface MapSpread {
  /** What was drawn from: equal problems have equal keys. */
  readonly key: string;
  readonly draws: number;
  /** Null where the map does not give the figure: one depth has no taper, no piston no clearance. */
  readonly figures: Readonly<Record<MapFigure, FigureSpread | null>>;
}

export const DRAWS = 200_000;
export const BLOCK = 4_000;

const ROOT12 = Math.sqrt(12);

/** Scratch of one run: a column of draws for every error source and every size. */
interface Scratch {
  readonly sources: readonly Float64Array[];
  readonly factors: readonly Float64Array[];
  readonly sizes: readonly Float64Array[];
  readonly piston: Float64Array;
  readonly unseen: Float64Array;
}

const columns = (count: number): Float64Array[] =>
  Array.from({ length: count }, () => new Float64Array(BLOCK));

const scratchFor = (model: MapModel): Scratch => ({
  sources: columns(model.sources.length),
  factors: columns(model.pools.length),
  sizes: columns(model.rows.length),
  piston: new Float64Array(BLOCK),
  unseen: new Float64Array(BLOCK),
});

/** One block: every source drawn as a column, sizes summed column by column, figures worked draw by draw. */
function drawBlock(
  model: MapModel,
  seed: ReturnType<typeof seedOf>,
  block: number,
  count: number,
  scratch: Scratch,
  out: readonly Float64Array[],
): void {
  const { uniform } = xoshiro128ss(blockSeed(seed, block));
  const fillNormal = (column: Float64Array) => {
    for (let i = 0; i < count; i += 1) column[i] = normalQuantile(uniform());
  };
  model.pools.forEach((dof, p) => {
    const factor = scratch.factors[p]!;
    for (let i = 0; i < count; i += 1) {
      // Student's t: a normal over the root of χ²/ν, the χ² being what so few repeats leave open.
      let chi = 0;
      for (let k = 0; k < dof; k += 1) {
        const z = normalQuantile(uniform());
        chi += z * z;
      }
      factor[i] = Math.sqrt(dof / chi);
    }
  });
  model.sources.forEach(({ rectangular, pool }, k) => {
    const column = scratch.sources[k]!;
    if (rectangular) for (let i = 0; i < count; i += 1) column[i] = (uniform() - 0.5) * ROOT12;
    else fillNormal(column);
    const factor = scratch.factors[pool];
    if (factor) for (let i = 0; i < count; i += 1) column[i] = column[i]! * factor[i]!;
  });
  if (model.anyTwo) fillNormal(scratch.unseen);
  const sum = (row: ModelRow, into: Float64Array) => {
    into.fill(row.value);
    row.by.forEach((amplitude, n) => {
      const column = scratch.sources[row.at[n]!]!;
      for (let i = 0; i < count; i += 1) into[i] = into[i]! + amplitude * column[i]!;
    });
  };
  model.rows.forEach((row, r) => sum(row, scratch.sizes[r]!));
  if (model.piston) sum(model.piston, scratch.piston);
  else scratch.piston.fill(NaN);
  model.figures(scratch, count, out, block * BLOCK);
}

function spreadOf(
  values: Float64Array,
  limit: { readonly side: 'max' | 'min'; readonly at: number } | undefined,
): FigureSpread | null {
  if (Number.isNaN(values[0])) return null;
  let kept = 0;
  if (limit) {
    const { at, side } = limit;
    for (let i = 0; i < values.length; i += 1) {
      if (side === 'max' ? values[i]! <= at : values[i]! >= at) kept += 1;
    }
  }
  const edge = Math.floor(values.length * 0.025);
  return {
    low: selectAt(values, edge),
    high: selectAt(values, values.length - 1 - edge),
    p: limit ? kept / values.length : null,
  };
}

/**
 * Propagation of distributions through a whole map (JCGM 101): every named error source is drawn, tolerances
 * rectangular, scatter normal, scatter from few repeats as Student's t; shape, extremes, taper and clearance
 * are worked anew in each draw. The seed comes from the problem itself and blocks are drawn each from its
 * own seed, so the same map gives the same bits on the server and at the bench.
 *
 * Yields after every block the share that is done, so that a caller may show it, give way, or stop.
 * @param draws a multiple of the block size
 */
export function* propagation(problem: MapProblem, draws = DRAWS): Generator<number, MapSpread, void> {
  const key = mapKey(problem);
  const seed = seedOf(key);
  const model = mapModel(canonical(problem));
  const out = MAP_FIGURES.map(() => new Float64Array(draws));
  const scratch = scratchFor(model);
  const blocks = Math.ceil(draws / BLOCK);
  for (let block = 0; block < blocks; block += 1) {
    drawBlock(model, seed, block, Math.min(BLOCK, draws - block * BLOCK), scratch, out);
    yield (block + 1) / blocks;
  }
  const figures = Object.fromEntries(
    MAP_FIGURES.map((f, i) => [f, spreadOf(out[i]!, problem.limits[f])]),
  ) as Record<MapFigure, FigureSpread | null>;
  return { key, draws, figures };
}

/** The whole propagation at once. */
export function propagate(problem: MapProblem, draws = DRAWS): MapSpread {
  const run = propagation(problem, draws);
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
  }
}
