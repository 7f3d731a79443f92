import type { Figure } from './figure.js';

/** A limit on a strip, with the side it bounds. */
export interface StripWall {
  readonly side: Figure['side'];
  readonly at: number;
}

/** One quantity on one scale: where it begins and ends, and what is drawn on it, in the figure's own unit. */
export interface Strip {
  readonly from: number;
  readonly to: number;
  /** The range for new parts; null where the sheet has none. */
  readonly band: { readonly low: number; readonly high: number } | null;
  readonly walls: readonly StripWall[];
  /** The scribed line; null where nothing was read, and for leaves, which bracket. */
  readonly value: number | null;
  /** 95 % of it; null where nothing was read. */
  readonly whisker: readonly [low: number, high: number] | null;
}

/** 95 % of the figure: from the whole map where it is propagated, the bracket of leaves, else ±2u. */
function whiskerOf({ interval, bracket, value, u }: Figure): Strip['whisker'] {
  if (interval) return [interval.low, interval.high];
  if (bracket) return bracket.low !== null && bracket.high !== null ? [bracket.low, bracket.high] : null;
  return value === null || u === null ? null : [value - 2 * u, value + 2 * u];
}

/**
 * What is drawn of a quantity: a limit once for each side that has one, and a scale that holds all of it with room on both
 * sides. A size near its limit is looked at near it; a clearance, a play, from nothing on.
 * @param figures the figure that leads, and the other side of the same quantity where there is one
 * @returns null where there is nothing to draw: no limit, no range, nothing read
 */
export function stripOf(figures: readonly [Figure, ...Figure[]]): Strip | null {
  const [item] = figures;
  const whisker = item.value === null ? null : whiskerOf(item);
  const walls = figures.flatMap(({ side, limitAt }) => (limitAt === null ? [] : [{ side, at: limitAt }]));
  // The mean of leaves is no figure to draw: it may lie above the leaf that dragged.
  const value = item.bracket ? (item.bracket.low ?? item.bracket.high) : item.value;
  const points = [
    ...walls.map((w) => w.at),
    item.band.low,
    item.band.high,
    value,
    ...(whiskerOf(item) ?? []),
  ].filter((v) => v !== null);
  if (points.length === 0) return null;
  if (item.feature !== 'bore' && Math.min(...points) < 0.8 * Math.max(...points)) points.push(0);
  const [low, high] = [Math.min(...points), Math.max(...points)];
  const room = Math.max((high - low) * 0.12, item.dimension === 'length' ? 2_000 : item.step);
  const { band } = item;
  return {
    from: low === 0 ? 0 : low - room,
    to: high + room,
    band: band.low === null || band.high === null ? null : { low: band.low, high: band.high },
    walls,
    value: item.bracket ? null : item.value,
    whisker,
  };
}

/** Where a value lies on a strip, from 0 to 1. */
export const onStrip = ({ from, to }: Strip, v: number): number =>
  Math.min(1, Math.max(0, (v - from) / (to - from)));
