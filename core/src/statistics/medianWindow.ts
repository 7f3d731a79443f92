/**
 * Median of the last so many numbers, as they come: kept sorted, so that the next one costs a look-up and not a sort.
 *
 * @example [5, 1, 9, 2].reduce((w, v) => (w.add(v), w), new MedianWindow(3)).middle // 2
 */
export class MedianWindow {
  /** As they came, the oldest first. */
  private readonly values: number[] = [];
  private readonly sorted: number[] = [];

  /** @param most how many are looked back at, ≥ 1 */
  constructor(private readonly most: number) {}

  /** How many there are. */
  get count(): number {
    return this.values.length;
  }

  add(value: number): void {
    if (this.values.length === this.most) this.sorted.splice(this.placeOf(this.values.shift()!), 1);
    this.values.push(value);
    this.sorted.splice(this.placeOf(value), 0, value);
  }

  /** The median; NaN of none. */
  get middle(): number {
    const { length } = this.sorted;
    const at = length >> 1;
    if (length === 0) return Number.NaN;
    return length % 2 === 1 ? this.sorted[at]! : (this.sorted[at - 1]! + this.sorted[at]!) / 2;
  }

  /** The first place at which nothing smaller stands. */
  private placeOf(value: number): number {
    let [low, high] = [0, this.sorted.length];
    while (low < high) {
      const at = (low + high) >> 1;
      if (this.sorted[at]! < value) low = at + 1;
      else high = at;
    }
    return low;
  }
}
