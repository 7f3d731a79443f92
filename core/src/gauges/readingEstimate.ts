import { Unknown } from '../errors.js';
import type { Component, Estimate } from './estimate.js';
import { calibrationOverdue, type Instrument } from './instrument.js';
import type { Material } from '../specs/index.js';
import { toTwenty, type Thermal } from './temperature.js';

const ROOT3 = Math.sqrt(3);
const ROOT12 = Math.sqrt(12);
/** Part of the scale error common to all sizes near each other, and the part that differs by place. */
const SHARED = Math.sqrt(0.8);
const BY_PLACE = Math.sqrt(0.2);

/** One reading at one place, as the error model sees it. */
export interface TakenReading {
  readonly id: string;
  /** nm, as shown by the gauge. */
  readonly value: number;
  readonly instrumentId: string;
  /** Key of the place: repeats there share the place's part of the scale error. */
  readonly place: string;
  /** ISO time it was taken. */
  readonly at: string;
  /** Key of the part, e.g. one cylinder or one piston. */
  readonly part: string;
  readonly material: Material;
}

export interface Bench {
  readonly instruments: readonly Instrument[];
  readonly thermal: Thermal;
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

function repeatability(instrument: Instrument, key: string, kind: Component['kind']): Component {
  return {
    key,
    kind,
    amplitude: instrument.repeatability,
    dof: instrument.studyRepeats === null ? Infinity : instrument.studyRepeats - 1,
  };
}

/** What a comparator inherits from the thing it was zeroed in, shared by all readings since. */
function settingComponents(instrument: Instrument, bench: Bench, at: string): Component[] {
  const { setting, id } = instrument;
  if (setting.kind === 'none') return [];
  const key = `zero:${id}`;
  if (setting.kind === 'ring') return [{ key, kind: 'setting', amplitude: setting.u, dof: Infinity }];
  const micrometer = instrumentOf(bench, setting.instrumentId);
  const error = errorOf(micrometer, at) / ROOT3;
  return [
    { key: `${key}:resolution`, kind: 'setting', amplitude: micrometer.resolution / ROOT12, dof: Infinity },
    repeatability(micrometer, `${key}:repeatability`, 'setting'),
    // The micrometer's own key: a piston measured with the same micrometer shares this, and it cancels.
    { key: `scale:${micrometer.id}`, kind: 'setting', amplitude: SHARED * error, dof: Infinity },
    { key: `scale:${micrometer.id}:${key}`, kind: 'setting', amplitude: BY_PLACE * error, dof: Infinity },
  ];
}

/**
 * A reading as an estimate at 20 °C: resolution r/√12, repeatability s, scale error E/√3 split into a part
 * common to the instrument and one of the place, the setting of a comparator, and temperature.
 *
 * @throws Unknown when its instrument, or the micrometer that instrument is set in, is not on the bench
 */
export function readingEstimate(reading: TakenReading, bench: Bench): Estimate {
  const instrument = instrumentOf(bench, reading.instrumentId);
  const error = errorOf(instrument, reading.at) / ROOT3;
  const warm = toTwenty(reading.value, reading.material, reading.part, bench.thermal);
  return {
    value: warm.value,
    components: [
      {
        key: `resolution:${reading.id}`,
        kind: 'resolution',
        amplitude: instrument.resolution / ROOT12,
        dof: Infinity,
      },
      repeatability(instrument, `repeatability:${reading.id}`, 'repeatability'),
      { key: `scale:${instrument.id}`, kind: 'scale', amplitude: SHARED * error, dof: Infinity },
      {
        key: `scale:${instrument.id}:${reading.place}`,
        kind: 'scale',
        amplitude: BY_PLACE * error,
        dof: Infinity,
      },
      ...settingComponents(instrument, bench, reading.at),
      ...warm.components,
    ],
  };
}
