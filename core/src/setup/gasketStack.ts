import { OutOfRange } from '../errors.js';

/** A gasket that may go into a stack; thickness once clamped, nm. */
export interface StackGasket {
  readonly name: string;
  readonly thickness: number;
  /** Of fibre: its clamped thickness is what is usual, nobody measured it. */
  readonly fibre: boolean;
  /** How many there are; absent where as many can be had as are wanted. */
  readonly count?: number;
}

export interface Stack {
  readonly gaskets: readonly StackGasket[];
  readonly thickness: number;
  /** What the smaller side and the mean become with it, nm. */
  readonly smaller: number;
  readonly mean: number;
  /** How far the mean lies from the target, nm. */
  readonly off: number;
  readonly fibre: boolean;
}

const MOST = 4;

/**
 * Gasket stacks that bring a squish (or a deck clearance) into its range, the best first: valid when the smaller side
 * keeps the minimum and the mean the maximum; nearest to the target, then of fewest gaskets, then the thinnest.
 * @param read    smaller side and mean as they were read, nm
 * @param fitted  thickness of what is between now, nm
 * @param stock   gaskets to choose from
 * @param limits  nm, with what is aimed at between them
 * @example gasketStacks({ smaller: 2e5, mean: 2e5 }, 5e5, [{ name: '0.3', thickness: 3e5 }, { name: '0.8', thickness: 8e5 }], { low: 1e6, high: 1.3e6, target: 1.1e6 })[0].thickness // 1400000
 */
export function gasketStacks(
  read: { readonly smaller: number; readonly mean: number },
  fitted: number,
  stock: readonly StackGasket[],
  limits: { readonly low: number; readonly high: number; readonly target: number },
): readonly Stack[] {
  if (!(limits.low <= limits.high))
    throw new OutOfRange('low limit', limits.low, 'no more than the high one');
  const found: Stack[] = [];
  const lay = (from: number, gaskets: readonly StackGasket[]): void => {
    if (gaskets.length > 0) {
      const thickness = gaskets.reduce((sum, g) => sum + g.thickness, 0);
      const [smaller, mean] = [read.smaller - fitted + thickness, read.mean - fitted + thickness];
      if (smaller >= limits.low && mean <= limits.high)
        found.push({
          gaskets,
          thickness,
          smaller,
          mean,
          off: Math.abs(mean - limits.target),
          fibre: gaskets.some((g) => g.fibre),
        });
    }
    if (gaskets.length === MOST) return;
    for (let i = from; i < stock.length; i += 1) {
      const of = stock[i]!;
      if (gaskets.filter((g) => g === of).length < (of.count ?? MOST)) lay(i, [...gaskets, of]);
    }
  };
  lay(0, []);
  return found.sort(
    (a, b) => a.off - b.off || a.gaskets.length - b.gaskets.length || a.thickness - b.thickness,
  );
}
