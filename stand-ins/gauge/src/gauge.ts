import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { parsePlace, type Place } from './place.js';
import { trueGap, trueSize } from './truePart.js';

/** How one kind of gauge errs: step, scatter of one reading, largest error of its scale. Micrometres. */
interface Habit {
  readonly name: string;
  readonly step: number;
  readonly scatter: number;
  readonly scale: number;
  readonly thimble: boolean;
}

const HABITS: Readonly<Record<string, Habit>> = {
  'dial-bore': { name: 'dial bore gauge', step: 1, scatter: 1.5, scale: 3, thimble: false },
  telescoping: {
    name: 'telescoping gauge and micrometer',
    step: 1,
    scatter: 6,
    scale: 4,
    thimble: true,
  },
  micrometer: { name: 'outside micrometer', step: 1, scatter: 1.5, scale: 4, thimble: true },
  calliper: { name: 'calliper', step: 10, scatter: 10, scale: 30, thimble: false },
  dial: { name: 'dial indicator', step: 2, scatter: 1, scale: 4, thimble: false },
};

/** What the person at the stand-in's own page may turn. */
export interface Knobs {
  /** Factor on the scatter of every gauge. */
  scatter: number;
  /** Wander of a comparator's zero, µm a minute. */
  drift: number;
  /** Chance that a thimble is read one turn off, 0 to 1. */
  slip: number;
}

export interface Sent {
  readonly text: string;
  readonly place: Place;
  /** True size, mm, for whoever checks the stand-in, never on the line. */
  readonly truth: number;
  readonly slipped: boolean;
}

/** A gauge held to a part that it knows and the person does not. */
export class Gauge {
  readonly sent: Sent[] = [];
  place: Place | null = null;
  private readonly rng;
  private readonly scaleErrors = new Map<string, number>();
  private zeroedAt: number;
  private zero: number | null = null;

  constructor(
    seed: number,
    readonly knobs: Knobs,
    private readonly now: () => number = Date.now,
  ) {
    this.rng = xoroshiro128plus(seed);
    this.zeroedAt = now();
  }

  private uniform(): number {
    return uniformFloat64(this.rng);
  }

  private normal(): number {
    // Box and Muller.
    return Math.sqrt(-2 * Math.log(1 - this.uniform())) * Math.cos(2 * Math.PI * this.uniform());
  }

  /** Answers one line of the protocol; null when there is nothing to say. */
  hear(line: string): string | null {
    const [, word = '', rest = ''] = /^(\S*)\s*(.*)$/u.exec(line.trim()) ?? [];
    switch (word) {
      case 'HELLO':
        return `READY ${this.place ? (HABITS[this.place.gauge]?.name ?? 'gauge') : 'stand-in gauge'}`;
      case 'AT': {
        const place = parsePlace(rest);
        if (!place) return 'ERROR AT needs a part and a nominal size above 0.';
        if (place.zero !== this.zero) {
          this.zero = place.zero;
          this.zeroedAt = this.now();
        }
        this.place = place;
        return null;
      }
      case 'TAKE':
        return this.take();
      case '':
        return null;
      default:
        return `ERROR ${word} is not understood: HELLO, AT, TAKE.`;
    }
  }

  /** A reading where the gauge is held now. */
  take(): string {
    const { place } = this;
    if (place?.gauge === 'leaf') return this.leaf(place);
    if (place?.gauge === 'wrench') return this.wrench(place);
    const habit = place && HABITS[place.gauge];
    if (!place) return 'ERROR The gauge is not held anywhere yet.';
    if (!habit) return `ERROR There is no such gauge: ${place.gauge}.`;
    const truth = trueSize(place);
    const noise = this.normal() * habit.scatter * this.knobs.scatter;
    const turn = place.unit === 'mm' ? 0.5 : 0.635;
    const slipped = habit.thimble && this.uniform() < this.knobs.slip;
    let text: string;
    if (place.zero === null) {
      const size = truth + (this.scaleError(place.gauge, habit) + noise) / 1000 + (slipped ? turn : 0);
      text = place.unit === 'mm' ? shown(size, habit.step / 1000, 3) : shown(size / 25.4, 0.00005, 5);
    } else {
      const minutes = (this.now() - this.zeroedAt) / 60_000;
      const off = (truth - place.zero) * 1000 + noise + this.knobs.drift * minutes;
      const turned = place.needle === 'clockwise-larger' ? off : -off;
      text = place.unit === 'mm' ? shown(turned, habit.step, 0) : shown(turned / 2.54, 0.5, 1);
    }
    this.sent.push({ text, place, truth, slipped });
    if (this.sent.length > 500) this.sent.shift();
    return `READING ${text}`;
  }

  /** A wrench clicks near what it is set to: a hundredth and a half either way. */
  private wrench(place: Place): string {
    const clicked = place.nominal * (1 + 0.012 * this.normal() * this.knobs.scatter);
    const text = clicked.toFixed(1);
    this.sent.push({ text, place, truth: clicked, slipped: false });
    if (this.sent.length > 500) this.sent.shift();
    return `READING ${text}`;
  }

  /** How a leaf feels in a gap: it drags within a hundredth of the true width. */
  private leaf(place: Place): string {
    if (place.leaf === null || place.leaf <= 0) return 'ERROR No leaf is laid: choose one first.';
    const truth = trueGap(place);
    const felt = truth + (this.normal() * 1.5 * this.knobs.scatter) / 1000;
    const text = place.leaf <= felt - 0.005 ? 'goes' : place.leaf <= felt ? 'drags' : 'does-not';
    this.sent.push({ text, place, truth, slipped: false });
    if (this.sent.length > 500) this.sent.shift();
    return `READING ${text}`;
  }

  /** Error of a scale, the same for every reading with it, µm. */
  private scaleError(kind: string, { scale }: Habit): number {
    const known = this.scaleErrors.get(kind) ?? (2 * this.uniform() - 1) * scale * this.knobs.scatter;
    this.scaleErrors.set(kind, known);
    return known;
  }
}

const shown = (value: number, step: number, decimals: number): string =>
  (Math.round(value / step) * step).toFixed(decimals).replace(/^-(0\.?0*)$/u, '$1');
