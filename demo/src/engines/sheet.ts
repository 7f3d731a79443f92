import {
  inch,
  mm,
  um,
  type FeatureKey,
  type Kit,
  type Limit,
  type LimitState,
  type Material,
  type Nanometres,
  type Source,
  type SourceType,
  FEATURES,
  toBase,
} from '@tribos/core';

/** One printed sheet: every line of it becomes a limit with this source. */
export interface Sheet {
  readonly party: string;
  readonly type: SourceType;
  readonly document: string;
  readonly unit: 'mm' | 'in';
}

type Figure = readonly [low: number | null, high: number | null];

export interface LineExtras {
  readonly unchecked?: true;
  readonly unit?: Limit['unit'];
  readonly taper?: Limit['taper'];
  /** What the sheet names to aim at, in its unit. */
  readonly target?: number;
  readonly rows?: Limit['rows'];
}

const slug = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]+/gu, '-');

/** A page of a sheet as the source of what stands on it, typed by one and as a rule checked by another. */
export const sourceOf = (sheet: Sheet, page: string, unchecked = false): Source => ({
  type: sheet.type,
  party: sheet.party,
  document: sheet.document,
  page,
  revision: '2',
  enteredBy: 'Tomasz Adeyemi',
  checkedBy: unchecked ? null : 'Mirela Okafor-Lind',
});

/** A line of a sheet. Figures as printed there, in the sheet's unit. */
export function line(
  sheet: Sheet,
  engine: string,
  page: string,
  feature: FeatureKey,
  state: LimitState,
  [low, high]: Figure,
  extras: LineExtras = {},
): Limit {
  const convert = (v: number | null): number | null =>
    v === null
      ? null
      : FEATURES[feature].dimension === 'length'
        ? sheet.unit === 'mm'
          ? mm(v)
          : inch(v)
        : Number(toBase(FEATURES[feature].dimension, v, extras.unit ?? sheet.unit).toPrecision(12));
  return {
    id: `${slug(engine)}.${slug(sheet.party)}.${feature}.${state}`,
    feature,
    state,
    low: convert(low),
    high: convert(high),
    unit: extras.unit ?? sheet.unit,
    ...(extras.target === undefined ? {} : { target: convert(extras.target)! }),
    ...(extras.taper ? { taper: extras.taper } : {}),
    ...(extras.rows ? { rows: extras.rows } : {}),
    conditions: {},
    source: sourceOf(sheet, page, extras.unchecked ?? false),
  };
}

/** New range and, where the sheet gives one, the service maximum. */
export function pair(
  sheet: Sheet,
  engine: string,
  page: string,
  feature: FeatureKey,
  fresh: Figure,
  service: number | null,
): Limit[] {
  return [
    line(sheet, engine, page, feature, 'new', fresh),
    ...(service === null ? [] : [line(sheet, engine, page, feature, 'service', [null, service])]),
  ];
}

/** What a four-stroke is held against before it comes apart: compression at least so many bar, warm; its spread; leak-down. */
export const beforeLimits = (sheet: Sheet, engine: string, page: string, compression: number): Limit[] => [
  line(sheet, engine, page, 'compression', 'service', [compression, null], { unit: 'bar' }),
  line(sheet, engine, page, 'compression.spread', 'service', [null, 12], { unit: '%' }),
  line(sheet, engine, page, 'leak-down', 'service', [null, 15], { unit: '%' }),
];

/** The same for a two-stroke: compression, and its crankcase by pressure and by vacuum, bar. */
export const caseLimits = (
  sheet: Sheet,
  engine: string,
  page: string,
  compression: number,
  at: number,
  loss: number,
): Limit[] => [
  line(sheet, engine, page, 'compression', 'service', [compression, null], { unit: 'bar' }),
  line(sheet, engine, page, 'crank.leak-pressure', 'new', [at, null], { unit: 'bar' }),
  line(sheet, engine, page, 'crank.leak-rate', 'service', [null, loss], { unit: 'bar/min' }),
  line(sheet, engine, page, 'crank.vacuum', 'new', [at, null], { unit: 'bar' }),
  line(sheet, engine, page, 'crank.vacuum-rate', 'service', [null, loss], { unit: 'bar/min' }),
];

export function kit(
  engine: string,
  maker: string,
  name: string,
  oversize: number,
  piston: number,
  material: Material,
  gaugeHeight: number | null,
): Kit {
  return {
    id: `${slug(engine)}.${slug(maker)}.${slug(name.replace('+', 'plus '))}`,
    maker,
    name,
    oversize: mm(oversize),
    piston: mm(piston),
    material,
    gaugeHeight: gaugeHeight === null ? null : mm(gaugeHeight),
  };
}

export const depths = (
  top: number,
  mid: number,
  low: number,
): { top: Nanometres; mid: Nanometres; low: Nanometres } => ({ top: mm(top), mid: mm(mid), low: mm(low) });

export { mm, um };
