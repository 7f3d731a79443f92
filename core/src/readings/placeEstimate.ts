import {
  instrumentOf,
  linear,
  readingEstimate,
  scatterOf,
  uncertaintyOf,
  type Bench,
  type Component,
  type Estimate,
  type TakenReading,
} from '../gauges/index.js';
import { mean, median, sampleSd } from '../statistics/index.js';

export interface PlaceEstimate {
  readonly estimate: Estimate;
  /** Ids of the readings behind it. */
  readonly readings: readonly string[];
  /** The repeats scatter more than the gauge should: its s was raised to what was seen. */
  readonly raised: boolean;
  /** Two gauges disagree here beyond what their uncertainties allow. */
  readonly conflict: boolean;
  /** Read only with a three-point gauge: no ovality, so no largest or smallest from it. */
  readonly threePoint: boolean;
}

/** 95 % point of the range of n repeats, in standard deviations. */
const RANGE_95: Record<number, number> = { 2: 2.77, 3: 3.31, 4: 3.63, 5: 3.86, 6: 4.03 };
/** Two estimates agree when they differ by less than this many combined u (99 %). */
const AGREE = 2.58;

function withRepeatability(estimate: Estimate, id: string, s: number, dof: number, pool: string): Estimate {
  const rest = estimate.components.filter((c) => c.key !== `repeatability:${id}`);
  const raised: Component = {
    key: `repeatability:${id}`,
    kind: 'repeatability',
    amplitude: s,
    dof,
    shape: 'normal',
    pool,
  };
  return { ...estimate, components: [...rest, raised] };
}

function withOneGauge(
  readings: readonly TakenReading[],
  bench: Bench,
): { estimate: Estimate; raised: boolean } {
  const instrument = instrumentOf(bench, readings[0]!.instrumentId);
  const values = readings.map((r) => r.value);
  const range = Math.max(...values) - Math.min(...values);
  // Resolution is part of what repeats show, so a coarse gauge is not blamed for its own step.
  const expected = scatterOf(instrument, bench, readings[0]!.by).s;
  const s = Math.hypot(expected, instrument.resolution / Math.sqrt(12));
  const raised = values.length >= 2 && range > (RANGE_95[Math.min(values.length, 6)] ?? 4.03) * s;
  const seen = raised ? Math.max(sampleSd(values), expected) : 0;
  const pool = `seen:${readings.map((r) => r.id).join()}`;
  const each = readings.map((r) => {
    const e = readingEstimate(r, bench);
    return raised ? withRepeatability(e, r.id, seen, values.length - 1, pool) : e;
  });
  return { estimate: linear(each.map((of) => ({ c: 1 / each.length, of }))), raised };
}

/**
 * What the readings of one station say together. Repeats with one gauge are averaged, all of them; gauges
 * that agree are fused by inverse variance; gauges that do not are a named conflict, and until it is
 * resolved the better gauge's value stands with the disagreement as an error source of its own.
 *
 * @param readings at least one, all of the same place
 * @param useMedian ids of three readings of which the median stands (an outlier read twice more)
 */
export function placeEstimate(
  readings: readonly TakenReading[],
  bench: Bench,
  useMedian = false,
): PlaceEstimate {
  const ids = readings.map((r) => r.id);
  const gauges = [...new Set(readings.map((r) => r.instrumentId))];
  const threePoint = gauges.every((id) => instrumentOf(bench, id).contacts === 3);
  if (useMedian && readings.length >= 3 && gauges.length === 1) {
    const middle = median(readings.map((r) => r.value));
    const nearest = readings.reduce((best, r) =>
      Math.abs(r.value - middle) < Math.abs(best.value - middle) ? r : best,
    );
    return {
      estimate: readingEstimate(nearest, bench),
      readings: ids,
      raised: false,
      conflict: false,
      threePoint,
    };
  }
  const groups = gauges.map((id) =>
    withOneGauge(
      readings.filter((r) => r.instrumentId === id),
      bench,
    ),
  );
  const raised = groups.some((g) => g.raised);
  if (groups.length === 1)
    return { estimate: groups[0]!.estimate, readings: ids, raised, conflict: false, threePoint };

  const ranked = groups
    .map((g) => ({ of: g.estimate, u: uncertaintyOf(g.estimate).u }))
    .sort((a, b) => a.u - b.u);
  const best = ranked[0]!;
  const apart = Math.max(
    ...ranked.map((r) => Math.abs(r.of.value - best.of.value) / Math.hypot(r.u, best.u)),
  );
  if (apart > AGREE) {
    const gap = mean(ranked.slice(1).map((r) => Math.abs(r.of.value - best.of.value)));
    const disagreement: Component = {
      key: `disagreement:${ids.join()}`,
      kind: 'disagreement',
      amplitude: gap / 2,
      dof: Infinity,
      shape: 'rectangular',
    };
    return {
      estimate: { ...best.of, components: [...best.of.components, disagreement] },
      readings: ids,
      raised,
      conflict: true,
      threePoint,
    };
  }
  const total = ranked.reduce((sum, r) => sum + 1 / (r.u * r.u), 0);
  return {
    estimate: linear(ranked.map((r) => ({ c: 1 / (r.u * r.u) / total, of: r.of }))),
    readings: ids,
    raised,
    conflict: false,
    threePoint,
  };
}
