import { difference, independentU, type Estimate } from '../gauges/index.js';
import type { TaperDefinition } from '../specs/index.js';
import { groupBy } from '../statistics/index.js';
import { fitShape, type Oval } from './oval.js';
import { taper, type WallReading } from './taper.js';

/** What was seen at one depth. */
export interface DepthSurvey {
  readonly depth: number;
  readonly readings: readonly WallReading[];
  /** With three or more directions. */
  readonly shape: Oval | null;
  /** With exactly two: mean and half difference, all that two directions can tell. */
  readonly two: { readonly mean: number; readonly a: number } | null;
}

/** An extreme with where it came from. */
export interface Extreme {
  readonly of: Estimate;
  readonly depth: number;
  /** True when the fitted oval, not a reading, is the extreme. */
  readonly fitted: boolean;
}

export interface BoreSurvey {
  readonly depths: readonly DepthSurvey[];
  readonly largest: Extreme;
  readonly smallest: Extreme;
  /** Largest difference of diameters at one depth; null with one direction everywhere. */
  readonly outOfRound: { readonly of: Estimate; readonly value: number; readonly depth: number } | null;
  readonly taper: Estimate | null;
}

function surveyDepth(depth: number, readings: readonly WallReading[]): DepthSurvey {
  const directions = new Set(readings.map((r) => r.angle)).size;
  const u = Math.max(...readings.map((r) => independentU(r.of)));
  const shape = directions >= 3 ? fitShape(readings, u) : null;
  const [first, second] = readings;
  const two =
    directions === 2 && first && second
      ? { mean: (first.of.value + second.of.value) / 2, a: Math.abs(first.of.value - second.of.value) / 2 }
      : null;
  return { depth, readings, shape, two };
}

function outOfRoundAt(d: DepthSurvey): { of: Estimate; value: number; depth: number } | null {
  if (d.readings.length < 2) return null;
  const sorted = [...d.readings].sort((a, b) => a.of.value - b.of.value);
  const range = difference(sorted.at(-1)!.of, sorted[0]!.of);
  if (d.shape && d.shape.ovalityLessNoise > range.value) {
    return { of: d.shape.oval, value: d.shape.ovalityLessNoise, depth: d.depth };
  }
  return { of: range, value: range.value, depth: d.depth };
}

/**
 * Figures of one cylinder from its readings at 20 °C: largest, smallest, out-of-round, taper. Every one a
 * difference or extreme of *diameters*. Where three directions were read, the fitted oval may reach beyond
 * any single reading.
 *
 * @param readings one estimate per station, at least one
 */
export function surveyBore(readings: readonly WallReading[], definition?: TaperDefinition): BoreSurvey {
  const depths = [...groupBy(readings, (r) => r.depth)]
    .sort(([a], [b]) => a - b)
    .map(([d, here]) => surveyDepth(d, here));
  const candidates: Extreme[] = depths.flatMap((d) =>
    d.readings.map((r) => ({ of: r.of, depth: d.depth, fitted: false })),
  );
  const up = [
    ...candidates,
    ...depths.flatMap((d) => (d.shape ? [{ of: d.shape.largest, depth: d.depth, fitted: true }] : [])),
  ];
  const down = [
    ...candidates,
    ...depths.flatMap((d) => (d.shape ? [{ of: d.shape.smallest, depth: d.depth, fitted: true }] : [])),
  ];
  // Floating point must not let a fit that equals a reading outrank it.
  const eps = 1;
  const round = depths.map(outOfRoundAt).filter((o) => o !== null);
  return {
    depths,
    largest: up.reduce((best, e) => (e.of.value > best.of.value + eps ? e : best)),
    smallest: down.reduce((best, e) => (e.of.value < best.of.value - eps ? e : best)),
    outOfRound: round.length === 0 ? null : round.reduce((best, e) => (e.value > best.value ? e : best)),
    taper: taper(readings, definition),
  };
}
