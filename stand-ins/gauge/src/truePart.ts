import type { Place } from './place.js';

/** What a cylinder of an engine is really like. Hidden from the person measuring. Millimetres, degrees. */
export interface TruePart {
  /** Wear on diameter where it is greatest. */
  readonly wear: number;
  /** Long axis minus short axis where the wear is greatest. */
  readonly oval: number;
  readonly longAxis: number;
  /** How much below its nominal size the piston is worn. */
  readonly pistonWear: number;
}

/** The demo engines by name, a part a cylinder; engines that are not here get one of their own from their name. */
const DEMO: Readonly<Record<string, readonly TruePart[]>> = {
  '644-Twin': [
    { wear: 0.058, oval: 0.018, longAxis: 8, pistonWear: 0.016 },
    { wear: 0.071, oval: 0.031, longAxis: 52, pistonWear: 0.019 },
  ],
  '312-MX': [{ wear: 0.007, oval: 0.003, longAxis: 4, pistonWear: 0.004 }],
  '744-Four': [
    { wear: 0.022, oval: 0.008, longAxis: 0, pistonWear: 0.008 },
    { wear: 0.025, oval: 0.01, longAxis: 12, pistonWear: 0.009 },
    { wear: 0.03, oval: 0.012, longAxis: 170, pistonWear: 0.01 },
    { wear: 0.021, oval: 0.007, longAxis: 5, pistonWear: 0.008 },
  ],
  '386': [{ wear: 0.049, oval: 0.021, longAxis: 3, pistonWear: 0.02 }],
  '212-Y': [{ wear: 0.044, oval: 0.016, longAxis: 20, pistonWear: 0.018 }],
  '620-Twin': [
    { wear: 0.01, oval: 0.006, longAxis: 31, pistonWear: 0.008 },
    { wear: 0.006, oval: 0.003, longAxis: 10, pistonWear: 0.006 },
  ],
  '720': [
    { wear: 0.061, oval: 0.024, longAxis: 0, pistonWear: 0.03 },
    { wear: 0.043, oval: 0.018, longAxis: 15, pistonWear: 0.024 },
  ],
  '59': [{ wear: 0.009, oval: 0.004, longAxis: 2, pistonWear: 0.011 }],
};

/** A number from 0 to 1 that a name always gives. */
function share(name: string): number {
  let hash = 2_166_136_261;
  for (const letter of name) hash = Math.imul(hash ^ letter.codePointAt(0)!, 16_777_619);
  return (hash >>> 0) / 2 ** 32;
}

export function truePart(engine: string, cylinder: number): TruePart {
  const known = DEMO[engine]?.[cylinder];
  if (known) return known;
  const of = (what: string, low: number, high: number) =>
    low + (high - low) * share(`${engine}:${cylinder}:${what}`);
  return {
    wear: of('wear', 0.01, 0.06),
    oval: of('oval', 0.003, 0.02),
    longAxis: of('axis', 0, 180),
    pistonWear: of('piston', 0.005, 0.02),
  };
}

/** Wear falls off below the ring's reversal, as ring pressure does. */
const DECAY_MM = 45;

/** What one turn or stroke really takes off a ring here, mm. */
const CUT = 0.006;

/** True gap of a ring, mm: as it came, opened by every turn or stroke; one beside a piston is its clearance. */
export function trueGap(at: Place): number {
  if (isThing(at)) return small(at);
  if (at.part === 'clearance') return 0.045 + truePart(at.engine, at.cylinder).pistonWear;
  const came = 0.2 + 0.16 * share(`${at.engine}:${at.cylinder}:${at.ring}:gap`);
  return came + CUT * at.filed;
}

/** A thing of the engine besides its cylinders. */
const isThing = (at: Place): boolean => at.part.includes('.');

/** A clearance, float or run-out of a thing: from a third of what its sheet leads one to expect up to a little over it, mm. */
const small = (at: Place): number =>
  at.nominal * (0.35 + 0.8 * share(`${at.engine}:${at.part}:${at.thing}:${at.spot}`));

/** A size of a thing, worn by up to a hundredth, each place on it a little otherwise, mm. */
const worn = (at: Place): number =>
  at.nominal -
  0.01 * share(`${at.engine}:${at.part}:${at.thing}`) -
  0.003 * share(`${at.engine}:${at.part}:${at.thing}:${at.spot}`);

/** True size at a place, mm. */
export function trueSize(at: Place): number {
  if (isThing(at)) return at.gauge === 'dial' ? small(at) : worn(at);
  const part = truePart(at.engine, at.cylinder);
  switch (at.part) {
    case 'bore': {
      const here = Math.exp(-Math.max(0, at.depth - 12) / DECAY_MM);
      const around = Math.cos((2 * (at.angle - part.longAxis) * Math.PI) / 180);
      return at.nominal + here * (part.wear - part.oval / 2 + (part.oval / 2) * around);
    }
    case 'land':
      return at.nominal + 0.003;
    case 'piston': {
      const off = { crown: -0.35, 'pin-axis': -0.18, 'skirt-edge': -0.01, 'at-ports': -0.004 }[at.place] ?? 0;
      return at.nominal - part.pistonWear + off;
    }
    case 'setting':
      return at.zero ?? at.nominal;
    case 'pin':
      return at.nominal - 0.002;
    default:
      return at.nominal + 0.009;
  }
}
