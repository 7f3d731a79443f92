/** Thrown where so much waits already that another piece would only wait in vain. */
export class QueueFull extends Error {}

/**
 * Work that takes turns: so many pieces at once, the shops in turn, each shop’s own work in the order it came.
 * One that asks for a hundred pieces holds up another’s single one by no more than those being worked.
 */
export class FairQueue {
  private readonly waiting = new Map<string, (() => void)[]>();
  private running = 0;

  /**
   * @param atOnce pieces worked at the same time
   * @param most   pieces of one shop that may wait
   */
  constructor(
    private readonly atOnce: number,
    private readonly most = Infinity,
  ) {}

  /** @throws QueueFull when too much of this shop waits */
  async run<T>(shopId: string, work: () => Promise<T>): Promise<T> {
    if (this.running >= this.atOnce) await this.turn(shopId);
    else this.running += 1;
    try {
      return await work();
    } finally {
      this.next();
    }
  }

  /** Pieces that wait, of every shop. */
  get length(): number {
    return [...this.waiting.values()].reduce((sum, w) => sum + w.length, 0);
  }

  private turn(shopId: string): Promise<void> {
    const own = this.waiting.get(shopId) ?? [];
    if (own.length >= this.most) throw new QueueFull();
    this.waiting.set(shopId, own);
    return new Promise((begin) => own.push(begin));
  }

  /** Hands the place over: the shop that was served goes to the end of the row. */
  private next(): void {
    const first = this.waiting.entries().next();
    if (first.done) {
      this.running -= 1;
      return;
    }
    const [shopId, own] = first.value;
    this.waiting.delete(shopId);
    const begin = own.shift()!;
    if (own.length > 0) this.waiting.set(shopId, own);
    begin();
  }
}
