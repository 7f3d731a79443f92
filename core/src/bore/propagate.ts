import {
  blockSeed,
  normalQuantile,
  seedOf,
  selectAll,
  selectAt,
  xoshiro128ss,
  type Random,
} from '../statistics/index.js';
import type { FigureSpread } from '../verdicts/index.js';
import { atLimit, limitColumns } from './atLimit.js';
import { sumNoise as fill } from './sumNoise.js';
import { canonical, mapKey } from './canonical.js';
import { mapModel, type MapModel, type ModelFigure } from './mapModel.js';
import { MAP_FIGURES, type MapFigure, type MapProblem } from './mapProblem.js';

// Taken once: in the loops below looking them up each time is most of the time.
const { abs, ceil, floor, max, min, sqrt } = Math;

/** How surely a piston keeps both ends of its clearance in the bore as it is. */
export interface FitSpread {
  /** Both ends at once. */
  readonly p: number;
  readonly tight: { readonly p: number; readonly tail: number };
  readonly loose: { readonly p: number; readonly tail: number };
}

export interface MapSpread {
  /** What was drawn from: equal problems have equal keys. */
  readonly key: string;
  readonly draws: number;
  /** Null where the map does not give the figure: one depth has no taper, no piston no clearance. */
  readonly figures: Readonly<Record<MapFigure, FigureSpread | null>>;
  /** By `fitKey` of the candidate. */
  readonly fits: Readonly<Record<string, FitSpread>>;
  /** What the wall as it is keeps of everything asked of it at once; null where no limit is. */
  readonly reuse: ReuseSpread | null;
}

/** Every limit of a wall and its piston at once. */
export interface ReuseSpread {
  /** Share of the draws that keep all of them. */
  readonly p: number;
  /**
   * Room left for more wear on diameter before the largest bore or the loosest clearance is past its limit, nm: its
   * quantiles, from the least to the most in equal steps. What keeps not all of them has less than none.
   */
  readonly room: readonly number[];
}

const ROOM_STEPS = 200;
/** Room of a draw in which something else is past its limit. */
const NO_ROOM = -1e12;

export const DRAWS = 200_000;
/** Raised whenever the same problem gives other bits than before: what was kept of it is worked anew then. */
export const PROPAGATION_VERSION = 2;
export const BLOCK = 4_000;

const ROOT12 = sqrt(12);
const column = () => new Float64Array(BLOCK);
const columns = (count: number): Float64Array[] => Array.from({ length: count }, column);

/** Scratch of one run: a column of draws for every error source and every station. */
const scratchFor = (model: MapModel) => ({
  sources: columns(model.sources.length),
  factors: columns(model.pools.length),
  places: columns(model.places.length),
  unseen: columns(model.depths.filter((d) => d.two).length),
  /** What b adds to the largest and takes from the smallest diameter of two-direction depths, before noise. */
  most: column(),
  least: column(),
  noise: column(),
  other: column(),
  tail: column(),
  piston: column(),
  limit: limitColumns(BLOCK),
});
type Scratch = ReturnType<typeof scratchFor>;

/** Draws every source of one block as a column. */
function drawSources(model: MapModel, random: Random, count: number, scratch: Scratch): void {
  const { uniform, fill } = random;
  const fillNormal = (into: Float64Array) => {
    fill(into, count);
    for (let i = 0; i < count; i += 1) into[i] = normalQuantile(into[i]!);
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
      factor[i] = sqrt(dof / chi);
    }
  });
  model.sources.forEach(({ rectangular, pool }, k) => {
    const into = scratch.sources[k]!;
    if (rectangular) {
      fill(into, count);
      for (let i = 0; i < count; i += 1) into[i] = (into[i]! - 0.5) * ROOT12;
    } else fillNormal(into);
    if (pool >= 0) {
      const factor = scratch.factors[pool]!;
      for (let i = 0; i < count; i += 1) into[i]! *= factor[i]!;
    }
  });
  for (const into of scratch.unseen) fillNormal(into);
}

/** Largest and smallest diameter that b may make of the depths read in two directions, without noise. */
function fillUnseen(model: MapModel, count: number, { unseen, most, least }: Scratch): void {
  most.fill(-Infinity, 0, count);
  least.fill(Infinity, 0, count);
  let k = 0;
  for (const { two } of model.depths) {
    if (!two) continue;
    const draws = unseen[k]!;
    k += 1;
    const a2 = two.a * two.a;
    for (let i = 0; i < count; i += 1) {
      const b = model.sigma * draws[i]!;
      const half = sqrt(a2 + b * b);
      if (two.mean + half > most[i]!) most[i] = two.mean + half;
      if (two.mean - half < least[i]!) least[i] = two.mean - half;
    }
  }
}

/**
 * Draws of one figure: the reading, difference or fit that makes it, alone with its own noise, and the unseen
 * part of the oval added. The readings hold their noise once already; the largest of them is not drawn anew.
 */
function drawFigure(
  { figure, value }: Pick<ModelFigure, 'figure' | 'value'>,
  model: MapModel,
  count: number,
  scratch: Scratch,
  less: number,
  out: Float64Array,
): void {
  const { most, least, unseen } = scratch;
  switch (figure) {
    case 'largest':
    case 'loosest':
      for (let i = 0; i < count; i += 1) out[i]! += max(value, most[i]! - less);
      return;
    case 'smallest':
    case 'tightest':
      for (let i = 0; i < count; i += 1) out[i]! += min(value, least[i]! - less);
      return;
    case 'outOfRound': {
      const two = model.depths.flatMap((d) => (d.two ? [abs(d.two.a)] : []));
      for (let i = 0; i < count; i += 1) {
        const noise = out[i]!;
        let v = abs(value + noise);
        for (let k = 0; k < two.length; k += 1) {
          const a = two[k]! + noise / 2;
          const b = model.sigma * unseen[k]![i]!;
          const oval = 2 * sqrt(a * a + b * b);
          if (oval > v) v = oval;
        }
        out[i] = v;
      }
      return;
    }
    default:
      for (let i = 0; i < count; i += 1) out[i] = abs(value + out[i]!);
  }
}

/** How many of some draws keep a limit. */
function keeping(values: Float64Array, side: 'max' | 'min', at: number): number {
  let kept = 0;
  if (side === 'max') {
    for (let i = 0; i < values.length; i += 1) if (values[i]! <= at) kept += 1;
  } else for (let i = 0; i < values.length; i += 1) if (values[i]! >= at) kept += 1;
  return kept;
}

/** Draws of one block in which a part at its limit reads at least as far out as the figure. */
function countTail(f: ModelFigure, count: number, scratch: Scratch): number {
  const { limit } = f;
  if (!limit) return 0;
  const { high, low, round, taper } = scratch.limit;
  const away = limit.side === 'max' ? f.value - limit.at : limit.at - f.value;
  let n = 0;
  switch (f.figure) {
    case 'outOfRound':
    case 'ovality':
      for (let i = 0; i < count; i += 1) if (round[i]! >= f.value) n += 1;
      return n;
    case 'taper':
      for (let i = 0; i < count; i += 1) if (taper[i]! >= f.value) n += 1;
      return n;
    case 'tightest':
    case 'loosest':
      for (let i = 0; i < count; i += 1) {
        const p = scratch.piston[i]!;
        if ((limit.side === 'max' ? high[i]! - p : p - low[i]!) >= away) n += 1;
      }
      return n;
    default:
      for (let i = 0; i < count; i += 1) if ((limit.side === 'max' ? high[i]! : -low[i]!) >= away) n += 1;
      return n;
  }
}

interface FitCount {
  both: number;
  tight: number;
  loose: number;
  tightTail: number;
  looseTail: number;
}

function countFits(model: MapModel, count: number, scratch: Scratch, counts: readonly FitCount[]): void {
  const { sources, most, least, noise, other, tail, limit } = scratch;
  model.fits.forEach((fit, k) => {
    const c = counts[k]!;
    const { tight, loose, piston } = fit;
    fill(tight.noise, sources, count, noise);
    fill(loose.noise, sources, count, other);
    fill(piston.noise, sources, count, tail);
    for (let i = 0; i < count; i += 1) {
      const t = min(tight.value, least[i]! - piston.value) + noise[i]! >= tight.limit;
      const l = max(loose.value, most[i]! - piston.value) + other[i]! <= loose.limit;
      if (t) c.tight += 1;
      if (l) c.loose += 1;
      if (t && l) c.both += 1;
      if (tail[i]! - limit.low[i]! >= tight.limit - tight.value) c.tightTail += 1;
      if (limit.high[i]! - tail[i]! >= loose.value - loose.limit) c.looseTail += 1;
    }
  });
}

/**
 * Propagation of distributions through a whole map (JCGM 101): every named error source is drawn, tolerances
 * rectangular, scatter normal, scatter from few repeats as Student's t. Two things are counted. How surely a
 * limit is kept: the reading, difference or fit that makes the figure, alone, with the unseen part of the
 * oval added at each depth of two directions. And how often a part exactly at its limit everywhere would read
 * as far out, without it. Drawing the largest of noisy readings anew would hold their noise twice and call
 * sound bores worn. The seed comes from the problem itself and blocks are drawn each from its own seed, so the
 * same map gives the same bits on the server and at the bench.
 *
 * Yields after every block the share that is done, so that a caller may show it, give way, or stop.
 * @param draws a multiple of the block size
 */
export function* propagation(problem: MapProblem, draws = DRAWS): Generator<number, MapSpread, void> {
  const key = mapKey(problem);
  const seed = seedOf(key);
  const model = mapModel(canonical(problem));
  const { figures } = model;
  const out = figures.map(() => new Float64Array(draws));
  const tails = figures.map(() => 0);
  const fits = model.fits.map((): FitCount => ({ both: 0, tight: 0, loose: 0, tightTail: 0, looseTail: 0 }));
  const scratch = scratchFor(model);
  const limits = {
    round: (problem.limits.outOfRound ?? problem.limits.ovality)?.at ?? 0,
    taper: problem.limits.taper?.at ?? 0,
  };
  const blocks = ceil(draws / BLOCK);
  for (let block = 0; block < blocks; block += 1) {
    const count = min(BLOCK, draws - block * BLOCK);
    drawSources(model, xoshiro128ss(blockSeed(seed, block)), count, scratch);
    model.places.forEach((row, k) => fill(row, scratch.sources, count, scratch.places[k]!));
    fillUnseen(model, count, scratch);
    if (model.piston) fill(model.piston.noise, scratch.sources, count, scratch.piston);
    atLimit(model, scratch.places, limits, count, scratch.limit);
    figures.forEach((f, k) => {
      const into = out[k]!.subarray(block * BLOCK, block * BLOCK + count);
      fill(f.noise, scratch.sources, count, into);
      const ofPiston = f.figure === 'tightest' || f.figure === 'loosest';
      drawFigure(f, model, count, scratch, ofPiston ? model.piston!.value : 0, into);
      tails[k]! += countTail(f, count, scratch);
    });
    countFits(model, count, scratch, fits);
    yield (block + 1) / blocks;
  }
  const reuse = reuseSpread(figures, out, draws);
  const spread = (f: MapFigure): FigureSpread | null => {
    const k = figures.findIndex((x) => x.figure === f);
    if (k < 0) return null;
    const values = out[k]!;
    const { limit } = figures[k]!;
    const kept = limit ? keeping(values, limit.side, limit.at) : 0;
    const edge = floor(values.length * 0.025);
    return {
      low: selectAt(values, edge),
      high: selectAt(values, values.length - 1 - edge),
      p: limit ? kept / values.length : null,
      tail: limit ? tails[k]! / values.length : null,
    };
  };
  return {
    key,
    draws,
    figures: Object.fromEntries(MAP_FIGURES.map((f) => [f, spread(f)])) as Record<
      MapFigure,
      FigureSpread | null
    >,
    fits: Object.fromEntries(
      model.fits.map((f, k) => {
        const c = fits[k]!;
        return [
          f.key,
          {
            p: c.both / draws,
            tight: { p: c.tight / draws, tail: c.tightTail / draws },
            loose: { p: c.loose / draws, tail: c.looseTail / draws },
          },
        ];
      }),
    ),
    reuse,
  };
}

/** Whether a figure grows with the wall's wear: more of it leaves less room. */
const wears = ({ figure, limit }: ModelFigure): boolean =>
  limit?.side === 'max' && (figure === 'largest' || figure === 'loosest');

/** Draw by draw, whether everything is kept at once, and how much more wear it would bear. */
function reuseSpread(
  figures: readonly ModelFigure[],
  out: readonly Float64Array[],
  draws: number,
): ReuseSpread | null {
  const limited = figures.flatMap((f, k) => (f.limit ? [{ f, limit: f.limit, of: out[k]! }] : []));
  if (limited.length === 0) return null;
  // Limit by limit rather than draw by draw: each is one column.
  const room = new Float64Array(draws).fill(-NO_ROOM);
  for (const { f, limit, of } of limited) {
    const { at } = limit;
    if (wears(f)) {
      for (let i = 0; i < draws; i += 1) {
        const left = at - of[i]!;
        if (left < room[i]!) room[i] = left;
      }
    } else if (limit.side === 'max') {
      for (let i = 0; i < draws; i += 1) if (!(of[i]! <= at)) room[i] = NO_ROOM;
    } else for (let i = 0; i < draws; i += 1) if (!(of[i]! >= at)) room[i] = NO_ROOM;
  }
  let kept = 0;
  for (let i = 0; i < draws; i += 1) if (room[i]! >= 0) kept += 1;
  const steps = Array.from({ length: ROOM_STEPS + 1 }, (_, k) =>
    min(draws - 1, floor((k * (draws - 1)) / ROOM_STEPS)),
  );
  return { p: kept / draws, room: selectAll(room, steps) };
}

/**
 * How surely everything is still kept after so much more wear on diameter.
 * @param wear nm, not negative
 */
export function keptAfter({ p, room }: ReuseSpread, wear: number): number {
  if (wear <= 0) return p;
  const above = room.findIndex((r) => r >= wear);
  if (above < 0) return 0;
  const steps = room.length - 1;
  if (above === 0) return p;
  const [a, b] = [room[above - 1]!, room[above]!];
  const at = a <= NO_ROOM || b === a ? above : above - 1 + (wear - a) / (b - a);
  return min(p, 1 - at / steps);
}

/** The whole propagation at once. */
export function propagate(problem: MapProblem, draws = DRAWS): MapSpread {
  const run = propagation(problem, draws);
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
  }
}
