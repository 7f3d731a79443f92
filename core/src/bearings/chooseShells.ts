import { OutOfRange } from '../errors.js';

/** A colour of shell: its thickness at the middle, nm. */
export interface ShellColour {
  readonly colour: string;
  readonly thickness: number;
  /** Of that, either way, nm; none where it is left out. */
  readonly tolerance?: number;
}

/** What lies between housing and journal, nm: at its least and its most; one figure where they are the same. */
export type BearingRoom = number | { readonly low: number; readonly high: number };

const lowOf = (room: BearingRoom): number => (typeof room === 'number' ? room : room.low);
const highOf = (room: BearingRoom): number => (typeof room === 'number' ? room : room.high);

/**
 * Clearance two shells leave in a bearing, nm: tightest with both at their thickest in the least room, loosest mirrored,
 * and the middle of both.
 * @param room from journal to housing, nm
 * @example clearanceIn({ low: 3_040_000, high: 3_050_000 }, { thickness: 1_500_000, tolerance: 2_000 }, { thickness: 1_510_000, tolerance: 2_000 }) // { tightest: 26000, loosest: 44000, middle: 35000 }
 */
export function clearanceIn(
  room: BearingRoom,
  first: Pick<ShellColour, 'thickness' | 'tolerance'>,
  second: Pick<ShellColour, 'thickness' | 'tolerance'>,
): { readonly tightest: number; readonly loosest: number; readonly middle: number } {
  const thick = first.thickness + second.thickness;
  const either = (first.tolerance ?? 0) + (second.tolerance ?? 0);
  const [tightest, loosest] = [lowOf(room) - thick - either, highOf(room) - thick + either];
  return { tightest, loosest, middle: (tightest + loosest) / 2 };
}

/** Two shells for one bearing, by index of their colour: one in the case, one in the cap; which is which is alike. */
export interface ShellPair {
  readonly first: number;
  readonly second: number;
  /** Middle of the clearance they leave, nm. */
  readonly clearance: number;
}

export interface ShellChoice {
  readonly pairs: readonly ShellPair[];
  /** Farthest either end of any bearing's clearance lies from the middle of the range, nm. */
  readonly worst: number;
  /** Whether every one lies inside the range. */
  readonly inside: boolean;
}

/** A state of the search: how good, and how it came there. */
interface State {
  readonly outside: number;
  /** Smaller is better, once as few as possible lie outside. */
  readonly cost: number;
  readonly order: readonly number[];
}

function better(a: State, b: State): boolean {
  if (a.outside !== b.outside) return a.outside < b.outside;
  if (a.cost !== b.cost) return a.cost < b.cost;
  for (let i = 0; i < a.order.length; i += 1) if (a.order[i] !== b.order[i]) return a.order[i]! < b.order[i]!;
  return false;
}

interface Pair {
  readonly first: number;
  readonly second: number;
}

/**
 * The best filling of a row, bearing by bearing. What was used so far says which shells are left: of two ways to the
 * same rest only the better goes on.
 * @param add    how a bearing's deviation adds to the cost so far
 * @param allows whether a pair may be used in a bearing at all
 */
function fill(
  rooms: readonly BearingRoom[],
  pairs: readonly Pair[],
  left: readonly number[] | null,
  judge: (room: BearingRoom, p: Pair) => { readonly off: number; readonly outside: number },
  add: (cost: number, off: number) => number,
  allows: (off: number) => boolean,
  colours: number,
): State | null {
  let states = new Map<string, { used: readonly number[]; state: State }>([
    ['', { used: Array.from({ length: colours }, () => 0), state: { outside: 0, cost: 0, order: [] } }],
  ]);
  for (const room of rooms) {
    const next: typeof states = new Map();
    for (const { used, state } of states.values())
      pairs.forEach((p, order) => {
        const { off, outside } = judge(room, p);
        if (!allows(off)) return;
        const now =
          left === null ? used : used.map((n, c) => n + Number(c === p.first) + Number(c === p.second));
        if (left?.some((n, c) => now[c]! > n)) return;
        const reached: State = {
          outside: state.outside + outside,
          cost: add(state.cost, off),
          order: [...state.order, order],
        };
        const key = left === null ? '' : now.join();
        const known = next.get(key);
        if (!known || better(reached, known.state)) next.set(key, { used: now, state: reached });
      });
    states = next;
  }
  let best: State | null = null;
  for (const { state } of states.values()) if (best === null || better(state, best)) best = state;
  return best;
}

/**
 * Shells for a whole row of plain bearings: as few as possible whose tightest or loosest lies outside the limits, then the
 * smallest worst deviation of whichever end lies farther from the middle of the range, then the smallest sum of deviations, then two of one colour before two that differ, thin
 * before thick.
 *
 * @param rooms  what lies between housing and journal, smallest housing − largest journal … largest − smallest, for each
 * @param shells colours there are, in the order of the sheet
 * @param range  clearance, nm
 * @param stock  how many shells of each colour there are; null for as many as are wanted
 * @returns null where the stock does not fill every bearing
 * @throws OutOfRange for more than 16 bearings or 12 colours
 * @example chooseShells([3_030_000], [{ colour: 'blue', thickness: 1_500_000 }, { colour: 'black', thickness: 1_505_000 }], { low: 20_000, high: 40_000 }).pairs[0].clearance // 30000
 */
export function chooseShells(
  rooms: readonly BearingRoom[],
  shells: readonly ShellColour[],
  range: { readonly low: number; readonly high: number },
  stock: readonly number[] | null = null,
): ShellChoice | null {
  if (rooms.length > 16) throw new OutOfRange('bearings', rooms.length, 'at most 16');
  if (shells.length > 12) throw new OutOfRange('colours of shell', shells.length, 'at most 12');
  const middle = (range.low + range.high) / 2;
  // Two of one colour before two that differ, thin before thick: of several that leave the same the first is taken.
  const pairs = shells
    .flatMap((_, first) => shells.slice(first).map((__, offset): Pair => ({ first, second: first + offset })))
    .sort((a, b) => a.second - a.first - (b.second - b.first) || a.first - b.first);
  const clearance = (room: BearingRoom, p: Pair) => clearanceIn(room, shells[p.first]!, shells[p.second]!);
  // Whichever end lies farther from the middle counts, and both ends have to be inside.
  const judge = (room: BearingRoom, p: Pair) => {
    const { tightest, loosest } = clearance(room, p);
    return {
      off: Math.max(Math.abs(tightest - middle), Math.abs(loosest - middle)),
      outside: tightest < range.low || loosest > range.high ? 1 : 0,
    };
  };
  // The worst first: only then is it known which pairs the smallest sum may be made of.
  const worst = fill(rooms, pairs, stock, judge, Math.max, () => true, shells.length);
  if (worst === null) return null;
  const best = fill(
    rooms,
    pairs,
    stock,
    judge,
    (cost, off) => cost + off,
    (off) => off <= worst.cost,
    shells.length,
  )!;
  return {
    pairs: best.order.map((order, i) => {
      const p = pairs[order]!;
      return { ...p, clearance: clearance(rooms[i]!, p).middle };
    }),
    worst: worst.cost,
    inside: best.outside === 0,
  };
}

/**
 * How many shells have to be bought to bring a row to a choice: those of it that are not in the engine already.
 * @param wanted colours of the choice, by index, two for each bearing
 * @param there  colours that are there, by index
 * @example shellsToBuy([{ first: 0, second: 1, clearance: 25_000 }], [1, 0]).length // 0
 */
export function shellsToBuy(wanted: readonly ShellPair[], there: readonly number[]): readonly number[] {
  const left = [...there];
  return wanted
    .flatMap((p) => [p.first, p.second])
    .filter((c) => {
      const at = left.indexOf(c);
      if (at < 0) return true;
      left.splice(at, 1);
      return false;
    });
}
