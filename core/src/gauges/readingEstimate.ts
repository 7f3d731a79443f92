import { Unknown } from '../errors.js';
import type { Material } from '../specs/index.js';
import { driftAt, type Zero } from './comparator.js';
import type { Component, Estimate } from './estimate.js';
import { calibrationOverdue, HAS_THIMBLE, READS, type Instrument, type Sense } from './instrument.js';
import { studyFor, type Study } from './study.js';
import { toTwenty, type Thermal, type ThermalPart } from './temperature.js';

// Taken once: in the loops below looking them up each time is most of the time.
const { abs, floor, max, min, sqrt } = Math;

const ROOT3 = sqrt(3);
const ROOT12 = sqrt(12);
/** Share of a scale's error variance common over its whole range, within a turn of the thimble, at one place. */
const RANGE_SHARE = 0.5;
const TURN_SHARE = 0.8;

/** One turn of the thimble, nm. */
const TURN = { mm: 500_000, in: 635_000 } as const;

/** One reading at one place, as the error model sees it. */
export interface TakenReading {
  readonly id: string;
  /** nm, as shown by the gauge, or the size behind a comparator's deviation. */
  readonly value: number;
  readonly instrumentId: string;
  /** Key of the place: repeats there share the place's part of the scale error. */
  readonly place: string;
  /** ISO time it was taken, by the clock of its device. */
  readonly at: string;
  /** ISO time a calibration is held against, where that clock is not believed. */
  readonly on?: string;
  /** Who held the gauge: their own repeatability counts where they studied it. */
  readonly by?: string;
  /** Key of the part, e.g. one cylinder or one piston. */
  readonly part: string;
  readonly material: Material;
  /** What it was read as: the inside and outside jaws of one calliper err each on their own. */
  readonly sense: Sense;
  /** Whose thermometer reading applies; the cylinder's unless stated. */
  readonly thermalPart?: ThermalPart;
  /** Set when the gauge was zeroed for this map and showed a deviation. */
  readonly zero?: Zero | null;
  /**
   * The check of the micrometer or calliper at the start of its session: what it showed too much, nm, and the id that
   * every reading of that session shares.
   */
  readonly check?: {
    readonly id: string;
    readonly instrumentId: string;
    readonly off: number;
    readonly by?: string;
  } | null;
}

export interface Bench {
  readonly instruments: readonly Instrument[];
  readonly thermal: Thermal;
  readonly studies: readonly Study[];
}

/** @throws Unknown when the shop has no such instrument */
export function instrumentOf(bench: Pick<Bench, 'instruments'>, id: string): Instrument {
  const found = bench.instruments.find((i) => i.id === id);
  if (!found) throw new Unknown('instrument', id);
  return found;
}

/** Maximum error that counts: doubled once the calibration has run out. */
const errorOf = (instrument: Instrument, at: string): number =>
  instrument.maxError * (calibrationOverdue(instrument, at) ? 2 : 1);

const rectangular = (key: string, kind: Component['kind'], amplitude: number): Component => ({
  key,
  kind,
  amplitude,
  dof: Infinity,
  shape: 'rectangular',
});

/** Scatter of one act with a gauge: the person's own study, the gauge's, or the usual figure of its type. */
export function scatterOf(
  instrument: Instrument,
  bench: Pick<Bench, 'studies'>,
  by: string | undefined,
): { readonly s: number; readonly dof: number; readonly pool: string } {
  const own = by === undefined ? null : studyFor(bench.studies, instrument.id, by);
  if (own) return { s: own.s, dof: own.repeats - 1, pool: `study:${instrument.id}:${own.by}` };
  const dof = instrument.studyRepeats === null ? Infinity : instrument.studyRepeats - 1;
  return { s: instrument.repeatability, dof, pool: `study:${instrument.id}` };
}

function repeatability(
  instrument: Instrument,
  bench: Bench,
  by: string | undefined,
  key: string,
  kind: Component['kind'],
  acts = 1,
): Component {
  const { s, dof, pool } = scatterOf(instrument, bench, by);
  return { key, kind, amplitude: s / sqrt(acts), dof, shape: 'normal', pool };
}

/**
 * Scale error at one size and place: what is common to the whole scale, on a thimble what is common to one
 * turn, and what belongs to the place. Sizes within a turn correlate by 0.8, farther apart by 0.5.
 */
function scale(
  instrument: Instrument,
  error: number,
  size: number,
  place: string,
  kind: Component['kind'],
  sense: Sense,
): Component[] {
  const u = error / ROOT3;
  const jaws = READS[instrument.type].length > 1 ? `:${sense}` : '';
  const key = `scale:${instrument.id}${jaws}`;
  const own = rectangular(`${key}:${place}`, kind, sqrt(1 - TURN_SHARE) * u);
  if (!HAS_THIMBLE[instrument.type]) return [rectangular(key, kind, sqrt(TURN_SHARE) * u), own];
  // Turns are the instrument's own, counted from where its thimble stands at nothing.
  const turn = floor((size - instrument.rangeLow) / TURN[instrument.unit]);
  return [
    rectangular(key, kind, sqrt(RANGE_SHARE) * u),
    rectangular(`${key}:turn:${turn}`, kind, sqrt(TURN_SHARE - RANGE_SHARE) * u),
    own,
  ];
}

/** What a gauge inherits from the micrometer it was set in. */
function fromMicrometer(
  micrometer: Instrument,
  key: string,
  size: number,
  at: string,
  by: string | undefined,
  bench: Bench,
  acts: number,
): Component[] {
  return [
    rectangular(`${key}:resolution`, 'setting', micrometer.resolution / ROOT12),
    repeatability(micrometer, bench, by, `${key}:repeatability`, 'setting', acts),
    // The micrometer's own keys: a piston measured with the same micrometer shares them, and they cancel.
    ...scale(micrometer, errorOf(micrometer, at), size, key, 'setting', 'outside'),
  ];
}

const ring = (key: string, u: number): Component => ({
  key,
  kind: 'setting',
  amplitude: u,
  dof: Infinity,
  shape: 'normal',
});

/** What a gauge read in absolute sizes inherits from its standing setting. */
function standingSetting(reading: TakenReading, instrument: Instrument, bench: Bench): Component[] {
  const { setting, id } = instrument;
  const key = `zero:${id}`;
  if (setting.kind === 'none') return [];
  if (setting.kind === 'ring') return [ring(key, setting.u)];
  const micrometer = instrumentOf(bench, setting.instrumentId);
  return fromMicrometer(micrometer, key, reading.value, reading.on ?? reading.at, reading.by, bench, 1);
}

/** What all readings of one zero share: the setting, the acts of setting, what the needle wandered. */
function zeroSetting(zero: Zero, instrument: Instrument, bench: Bench, by: string | undefined): Component[] {
  const key = `zero:${zero.id}`;
  const acts = max(1, zero.repeats);
  const inherited =
    zero.in.kind === 'ring'
      ? [ring(key, zero.in.u)]
      : fromMicrometer(
          instrumentOf(bench, zero.in.instrumentId),
          key,
          zero.value,
          zero.on ?? zero.at,
          by,
          bench,
          acts,
        );
  const drift = zero.closing ? abs(zero.closing.q) / ROOT12 : 0;
  return [
    ...inherited,
    rectangular(`${key}:own:resolution`, 'setting', instrument.resolution / ROOT12),
    repeatability(instrument, bench, by, `${key}:own:repeatability`, 'setting', acts),
    ...(drift > 0 ? [rectangular(`${key}:drift`, 'setting', drift)] : []),
  ];
}

/** What every reading of a session shares since its gauge was closed or set on its standard: that act's own error. */
function zeroChecked(check: NonNullable<TakenReading['check']>, bench: Bench): Component[] {
  const gauge = instrumentOf(bench, check.instrumentId);
  const key = `zero-check:${check.id}`;
  return [
    rectangular(`${key}:resolution`, 'setting', gauge.resolution / ROOT12),
    repeatability(gauge, bench, check.by, `${key}:repeatability`, 'setting'),
  ];
}

/**
 * A reading as an estimate at 20 °C: resolution r/√12, repeatability s, scale error E/√3 split into what is
 * common to the instrument and what belongs to the place, the setting of a comparator, and temperature. A
 * deviation from a zero carries only the share of the dial's error that it travelled, E·|dev|/travel.
 *
 * @throws Unknown when its instrument, or the micrometer that instrument is set in, is not on the bench
 */
export function readingEstimate(reading: TakenReading, bench: Bench): Estimate {
  const instrument = instrumentOf(bench, reading.instrumentId);
  const error = errorOf(instrument, reading.on ?? reading.at);
  const { zero = null, by } = reading;
  const { check = null } = reading;
  const raw = zero ? reading.value - driftAt(zero, reading.at) : reading.value;
  const shown = raw - (check?.off ?? 0);
  const warm = toTwenty(shown, reading.material, reading.part, bench.thermal, reading.thermalPart);
  const travelled = zero ? min(1, abs(reading.value - zero.value) / (instrument.travel ?? 1e6)) : 1;
  return {
    value: warm.value,
    components: [
      rectangular(`resolution:${reading.id}`, 'resolution', instrument.resolution / ROOT12),
      repeatability(instrument, bench, by, `repeatability:${reading.id}`, 'repeatability'),
      ...scale(instrument, error * travelled, reading.value, reading.place, 'scale', reading.sense).filter(
        (c) => c.amplitude > 0,
      ),
      ...(check ? zeroChecked(check, bench) : []),
      ...(zero ? zeroSetting(zero, instrument, bench, by) : standingSetting(reading, instrument, bench)),
      ...warm.components,
    ],
  };
}
