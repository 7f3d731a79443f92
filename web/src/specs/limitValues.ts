import type { LimitBody } from '@tribos/contract';
import {
  FEATURES,
  fromBase,
  LIMIT_UNITS,
  MAKERS_OWN,
  toBase,
  unitsOf,
  type Build,
  type EngineSpec,
  type FeatureKey,
  type LengthUnit,
  type Limit,
} from '@tribos/core/ground';
import { FieldTrouble, lengthOrNull, lengthText } from '../forms/index.js';

/** A limit as its form holds it: everything as it is typed. */
export interface LimitValues {
  feature: FeatureKey;
  state: 'new' | 'service';
  low: string;
  high: string;
  target: string;
  unit: Limit['unit'];
  sourceType: Limit['source']['type'];
  party: string;
  document: string;
  page: string;
  revision: string;
  yearFrom: string;
  yearTo: string;
  serialFrom: string;
  serialTo: string;
  code: string;
  use: string;
  head: string;
  cams: string;
  ofPiston: string;
  gasket: string;
  /** How a sheet means run-out: needle travel of one turn, or the bow, which is half of it. */
  means: 'travel' | 'bow';
}

/** Units a sheet may print a feature's figures in. */
export const unitsFor = (feature: FeatureKey): readonly Limit['unit'][] =>
  unitsOf(FEATURES[feature].dimension).filter((u): u is Limit['unit'] =>
    (LIMIT_UNITS as readonly string[]).includes(u),
  );

function typedFigure(field: string, text: string, feature: FeatureKey, unit: Limit['unit']): number | null {
  const { dimension } = FEATURES[feature];
  if (dimension === 'length') return lengthOrNull(field, text, unit as LengthUnit);
  if (text.trim() === '') return null;
  const value = Number(text.replace(',', '.'));
  if (!Number.isFinite(value)) throw new FieldTrouble(field, `“${text}” is not a figure.`);
  return Number(toBase(dimension, value, unit).toPrecision(12));
}

/** A sheet that means the bow is doubled on entry: what is read is the needle's travel. */
const asTravel = (value: number | null, feature: FeatureKey, means: LimitValues['means']): number | null =>
  value !== null && feature === 'crank.run-out' && means === 'bow' ? value * 2 : value;

/** A part of the build a limit is of; empty for the engine maker's own. */
const named = (limit: Limit | null, part: keyof Build): string => {
  const of = limit?.conditions.build?.[part] ?? '';
  return of === MAKERS_OWN ? '' : of;
};

/** A figure as it is put into its field; empty where there is none. */
export function shownFigure(value: number | null, feature: FeatureKey, unit: Limit['unit']): string {
  const { dimension } = FEATURES[feature];
  if (value === null) return '';
  return dimension === 'length'
    ? lengthText(value, unit as LengthUnit)
    : String(Number(fromBase(dimension, value, unit).toPrecision(9)));
}

/** What is sent of a form. @throws FieldTrouble where a figure is none */
export function limitBody(
  values: LimitValues,
  {
    id,
    limit,
    confirmed,
  }: { readonly id: string; readonly limit: Limit | null; readonly confirmed: boolean },
): LimitBody {
  const { yearFrom, yearTo, serialFrom, serialTo, code, use, means, head, cams, ofPiston, gasket, ...v } =
    values;
  const figure = (field: 'low' | 'high' | 'target') =>
    asTravel(typedFigure(field, v[field], v.feature, v.unit), v.feature, means);
  return {
    ...v,
    id,
    conditions: {
      ...(yearFrom.trim() ? { yearFrom: Number(yearFrom) } : {}),
      ...(yearTo.trim() ? { yearTo: Number(yearTo) } : {}),
      ...(serialFrom.trim() ? { serialFrom: serialFrom.trim() } : {}),
      ...(serialTo.trim() ? { serialTo: serialTo.trim() } : {}),
      ...(code.trim() ? { code: code.trim() } : {}),
      ...(use.trim() ? { use: use.trim() } : {}),
      ...(limit?.conditions.build || [head, cams, ofPiston, gasket].some((t) => t.trim())
        ? {
            build: {
              head: head.trim() || MAKERS_OWN,
              cams: cams.trim() || MAKERS_OWN,
              piston: ofPiston.trim() || MAKERS_OWN,
              gasket: gasket.trim() || MAKERS_OWN,
            },
          }
        : {}),
      ...(limit?.conditions.wall ? { wall: limit.conditions.wall } : {}),
    },
    low: figure('low'),
    high: figure('high'),
    target: figure('target') ?? undefined,
    confirmed,
    ...(limit?.taper ? { taper: limit.taper } : {}),
  };
}

/** What a form starts with: the limit on file, or one of a feature that is to be typed. */
export const limitValues = (
  engine: Pick<EngineSpec, 'maker'>,
  limit: Limit | null,
  feature: FeatureKey,
): LimitValues => ({
  feature: limit?.feature ?? feature,
  state: limit?.state ?? 'service',
  low: limit ? shownFigure(limit.low, limit.feature, limit.unit) : '',
  high: limit ? shownFigure(limit.high, limit.feature, limit.unit) : '',
  target: limit ? shownFigure(limit.target ?? null, limit.feature, limit.unit) : '',
  unit: limit?.unit ?? unitsFor(feature)[0]!,
  sourceType: limit?.source.type ?? 'engine-maker',
  party: limit?.source.party ?? engine.maker,
  document: limit?.source.document ?? '',
  page: limit?.source.page ?? '',
  revision: limit?.source.revision ?? '',
  yearFrom: String(limit?.conditions.yearFrom ?? ''),
  yearTo: String(limit?.conditions.yearTo ?? ''),
  serialFrom: limit?.conditions.serialFrom ?? '',
  serialTo: limit?.conditions.serialTo ?? '',
  code: limit?.conditions.code ?? '',
  use: limit?.conditions.use ?? '',
  head: named(limit, 'head'),
  cams: named(limit, 'cams'),
  ofPiston: named(limit, 'piston'),
  gasket: named(limit, 'gasket'),
  means: 'travel',
});
