import {
  atHand,
  acceptance,
  difference,
  narrowestWindow,
  reachesInto,
  readingEstimate,
  uncertaintyOf,
  type Instrument,
  type Zero,
} from '../gauges/index.js';
import { benchOf, measurandAt, nominalOf, pistonAsked, placeKindOf, type JobFile } from '../job/index.js';
import { isOfCylinder, type BorePlace, type SizePlace } from '../cylinder/index.js';
import { type AnyPlace, readsAt } from '../ledger/index.js';
import { normalQuantile } from '../statistics/index.js';
import { governingFor } from '../verdicts/index.js';

/** What one of the shop's gauges will be able to say at a station, before anything is read with it. */
export interface GaugeBefore {
  readonly instrument: Instrument;
  /** Standard uncertainty of one reading, nm. */
  readonly u: number;
  /** Nearer than this to a one-sided limit it cannot decide, nm. */
  readonly undecidedWithin: number;
  /** Whether the clearance window for new parts can be confirmed with it at all; null without a window. */
  readonly window: { readonly needs: number; readonly has: number; readonly fits: boolean } | null;
}

/** Whether a gauge gets to a place at all: jaws do not to the middle of a bore. */
export const getsTo = (
  { engine }: Pick<JobFile, 'engine'>,
  gauge: Pick<Instrument, 'type'>,
  place: AnyPlace,
): boolean =>
  place.part !== 'bore' ||
  reachesInto(gauge, (place as BorePlace).depth, {
    wallDepth: engine.wallDepth,
    // A saw's cylinder is closed at its deck.
    closed: engine.kind === 'chainsaw',
  });

/**
 * Which of the shop's gauges can decide what at a station, said before measuring. For bore and piston the
 * clearance window counts too, with the best gauge of the shop for the other part.
 * @param by who will hold it
 * @returns surest first; gauges that do not reach the size are left out
 */
export function beforeMeasuring(file: JobFile, station: SizePlace, by: string, at: string): GaugeBefore[] {
  const bench = benchOf(file);
  const estimate = (instrument: Instrument, of: SizePlace) =>
    readingEstimate(
      {
        id: `before:${of.part}`,
        place: `before:${of.part}`,
        value: nominalOf(file, of),
        instrumentId: instrument.id,
        at,
        by,
        ...measurandAt(file, of),
      },
      bench,
    );
  const reach = (of: SizePlace) =>
    file.instruments.filter(
      (i) =>
        atHand(i) &&
        readsAt(placeKindOf(file, of), i.type) &&
        i.contacts === 2 &&
        getsTo(file, i, of) &&
        nominalOf(file, of) >= i.rangeLow &&
        nominalOf(file, of) <= i.rangeHigh,
    );
  const kit = isOfCylinder(station) ? (pistonAsked(file, station.cylinder)?.id ?? null) : null;
  const other: SizePlace | null =
    station.part === 'bore'
      ? { part: 'piston', cylinder: station.cylinder, place: 'gauge-height', kit }
      : station.part === 'piston'
        ? { part: 'bore', cylinder: station.cylinder, depth: file.engine.depths.top, angle: 0 }
        : null;
  const maker = file.engine.kits.find((k) => k.id === kit)?.maker ?? file.job.fitted.piston;
  const range = governingFor(file, 'clearance', ['new'], 'min', maker);
  const has =
    other && range.status === 'governed' && range.limit.low !== null && range.limit.high !== null
      ? range.limit.high - range.limit.low
      : null;
  const z = normalQuantile(acceptance('wear', file.shop.rules));
  return reach(station)
    .map((instrument): GaugeBefore => {
      const own = estimate(instrument, station);
      const { u } = uncertaintyOf(own);
      const both = other ? reach(other).map((o) => uncertaintyOf(difference(own, estimate(o, other))).u) : [];
      const needs = both.length > 0 ? narrowestWindow(Math.min(...both), 'seizure', file.shop.rules) : null;
      return {
        instrument,
        u,
        undecidedWithin: z * u,
        window: has !== null && needs !== null ? { needs, has, fits: needs <= has } : null,
      };
    })
    .sort((a, b) => a.u - b.u);
}

/**
 * Standard uncertainty of one reading at a station with the gauge in hand, nm: read whole, or as a deviation
 * from a zero of the size it was set to.
 */
export function oneReadingU(
  file: JobFile,
  station: AnyPlace,
  instrument: Instrument,
  by: string,
  at: string,
  zero: Zero | null = null,
): number {
  return uncertaintyOf(
    readingEstimate(
      {
        id: 'now',
        place: 'now',
        value: zero ? zero.value : nominalOf(file, station),
        instrumentId: instrument.id,
        at,
        by,
        ...measurandAt(file, station),
        zero,
      },
      benchOf(file),
    ),
  ).u;
}
