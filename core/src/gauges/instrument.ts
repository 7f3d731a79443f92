import type { LengthUnit, Nanometres } from '../units/index.js';
import { um } from '../units/index.js';

export type InstrumentType = 'dial-bore' | 'telescoping' | 'micrometer' | 'calliper';

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
  /** Largest permissible error of its scale over the range, nm. */
  readonly maxError: Nanometres;
  readonly rangeLow: Nanometres;
  readonly rangeHigh: Nanometres;
  /** Contacts on the wall: a three-point gauge cannot see ovality. */
  readonly contacts: 2 | 3;
  readonly setting: Setting;
  /** Day until which its calibration holds, `YYYY-MM-DD`; null when none is on file. */
  readonly calibrationDue: string | null;
}

/** Usual figures by type, used until the shop has its own: resolution, repeatability, maximum error. */
export const USUAL: Record<
  InstrumentType,
  {
    readonly name: string;
    readonly resolution: Nanometres;
    readonly repeatability: Nanometres;
    readonly maxError: Nanometres;
  }
> = {
  'dial-bore': { name: 'Dial bore gauge', resolution: um(1), repeatability: um(1.5), maxError: um(3) },
  telescoping: {
    name: 'Telescoping gauge and micrometer',
    resolution: um(1),
    repeatability: um(6),
    maxError: um(4),
  },
  micrometer: { name: 'Outside micrometer', resolution: um(1), repeatability: um(1.5), maxError: um(4) },
  calliper: { name: 'Calliper', resolution: um(10), repeatability: um(10), maxError: um(30) },
};

/** Whether an instrument reads the inside of a bore, the outside of a piston, or both. */
export const READS: Record<InstrumentType, readonly ('bore' | 'piston')[]> = {
  'dial-bore': ['bore'],
  telescoping: ['bore'],
  micrometer: ['piston'],
  calliper: ['bore', 'piston'],
};

/**
 * Whether its calibration had run out on the day of a reading.
 * @param at ISO date or date-time of the reading
 */
export function calibrationOverdue(instrument: Pick<Instrument, 'calibrationDue'>, at: string): boolean {
  return instrument.calibrationDue !== null && at.slice(0, 10) > instrument.calibrationDue;
}
