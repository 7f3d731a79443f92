import { inch, mm, type LengthUnit, type Nanometres } from '../units/index.js';
import { USUAL, USUAL_LEAVES, type Instrument } from './instrument.js';

/** A gauge as shops usually have it, not yet any particular one. */
export type UsualGauge = Pick<
  Instrument,
  | 'name'
  | 'type'
  | 'unit'
  | 'resolution'
  | 'repeatability'
  | 'maxError'
  | 'travel'
  | 'leaves'
  | 'rangeLow'
  | 'rangeHigh'
> & { readonly key: string; readonly setIn: 'micrometer' | null };

/** A common inch set, 0.001 by 0.001 and on in wider steps. */
const INCH_LEAVES: readonly Nanometres[] = [
  0.0015, 0.002, 0.003, 0.004, 0.005, 0.006, 0.007, 0.008, 0.009, 0.01, 0.011, 0.012, 0.013, 0.014, 0.015,
  0.016, 0.017, 0.018, 0.019, 0.02, 0.021, 0.022, 0.023, 0.024, 0.025, 0.03, 0.035,
].map((v) => inch(v));

/** Smallest step of a gauge that reads in inches. */
const INCH_STEP: Record<Instrument['type'], Nanometres> = {
  'dial-bore': inch(0.0001),
  telescoping: inch(0.0001),
  micrometer: inch(0.0001),
  calliper: inch(0.0005),
  leaf: inch(0.0005),
  dial: inch(0.0005),
};

/**
 * What hangs on the wall of most shops, with the usual figures of each type: to be chosen from, then studied.
 * @param unit what they read in
 * @example usualGauges('mm').find((g) => g.key === 'calliper')?.name // 'Calliper 0–150'
 */
export function usualGauges(unit: LengthUnit): readonly UsualGauge[] {
  const size = unit === 'mm' ? mm : inch;
  const gauge = (
    type: Instrument['type'],
    key: string,
    [low, high]: readonly [number, number],
    of: Partial<Pick<UsualGauge, 'name' | 'leaves' | 'setIn'>> = {},
  ): UsualGauge => {
    const { name, ...figures } = USUAL[type];
    return {
      key,
      type,
      unit,
      ...figures,
      ...(unit === 'in' ? { resolution: INCH_STEP[type] } : {}),
      name: of.name ?? `${name} ${low}–${high}`,
      leaves: of.leaves ?? [],
      setIn: of.setIn ?? null,
      rangeLow: size(low),
      rangeHigh: size(high),
    };
  };
  const metric = unit === 'mm';
  const steps = metric ? [0, 25, 50, 75, 100] : [0, 1, 2, 3, 4];
  return [
    ...steps
      .slice(1)
      .map((high, i) =>
        gauge('micrometer', `micrometer-${i}`, [steps[i]!, high], { name: `Micrometer ${steps[i]}–${high}` }),
      ),
    gauge('dial-bore', 'bore-small', metric ? [35, 60] : [1.4, 2.4], {
      setIn: 'micrometer',
    }),
    gauge('dial-bore', 'bore', metric ? [50, 150] : [2, 6], {
      setIn: 'micrometer',
    }),
    gauge('telescoping', 'telescoping', metric ? [12, 150] : [0.5, 6], {
      name: 'Telescoping gauges',
    }),
    gauge('telescoping', 'small-hole', metric ? [3, 13] : [0.12, 0.5], {
      name: 'Small-hole gauges',
    }),
    gauge('dial', 'dial', [0, metric ? 10 : 0.4]),
    gauge('calliper', 'calliper', [0, metric ? 150 : 6]),
    gauge('leaf', 'leaf', [0, metric ? 3 : 0.1], {
      name: 'Leaf set',
      leaves: metric ? USUAL_LEAVES : INCH_LEAVES,
    }),
  ];
}
