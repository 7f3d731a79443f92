/** A span across half a turn, in columns where 0 is the thrust axis: from and to in degrees, −22.5 to 157.5. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

const START = -22.5;
const HALF = 180;

/** Place of a direction on the half-turn map, 0 to 100 %. A diameter at θ is the diameter at θ + 180. */
export function across(angle: number, thrust: number): number {
  const from = (((angle - thrust - START) % HALF) + HALF) % HALF;
  return (from / HALF) * 100;
}

/**
 * A window of the wall on the half-turn map: cut where it crosses the edge.
 * @returns spans in per cent of the map's width
 */
export function foldPort(from: number, to: number, thrust: number): Span[] {
  if (to - from >= HALF) return [{ from: 0, to: 100 }];
  const start = across(from, thrust);
  const width = ((to - from) / HALF) * 100;
  return start + width <= 100
    ? [{ from: start, to: start + width }]
    : [
        { from: start, to: 100 },
        { from: 0, to: start + width - 100 },
      ];
}
