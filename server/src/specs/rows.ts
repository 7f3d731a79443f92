import type { NewEngine } from '@tribos/contract';
import { nm, type EngineSpec, type Kit, type Limit, type Port } from '@tribos/core';
import type { EngineModel, KitModel, LimitModel, SheetPartModel } from './models.js';

/** Rows to the core's data and back. Undefined optional fields stay absent, so that a round trip is identical. */
export function limitOf(row: LimitModel): Limit {
  return {
    id: row.id,
    feature: row.feature as Limit['feature'],
    state: row.state as Limit['state'],
    low: row.low,
    high: row.high,
    unit: row.unit as Limit['unit'],
    conditions: row.conditions,
    source: {
      type: row.sourceType as Limit['source']['type'],
      party: row.party,
      document: row.document,
      page: row.page,
      revision: row.revision,
      enteredBy: row.enteredBy,
      checkedBy: row.checkedBy,
      ...(row.enteredOn ? { enteredOn: row.enteredOn } : {}),
      ...(row.retypedOn ? { retypedOn: row.retypedOn } : {}),
    },
    ...(row.rows ? { rows: row.rows as Limit['rows'] & object } : {}),
    ...(row.target === null ? {} : { target: row.target }),
    ...(row.taper ? { taper: row.taper as Limit['taper'] & string } : {}),
  };
}

export function limitRow(limit: Limit, engineId: string, position: number) {
  const { source } = limit;
  return {
    id: limit.id,
    engineId,
    position,
    feature: limit.feature,
    state: limit.state,
    low: limit.low,
    high: limit.high,
    rows: limit.rows ?? null,
    unit: limit.unit,
    target: limit.target ?? null,
    taper: limit.taper ?? null,
    conditions: limit.conditions,
    sourceType: source.type,
    party: source.party,
    document: source.document,
    page: source.page,
    revision: source.revision,
    enteredBy: source.enteredBy,
    checkedBy: source.checkedBy,
    enteredOn: source.enteredOn ?? null,
    retypedOn: source.retypedOn ?? null,
  };
}

export const kitOf = (row: KitModel): Kit =>
  ({
    id: row.id,
    maker: row.maker,
    name: row.name,
    oversize: row.oversize,
    piston: row.piston,
    material: row.material,
    gaugeHeight: row.gaugeHeight,
  }) as Kit;

export function engineOf(
  row: EngineModel,
  limits: readonly LimitModel[],
  kits: readonly KitModel[],
  parts: readonly SheetPartModel[],
): EngineSpec {
  return {
    id: row.id,
    maker: row.maker,
    model: row.model,
    kind: row.kind as EngineSpec['kind'],
    strokes: row.strokes as 2 | 4,
    cylinders: row.cylinders,
    bore: nm(row.bore),
    stroke: nm(row.stroke),
    wall: row.wall as EngineSpec['wall'],
    zeroAt: row.zeroAt,
    pinAxisDeg: row.pinAxisDeg,
    depths: { top: nm(row.depthTop), mid: nm(row.depthMid), low: nm(row.depthLow) },
    wallDepth: nm(row.wallDepth),
    ports: row.ports as Port[],
    sleeveOuter: row.sleeveOuter === null ? null : nm(row.sleeveOuter),
    pin: row.pin === null ? null : nm(row.pin),
    cooling: row.cooling as EngineSpec['cooling'],
    year: row.year,
    code: row.code,
    limits: limits.map(limitOf),
    kits: kits.map(kitOf),
    ...(parts.length > 0 ? { parts: Object.fromEntries(parts.map((p) => [p.part, p.body])) } : {}),
  };
}

export function engineRow(spec: EngineSpec) {
  const { depths, limits: _limits, kits: _kits, ...rest } = spec;
  return { ...rest, depthTop: depths.top, depthMid: depths.mid, depthLow: depths.low };
}

/** An engine as it was typed, without limits, kits and parts. */
export const engineFromBody = (body: NewEngine): EngineSpec => ({
  id: body.id,
  maker: body.maker,
  model: body.model,
  kind: body.kind,
  strokes: body.strokes,
  cylinders: body.cylinders,
  bore: nm(body.bore),
  stroke: nm(body.stroke),
  wall: body.wall,
  zeroAt: body.zeroAt,
  pinAxisDeg: body.pinAxisDeg,
  depths: { top: nm(body.depths.top), mid: nm(body.depths.mid), low: nm(body.depths.low) },
  wallDepth: nm(body.wallDepth),
  ports: (body.ports ?? []).map((p) => ({ ...p, roof: nm(p.roof), floor: nm(p.floor) })),
  sleeveOuter: body.sleeveOuter == null ? null : nm(body.sleeveOuter),
  pin: body.pin === null ? null : nm(body.pin),
  cooling: body.cooling,
  year: body.year ?? null,
  code: body.code ?? null,
  limits: [],
  kits: [],
});
