import { cheapestAssignment } from '../statistics/index.js';

/** A valve as it stands: its clearance as it was read and the shim that is in it, as it was measured, nm. */
export interface LashNow {
  readonly name: string;
  /** Middle of what the leaves left. */
  readonly measured: number;
  readonly shim: number;
  readonly low: number;
  readonly high: number;
  /** What is wanted: what the sheet names, else the middle of its range. */
  readonly target: number;
}

/** A shim that may go in, as it was measured, nm. */
export interface ShimOffer {
  readonly thickness: number;
  /** Out of this engine, on the shelf, or to be bought. */
  readonly from: 'engine' | 'shelf' | 'bought';
}

export interface ShimChoice {
  readonly name: string;
  readonly shim: ShimOffer;
  /** Whether it stays what it is. */
  readonly stays: boolean;
  /** Clearance it gives, nm. */
  readonly gives: number;
}

/**
 * Shim for a valve: old + measured − target, by the thickness that was measured and not by what is marked on it.
 * @example newShim({ shim: 2400, measured: 140, target: 100 }) // 2440
 */
export const newShim = ({ shim, measured, target }: Pick<LashNow, 'shim' | 'measured' | 'target'>): number =>
  shim + measured - target;

/**
 * Clearance a shim gives: measured + old − new.
 * @param other thickness of the new one, nm
 * @returns nm; below nought where the valve would not close
 * @example lashWith({ shim: 2400, measured: 140 }, 2440) // 100
 */
export const lashWith = ({ shim, measured }: Pick<LashNow, 'shim' | 'measured'>, other: number): number =>
  measured + shim - other;

const FROM = { engine: 0n, shelf: 1n, bought: 1_000n } as const;

/**
 * Which shim goes where, so that every valve is inside its limits: of fewest that are bought, then of fewest from the
 * shelf, then of the smallest worst deviation from its target, then of the smallest sum; of equals the thinner ones, and of
 * the same thickness the one that is there already.
 * @param valves what is in the engine; each one's shim may go to any
 * @param shelf  shims that lie there, each once
 * @param buy    thicknesses that can be had, any number of each
 * @returns null where no choice brings every valve inside
 */
export function chooseShims(
  valves: readonly LashNow[],
  shelf: readonly number[],
  buy: readonly number[],
): readonly ShimChoice[] | null {
  if (valves.length === 0) return [];
  const bought = (v: LashNow): readonly number[] =>
    buy.filter((t) => lashWith(v, t) >= v.low && lashWith(v, t) <= v.high);
  const offers: (ShimOffer & { readonly only?: number; readonly of?: number })[] = [
    ...valves.map((v, i) => ({ thickness: v.shim, from: 'engine' as const, of: i })),
    ...shelf.map((thickness) => ({ thickness, from: 'shelf' as const })),
    // Bought for one valve: as many of a thickness as there are valves that take it.
    ...valves.flatMap((v, i) =>
      bought(v).map((thickness) => ({ thickness, from: 'bought' as const, only: i })),
    ),
  ];
  const off = (v: LashNow, t: number): number => Math.abs(lashWith(v, t) - v.target);
  const allowed = valves.map((v, i) =>
    offers.map(
      (o) =>
        (o.only === undefined || o.only === i) &&
        lashWith(v, o.thickness) >= v.low &&
        lashWith(v, o.thickness) <= v.high,
    ),
  );
  const solve = (worst: number, weight: (o: ShimOffer, v: LashNow, stays: boolean) => bigint) =>
    cheapestAssignment(
      valves.map((v, i) =>
        offers.map((o, j) =>
          allowed[i]![j] && off(v, o.thickness) <= worst ? weight(o, v, o.of === i) : null,
        ),
      ),
    );
  const fewest = solve(Infinity, (o) => FROM[o.from]);
  if (!fewest) return null;
  const steps = [
    ...new Set(
      valves.flatMap((v, i) => offers.flatMap((o, j) => (allowed[i]![j] ? [off(v, o.thickness)] : []))),
    ),
  ].sort((a, b) => a - b);
  let [low, high] = [0, steps.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (solve(steps[middle]!, (o) => FROM[o.from])?.cost === fewest.cost) high = middle;
    else low = middle + 1;
  }
  const whole = (n: number): bigint => BigInt(Math.round(n));
  // In order: where it comes from, how far off, how thick, moved at all; each larger than all of the next together.
  const [SUM, THICK, MOVED] = [10n ** 12n, 10n ** 12n, 10n ** 3n];
  const best = solve(
    steps[low]!,
    (o, v, stays) =>
      ((FROM[o.from] * SUM + whole(off(v, o.thickness))) * THICK + whole(o.thickness)) * MOVED +
      (stays ? 0n : 1n),
  )!;
  return valves.map((v, i) => {
    const { thickness, from, of } = offers[best.columns[i]!]!;
    return { name: v.name, shim: { thickness, from }, stays: of === i, gives: lashWith(v, thickness) };
  });
}
