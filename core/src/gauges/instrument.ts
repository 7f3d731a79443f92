import { mm, um, type LengthUnit, type Nanometres } from '../units/index.js';

export const INSTRUMENT_TYPES = [
  'dial-bore',
  'telescoping',
  'micrometer',
  'calliper',
  'leaf',
  'dial',
] as const;
export type InstrumentType = (typeof INSTRUMENT_TYPES)[number];

/**
 * What a station is, to a gauge: the inside of a hole, the outside of a part, a gap for leaves, or how far something
 * moves under a needle.
 */
export type Sense = 'inside' | 'outside' | 'gap' | 'travel';

/** What a comparator was set in before it was used. */
export type Setting =
  | { readonly kind: 'none' }
  /** A setting ring; `u` is the standard uncertainty of its certificate, nm. */
  | { readonly kind: 'ring'; readonly u: number }
  /** Zeroed in an outside micrometer of the shop. */
  | { readonly kind: 'micrometer'; readonly instrumentId: string };

export interface Instrument {
  readonly id: string;
  readonly name: string;
  readonly type: InstrumentType;
  readonly unit: LengthUnit;
  /** Smallest step it shows, nm. */
  readonly resolution: Nanometres;
  /** Standard deviation of repeated readings at one place, nm. */
  readonly repeatability: Nanometres;
  /** Repeats the repeatability was found from; null when it is the usual figure for the type. */
  readonly studyRepeats: number | null;
  /** Largest permissible error of its scale over the range, nm; for leaves the tolerance of one leaf. */
  readonly maxError: Nanometres;
  readonly rangeLow: Nanometres;
  readonly rangeHigh: Nanometres;
  /** Contacts on the wall: a three-point gauge cannot see ovality. */
  readonly contacts: 2 | 3;
  readonly setting: Setting;
  /** Travel of the needle over the whole dial, nm; null when it has none. */
  readonly travel: Nanometres | null;
  /** Leaves of the set, nm, thinnest first; empty for anything else. */
  readonly leaves: readonly Nanometres[];
  /** Day until which its calibration holds, `YYYY-MM-DD`; null when none is on file. */
  readonly calibrationDue: string | null;
  /** Last day it was in use, `YYYY-MM-DD`; null while it is. */
  readonly retiredOn: string | null;
  /** Who brought in the job file it is known from: it is not in this shop. Null for the shop’s own. */
  readonly importedBy: string | null;
}

/** Whether somebody of this shop can take it in hand. */
export const atHand = (i: Pick<Instrument, 'retiredOn' | 'importedBy'>): boolean =>
  i.retiredOn === null && i.importedBy === null;

/** Usual figures by type, used until the shop has its own: resolution, repeatability, maximum error, travel. */
export const USUAL: Record<
  InstrumentType,
  {
    readonly name: string;
    readonly resolution: Nanometres;
    readonly repeatability: Nanometres;
    readonly maxError: Nanometres;
    readonly travel: Nanometres | null;
  }
> = {
  'dial-bore': {
    name: 'Dial bore gauge',
    resolution: um(1),
    repeatability: um(1.5),
    maxError: um(3),
    travel: mm(1),
  },
  telescoping: {
    name: 'Telescoping gauge and micrometer',
    resolution: um(1),
    repeatability: um(6),
    maxError: um(4),
    travel: null,
  },
  micrometer: {
    name: 'Outside micrometer',
    resolution: um(1),
    repeatability: um(1.5),
    maxError: um(4),
    travel: null,
  },
  calliper: {
    name: 'Calliper',
    resolution: um(10),
    repeatability: um(10),
    maxError: um(30),
    travel: null,
  },
  leaf: { name: 'Leaf set', resolution: um(10), repeatability: um(10), maxError: um(5), travel: null },
  dial: {
    name: 'Dial indicator',
    resolution: um(10),
    repeatability: um(3),
    maxError: um(10),
    travel: mm(10),
  },
};

/** What an instrument reads: the inside of a hole, the outside of a part, a gap, or a needle’s travel. */
export const READS: Record<InstrumentType, readonly Sense[]> = {
  'dial-bore': ['inside'],
  telescoping: ['inside'],
  micrometer: ['outside'],
  calliper: ['inside', 'outside'],
  leaf: ['gap'],
  dial: ['travel'],
};

/** Instruments read on a thimble: their scale error is common within a turn, less so beyond it. */
export const HAS_THIMBLE: Record<InstrumentType, boolean> = {
  'dial-bore': false,
  telescoping: true,
  micrometer: true,
  calliper: false,
  leaf: false,
  dial: false,
};

/** A common metric set: 0.05 by 0.05 to 0.50 and on to 1.00, as the usual blades come. */
export const USUAL_LEAVES: readonly Nanometres[] = [
  0.03, 0.04, 0.05, 0.06, 0.07, 0.08, 0.09, 0.1, 0.12, 0.15, 0.18, 0.2, 0.22, 0.25, 0.28, 0.3, 0.35, 0.4,
  0.45, 0.5, 0.55, 0.6, 0.65, 0.7, 0.8, 0.9, 1,
].map((v) => mm(v));

/**
 * Whether its calibration had run out on the day of a reading.
 * @param at ISO date or date-time of the reading
 */
export function calibrationOverdue(instrument: Pick<Instrument, 'calibrationDue'>, at: string): boolean {
  return instrument.calibrationDue !== null && at.slice(0, 10) > instrument.calibrationDue;
}

/** Unit a gauge of the shop reads in; the fallback where it is not one of them. */
export const lengthUnitOf = (
  instruments: readonly Pick<Instrument, 'id' | 'unit'>[],
  id: string,
  fallback: LengthUnit,
): LengthUnit => instruments.find((i) => i.id === id)?.unit ?? fallback;
