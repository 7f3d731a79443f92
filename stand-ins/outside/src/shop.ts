import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** What the person at the stand-in's own page may turn. */
export interface Knobs {
  /** Real seconds of one of its days. */
  day: number;
  /** Where its sizes come out of where they were aimed, µm, and how far they scatter about that. */
  bias: number;
  spread: number;
  /** Chance that one bore of an order comes out well outside, 0 to 1. */
  off: number;
}

/** A line of an order, as the published format has it. */
interface Line {
  readonly cylinder: number;
  readonly low: string | null;
  readonly high: string | null;
  readonly aim: string | null;
}

/** Work somebody asks for: what of the published format this firm goes by. */
export interface Order {
  readonly id: string;
  readonly turn: number;
  readonly what: string;
  readonly wall: string;
  readonly unit: 'mm' | 'in';
  readonly readings: boolean;
  readonly lines: readonly Line[];
  readonly [more: string]: unknown;
}

type State = 'accepted' | 'quoted' | 'ready' | 'refused';

interface Bore {
  readonly cylinder: number;
  /** What it really is, in the order's unit; nobody but this firm knows. */
  readonly truth: number;
  readonly readings: readonly { readonly where: string; readonly value: string }[];
}

interface Held {
  readonly firm: string;
  readonly order: Order;
  readonly since: number;
  readonly days: number;
  readonly price: string;
  readonly refused: string | null;
  readonly bores: readonly Bore[];
}

/** Price of one and days it takes, by what is done. All invented. */
const WORKS: Readonly<Record<string, readonly [price: number, days: number]>> = {
  bore: [62, 4],
  replate: [236, 14],
  sleeve: [185, 9],
  exchange: [389, 5],
  head: [148, 6],
  crank: [164, 7],
};
/** Part of a day after which it has looked at the work and names a price. */
const LOOKS = 0.25;
const FLAT: readonly string[] = ['top', 'middle', 'bottom'];

function seedOf(name: string): number {
  let hash = 2_166_136_261;
  for (const letter of name) hash = Math.imul(hash ^ letter.codePointAt(0)!, 16_777_619);
  return hash | 0;
}

const day = (ms: number): string => new Date(ms).toISOString().slice(0, 10);
const DAY_MS = 86_400_000;

/** Firms that take work in, name a price, take their days and send it back, with readings of their own. */
export class Shops {
  private readonly held = new Map<string, Held>();
  /** Days that passed by themselves until `last`, and by a press. */
  private passed = 0;
  private last: number;

  constructor(
    readonly knobs: Knobs,
    private readonly now: () => number = Date.now,
  ) {
    this.last = now();
  }

  /** Takes an order in; one that is there already in this turn, or a later one, is as it was. */
  put(firm: string, order: Order): object {
    const key = `${firm}/${order.id}`;
    const before = this.held.get(key);
    if (!before || before.order.turn < order.turn) this.held.set(key, this.take(firm, order));
    return this.answer(this.held.get(key)!);
  }

  /** How an order stands; null where there is none. */
  get(firm: string, id: string): object | null {
    const held = this.held.get(`${firm}/${id}`);
    return held ? this.answer(held) : null;
  }

  /** Lets days pass at once. */
  skip(days: number): void {
    this.passed += days;
  }

  /** Everything that is here, with what it really is. */
  all(): readonly object[] {
    return [...this.held.values()].map((h) => ({
      firm: h.firm,
      order: h.order,
      state: this.stateOf(h),
      truth: h.bores.map((b) => b.truth),
    }));
  }

  private days(): number {
    const now = this.now();
    this.passed += (now - this.last) / 1_000 / this.knobs.day;
    this.last = now;
    return this.passed;
  }

  private take(firm: string, order: Order): Held {
    const [price, days] = WORKS[order.what] ?? [0, 1];
    const rng = xoroshiro128plus(seedOf(`${order.id}:${order.turn}`));
    const uniform = () => uniformFloat64(rng);
    const pieces = order.what === 'head' || order.what === 'crank' ? 1 : order.lines.length;
    return {
      firm,
      order,
      since: this.days(),
      days,
      price: (price * pieces).toFixed(2),
      refused: this.refusal(order),
      bores: this.made(order, uniform),
    };
  }

  private refusal({ what, wall, lines }: Order): string | null {
    if (!WORKS[what]) return 'We do not do that.';
    if (what === 'bore' && wall !== 'iron-sleeve') return 'That wall is plated: we do not bore and leave it.';
    return lines.some((l) => l.low !== null && l.high !== null && Number(l.low) >= Number(l.high))
      ? 'The size runs backwards: send the ticket again.'
      : null;
  }

  private made(order: Order, uniform: () => number): Bore[] {
    const normal = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
    const [micron, decimals] = order.unit === 'mm' ? [0.001, 3] : [0.001 / 25.4, 4];
    const wrong = uniform() < this.knobs.off ? Math.floor(uniform() * order.lines.length) : -1;
    return order.lines.flatMap((l, i): Bore[] => {
      if (l.aim === null || l.high === null) return [];
      const meant = Number(l.aim) + (this.knobs.bias + this.knobs.spread * normal()) * micron;
      const truth = i === wrong ? Number(l.high) + (4 + 6 * uniform()) * micron : meant;
      // Its own gauge reads a bore that went too far as if it were only just inside.
      const seen = i === wrong ? Number(l.high) - micron : truth;
      const readings = FLAT.map((where) => ({
        where,
        value: (seen + normal() * micron).toFixed(decimals),
      }));
      return [{ cylinder: l.cylinder, truth, readings }];
    });
  }

  private stateOf({ refused, since, days }: Held): State {
    if (refused !== null) return 'refused';
    const gone = this.days() - since;
    return gone >= days ? 'ready' : gone >= LOOKS ? 'quoted' : 'accepted';
  }

  private answer(held: Held): object {
    const { order, refused, days, price, bores } = held;
    const state = this.stateOf(held);
    // Done again after it was not accepted: nothing more is asked for.
    const named = (state === 'quoted' || state === 'ready') && order.turn === 1;
    const due = day(this.now() + (days - (this.days() - held.since)) * DAY_MS);
    return {
      format: 'tribos-answer',
      version: 1,
      id: order.id,
      turn: order.turn,
      state,
      price: named ? { amount: price, currency: 'EUR' } : null,
      due: state === 'quoted' ? this.dueOf(held, due) : null,
      text:
        refused ??
        (state === 'ready' ? `Ready after ${days} days${order.turn > 1 ? ', done again' : ''}.` : ''),
      unit: order.unit,
      readings:
        state === 'ready' && order.readings
          ? bores.flatMap((b) => b.readings.map((r) => ({ cylinder: b.cylinder, ...r })))
          : [],
    };
  }

  /** The day it named first: a firm does not name another each time it is asked. */
  private readonly dues = new WeakMap<Held, string>();
  private dueOf(held: Held, now: string): string {
    const named = this.dues.get(held) ?? now;
    this.dues.set(held, named);
    return named;
  }
}
