/** What the propagation of a whole map says of one figure. */
export interface FigureSpread {
  /** 95 % interval, nm. */
  readonly low: number;
  readonly high: number;
  /** Share of draws in which the limit is kept; null without one. */
  readonly p: number | null;
  /** Share of draws in which a part exactly at its limit would read at least this far out; null without one. */
  readonly tail: number | null;
}
